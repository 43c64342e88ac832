import { afterFix, finding, plateOf, sheet } from '../../testing/fixtures.ts'

const cotton = { paperId: 'saltmarsh-cotton', sheet: sheet('iso_a3_297x420mm') }

test('thick stock in the feeder is stopped with its caliper and the limit', () => {
  const plate = plateOf({ brief: cotton, pins: { path: 'gannet-rear' } })
  const found = finding(plate, 'sheet-too-thick')
  expect(found?.level).toBe('stop')
  expect(found?.numbers).toEqual({ value: 470, limit: 360 })
  expect(afterFix(plate, 'sheet-too-thick').findings.some((f) => f.level === 'stop')).toBe(false)
})

test('the slot for thick stock takes it', () =>
  expect(finding(plateOf({ brief: cotton, pins: { path: 'gannet-art' } }), 'sheet-too-thick')).toBeUndefined())

test('a paper too heavy for the path is said in grams', () => {
  const plate = plateOf({
    brief: cotton,
    pins: { path: 'gannet-rear' },
    studio: (s) => {
      for (const p of s.papers) if (p.id === 'saltmarsh-cotton') Object.assign(p, { thickness: 350, weight: 400 })
    },
  })
  expect(finding(plate, 'sheet-too-thick')?.says).toContain('400 g/m²')
})
