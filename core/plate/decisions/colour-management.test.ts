import { plateOf, studioOf } from '../../testing/fixtures.ts'

const options = (plate: ReturnType<typeof plateOf>) =>
  Object.fromEntries(
    plate.decisions
      .find((d) => d.key === 'colour-management')
      ?.alternatives.map(({ id, total, costs }) => [id, [total, costs[0]?.says ?? null]]) ?? [],
  )

test('with a profile for the paper the driver is the dearer, without one the program is, each for its own reason', () => {
  const plate = plateOf({})
  expect(plate.setup?.profile).not.toBeNull()
  expect(options(plate)).toEqual({
    program: [0, null],
    driver: [5, 'the printer’s own tables know nothing of this paper'],
    both: [30, 'double profiling'],
    none: [30, 'unmanaged colour'],
  })
  const { printer, paper } = plate.setup ?? {}
  const without = (keep: (boundTo: { printerId: string; paperId: string }) => boolean) => {
    const found = plateOf({
      pins: { printer: printer?.id ?? '' },
      brief: { paperId: paper?.id ?? '' },
      studio: (s) => {
        s.profiles = s.profiles.filter((p) => p.boundTo !== null && keep(p.boundTo))
      },
    })
    return options(found)
  }
  const bare = {
    program: [6, 'no profile for this paper to manage with'],
    driver: [0, null],
    both: [30, 'double profiling'],
    none: [30, 'unmanaged colour'],
  }
  // One for another paper, or for another printer, is none for this.
  expect(studioOf().profiles.some((p) => p.boundTo?.printerId === printer?.id && p.boundTo?.paperId !== paper?.id)).toBe(true)
  expect(without(({ paperId }) => paperId !== paper?.id)).toEqual(bare)
  expect(without(({ printerId }) => printerId !== printer?.id)).toEqual(bare)
})
