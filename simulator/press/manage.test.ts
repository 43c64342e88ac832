import { srgbToLab, type Triple } from '../../core/color/cie.ts'
import { printedLab } from '../color/inks.ts'
import { type InkOnPaper, inkModelFor } from '../color/paper-inks.ts'
import { managedGrid } from './manage.ts'

const INKS: InkOnPaper = { inkSet: 'pigment-12', coating: 'matte', white: [93, 1, 6], expects: 'gloss', black: 'photo' }
/** What the printer reckons with: the usual paper of the media type it was told, whatever lies in it. */
const usual = printedLab(inkModelFor({ ...INKS, coating: 'gloss', white: [96, 0, -1] }))
const off = (a: Triple, b: Triple) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])

test('a printer that manages colour prints what lies within its reach as it is, and the rest near what is nearest: by looking at every device colour', () => {
  const { size, values } = managedGrid(INKS)
  const [white, black] = [usual([1, 1, 1]), usual([0, 0, 0])]
  const steps = Array.from({ length: 22 }, (_, i) => i / 21)
  const every = steps.flatMap((r) => steps.flatMap((g) => steps.map((b) => usual([r, g, b]))))
  let reached = 0
  // Every seventh node, so that all faces and the inside come in, and the last, which is white.
  for (let n = 0; n < size ** 3; n += n + 7 < size ** 3 ? 7 : 1) {
    const rgb = [Math.floor(n / size ** 2), Math.floor(n / size) % size, n % size].map((i) => i / (size - 1)) as unknown as Triple
    const [l, a, b] = srgbToLab(rgb)
    const wanted: Triple = [black[0] + ((white[0] - black[0]) * l) / 100, a + (white[1] * l) / 100, b + (white[2] * l) / 100]
    const sent = [...values.subarray(n * 3, n * 3 + 3)].map((v) => v / 255) as unknown as Triple
    const best = Math.min(...every.map((lab) => off(lab, wanted)))
    const found = off(usual(sent), wanted)
    if (best < 2) reached++
    // What it can reach it meets; of the rest its descent ends up to a third further off than the very nearest, as drivers do.
    expect([n, found <= (best < 1 ? 1.2 : best * 1.33 + 1.5)]).toEqual([n, true])
  }
  expect(reached).toBeGreaterThan(60)
})
