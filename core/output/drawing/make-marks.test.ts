import { mm } from '../../things/length/length.ts'
import { guideMark, snapMarks } from './make-marks.ts'

test('what a dragged picture has snapped to is drawn across the sheet, its words beside the line and within the sheet', () => {
  const frame = { x: mm(3), y: mm(7), w: mm(200), h: mm(290) }
  const size = mm(6)
  const [upright, upWords, lying, lyingWords] = snapMarks(
    [
      { axis: 'x', at: mm(60), says: 'the middle' },
      { axis: 'y', at: mm(90), says: 'as far from both edges' },
    ],
    frame,
    size,
  )
  expect(upright).toMatchObject({ kind: 'line', x1: mm(60), x2: mm(60), y1: mm(7), y2: mm(297) })
  expect(lying).toMatchObject({ kind: 'line', x1: mm(3), x2: mm(203), y1: mm(90), y2: mm(90) })
  if (upWords?.kind !== 'text' || lyingWords?.kind !== 'text') throw new Error('no words')
  expect([upWords.text, lyingWords.text]).toEqual(['the middle', 'as far from both edges'])
  const near = (from: number, to: number) => to > from && to - from < size
  // Right of the upright line, below the top of the frame; above the lying one, right of its beginning.
  expect([near(mm(60), upWords.x), near(mm(7), upWords.y - upWords.size), near(lyingWords.y, mm(90)), near(mm(3), lyingWords.x)]).toEqual([
    true,
    true,
    true,
    true,
  ])
})

test('a line that somebody has drawn goes right across the sheet', () => {
  const within = { x: 3, y: 7, w: 200, h: 290 }
  expect(guideMark({ axis: 'x', at: 60 }, within)).toMatchObject({ x1: 60, y1: 7, x2: 60, y2: 297 })
  expect(guideMark({ axis: 'y', at: 90 }, within)).toMatchObject({ x1: 3, y1: 90, x2: 203, y2: 90 })
})
