import { inch, mm } from '../length/length.ts'
import { type Arrival, freeId, lotFrom } from './arrival.ts'

const paper = { id: 'mole-rag', name: 'Mole Rag 310', thickness: 419 }
const box: Arrival = { paperId: 'mole-rag', form: 'sheet', width: mm(297), length: mm(420), stock: 25 }
const roll: Arrival = { paperId: 'mole-rag', form: 'roll', width: inch(24), length: mm(12_000), stock: mm(12_000) }
const refusal = (arrival: Arrival, of = paper) => {
  const read = lotFrom(arrival, of, [])
  return read.ok ? null : read.problem.code
}

test('a box has the name of its size, its short side across, and measures what its label says', () => {
  const read = lotFrom({ ...box, width: mm(420), length: mm(297), number: ' B-7 ', arrived: '2026-11-20', paidCents: 4999 }, paper, [])
  expect(read).toMatchObject({
    ok: true,
    value: {
      id: 'mole-rag-a3',
      pwg: 'iso_a3_297x420mm',
      nominal: { width: 297_000, length: 420_000 },
      measured: { width: 297_000, length: 420_000 },
      spread: 0,
      stock: 25,
      arrivedWith: 25,
      number: 'B-7',
      arrived: '2026-11-20',
      paidCents: 4999,
      opened: null,
      aside: false,
    },
  })
})
test('a second box like it has an id of its own; a size without a name is in the id', () => {
  expect(lotFrom(box, paper, ['mole-rag-a3', 'mole-rag-a3-2'])).toMatchObject({ value: { id: 'mole-rag-a3-3' } })
  expect(lotFrom({ ...box, width: mm(203), length: mm(1000) }, paper, [])).toMatchObject({ value: { id: 'mole-rag-203x1000', pwg: null } })
})
test('a roll keeps its width across and may be begun', () => {
  expect(lotFrom({ ...roll, stock: mm(7400) }, paper, [])).toMatchObject({
    ok: true,
    value: { id: 'mole-rag-610', form: 'roll', pwg: null, nominal: { width: 609_600, length: 12_000_000 }, stock: 7_400_000 },
  })
  // Wider than it is long: a remnant, not turned.
  expect(lotFrom({ ...roll, length: mm(300), stock: mm(300) }, paper, [])).toMatchObject({
    value: { nominal: { width: 609_600, length: 300_000 } },
  })
})
test.each([
  [{ ...box, width: mm(10) }, null],
  [{ ...box, width: mm(10) - 1 }, 'too-small'],
  [{ ...box, width: 1 }, 'too-small'],
  [{ ...box, length: -5 }, 'too-small'],
  [{ ...box, stock: 0 }, 'nothing-came'],
  [{ ...box, stock: -3 }, 'nothing-came'],
  [{ ...box, stock: 1 }, null],
  [{ ...roll, width: mm(3200) }, null],
  [{ ...roll, width: mm(3200) + 1 }, 'too-wide'],
  [{ ...roll, stock: mm(12_000) + 1 }, 'more-than-full'],
  [{ ...roll, stock: mm(12_000) }, null],
] as const)('%j comes to %s', (arrival, code) => {
  expect(refusal(arrival)).toBe(code)
})
test('what is too small or too wide is told as it was typed, with the limit', () => {
  expect(lotFrom({ ...box, width: 9999 }, paper, [])).toMatchObject({ problem: { value: '9.999 mm', limit: '10 mm' } })
  expect(lotFrom({ ...roll, width: mm(3200.5) }, paper, [])).toMatchObject({ problem: { value: '3200.5 mm', limit: '3200 mm' } })
})
test('a board is not wound: a millimetre is the limit', () => {
  expect(refusal(roll, { ...paper, thickness: 1000 })).toBeNull()
  expect(refusal(roll, { ...paper, thickness: 1001 })).toBe('not-on-a-roll')
  expect(refusal(box, { ...paper, thickness: 1600 })).toBeNull()
})

test('more than a full roll holds is refused in metres', () => {
  expect(lotFrom({ ...roll, stock: mm(12_500) }, paper, [])).toMatchObject({ problem: { value: '12.5 m', limit: '12 m' } })
  expect(lotFrom({ ...roll, stock: mm(12_000) }, paper, []).ok).toBe(true)
})

test('what is too thick for any roll is refused with its caliper and the limit', () => {
  expect(lotFrom(roll, { ...paper, thickness: 1234 }, [])).toMatchObject({
    problem: {
      code: 'not-on-a-roll',
      value: '1.23 mm',
      limit: '1 mm',
      message: expect.stringMatching(/^Mole Rag 310 is 1\.23 mm thick; nothing thicker than [\d.]+ mm comes on a roll\.$/),
    },
  })
})

test('what a paper is called makes an id of letters, figures and dashes, 54 of them at the most, that nothing else has', () => {
  expect(freeId('Møle Rag, 310 g/m²!', [])).toBe('m-le-rag-310-g-m')
  const long = 'a'.repeat(53)
  expect([freeId(`${long}b`, []), freeId(`${long}bc`, [])]).toEqual([`${long}b`, `${long}b`])
  expect(freeId('Quay', ['quay', 'quay-2'])).toBe('quay-3')
})
