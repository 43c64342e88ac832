import { clearMachines, machineOf, ticket } from '../testing/machines.ts'

afterAll(clearMachines)

/** A path that takes any size, so that only its limits can refuse one. */
const machine = machineOf('heron')
const path = machine.printer.paths.find((p) => p.customSizes && p.length.max < 10_000_000)
const { width, length } = path ?? { width: { min: 0, max: 0 }, length: { min: 0, max: 0 } }
/** What IPP lets a size differ by before it is another: a millimetre. */
const GIVES = 1000
const at = (w: number, l: number) =>
  machine.refuses(ticket({ source: path?.source ?? '', page: { width: w, length: l } }))?.attribute ?? null

test('each edge at its limit with what it gives is taken, a micrometre beyond is not', () => {
  const [w, l] = [Math.round((width.min + width.max) / 2) + 137, Math.round((length.min + length.max) / 2) + 139]
  expect(at(w, l)).toBeNull()
  expect([at(width.min - GIVES, l), at(width.min - GIVES - 1, l)]).toEqual([null, 'media-size'])
  expect([at(width.max + GIVES, l), at(width.max + GIVES + 1, l)]).toEqual([null, 'media-size'])
  expect([at(w, length.min - GIVES), at(w, length.min - GIVES - 1)]).toEqual([null, 'media-size'])
  expect([at(w, length.max + GIVES), at(w, length.max + GIVES + 1)]).toEqual([null, 'media-size'])
})
test('a source or a media type it does not have is refused by its name; one that is not named is not', () => {
  expect(machine.refuses(ticket({ source: 'attic' }))).toEqual({ attribute: 'media-source', message: 'There is no source “attic”.' })
  const [known] = machine.printer.mediaTypes
  expect(machine.refuses(ticket({ source: path?.source ?? '', mediaType: 'velvet' }))).toEqual({
    attribute: 'media-type',
    message: 'There is no media type “velvet”.',
  })
  expect(machine.refuses(ticket({ source: path?.source ?? '', mediaType: known?.id ?? '' }))).toBeNull()
  expect(machine.refuses(ticket({ source: path?.source ?? '', mediaType: null }))).toBeNull()
})
test('a path that was serviced has fed nothing; the others have fed what they had', () => {
  const one = machineOf('heron')
  const [first = '', second = ''] = one.printer.paths.map((p) => p.id)
  Object.assign(one.state.fed, { [first]: 900, [second]: 700 })
  one.service(first)
  expect([one.state.fed[first], one.state.fed[second]]).toEqual([0, 700])
})
test('switched off, what is not over is lost and what is over stays as it ended', () => {
  const one = machineOf('heron')
  const over = one.create(ticket({}))
  one.end(over, 'completed', 'job-completed-successfully', 'Done.')
  const waits = one.create(ticket({}))
  one.power(false)
  expect(one.job(over.id)).toMatchObject({ state: 'completed', message: 'Done.' })
  expect(one.job(waits.id)).toMatchObject({ state: 'aborted', reason: 'aborted-by-system' })
  one.power(true)
  expect(one.job(waits.id)?.state).toBe('aborted')
})

test('a size that its firmware does not take is refused by the side it is refused for', () => {
  const one = machineOf('heron')
  const asked = (kind: 'refused-width' | 'refused-length', w: number, l: number) => {
    Object.assign(one.printer, { quirks: [{ kind, width: 331_234, accepts: 329_000 }] })
    return one.refuses(ticket({ source: path?.source ?? '', page: { width: w, length: l } }))?.message ?? null
  }
  const refused = 'This custom size is refused.'
  // As wide as that; as long as that; to six hundredths of a millimetre.
  expect([asked('refused-width', 331_234, 471_111), asked('refused-width', 301_111, 331_234)]).toEqual([refused, null])
  expect([asked('refused-length', 331_234, 471_111), asked('refused-length', 301_111, 331_234)]).toEqual([null, refused])
  expect([asked('refused-width', 331_234 + 59, 471_111), asked('refused-width', 331_234 + 60, 471_111)]).toEqual([refused, null])
})
