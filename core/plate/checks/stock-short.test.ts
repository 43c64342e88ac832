import { afterFix, finding, plateOf } from '../../testing/fixtures.ts'
import { mm } from '../../things/length/length.ts'
import { layoutOf } from '../resolve/plate.ts'

test('more copies than sheets is a stop that offers what there is', () => {
  const plate = plateOf({ brief: { copies: 40 } })
  expect(finding(plate, 'stock-short')?.numbers).toEqual({ needed: 40, stock: 31, copies: 31 })
  expect(finding(afterFix(plate, 'stock-short'), 'stock-short')).toBeUndefined()
})

test('a roll is counted by length', () => {
  const brief = { paperId: 'pilot-rag', sheet: null, size: { by: 'picture' as const, width: mm(400), height: null } }
  expect(finding(plateOf({ brief: { ...brief, copies: 2 } }), 'stock-short')).toBeUndefined()
  expect(finding(plateOf({ brief: { ...brief, copies: 60 } }), 'stock-short')?.level).toBe('stop')
})

test('a lot of just as many sheets is enough, and another lot that holds just enough is offered', () => {
  const copies = (n: number, others: number) =>
    finding(
      plateOf({
        brief: { copies: n },
        pins: { path: 'heron-cassette', stock: 'lustre-a3' },
        studio: (s) => {
          const lot = s.lots.find((l) => l.id === 'lustre-a3')
          if (!lot) throw new Error('no lot')
          s.lots.push({ ...lot, id: 'lustre-a3-b', stock: others })
          lot.stock = 12
        },
      }),
      'stock-short',
    )
  expect(copies(12, 0)).toBeUndefined()
  expect(copies(13, 13)?.fix?.pins).toMatchObject({ stock: 'lustre-a3-b' })
  expect(copies(13, 12)?.fix?.pins?.stock).not.toBe('lustre-a3-b')
})

test('another roll that is just long enough is offered, one a micrometre shorter is not', () => {
  const rolls = (over: number) => {
    const brief = { paperId: 'pilot-rag', sheet: null, size: { by: 'picture' as const, width: mm(400), height: null }, copies: 3 }
    const pins = { printer: 'heron', path: 'heron-roll', stock: 'rag-17' }
    const one = plateOf({ brief: { ...brief, copies: 1 }, pins })
    const each = layoutOf(one)?.sheet.h ?? 0
    expect(one.setup?.lot.id).toBe('rag-17')
    return finding(
      plateOf({
        brief,
        pins,
        studio: (s) => {
          const lot = s.lots.find((l) => l.id === 'rag-17')
          if (!lot) throw new Error('no roll')
          s.lots.push({ ...lot, id: 'rag-17-b', stock: 3 * each + over })
          lot.stock = 2 * each + 5
        },
      }),
      'stock-short',
    )
  }
  expect(rolls(0)?.fix?.pins).toMatchObject({ stock: 'rag-17-b' })
  expect(rolls(0)?.numbers.copies).toBe(2)
  expect(rolls(-1)?.fix).toMatchObject({ label: 'Print 2', item: { copies: 2 } })
})

test('enough of another paper is offered by its name, and only where there is no other lot of this one', () => {
  const offered = (others: number) =>
    finding(
      plateOf({
        brief: { paperId: null, copies: 13 },
        pins: { path: 'heron-cassette', stock: 'lustre-a3' },
        studio: (s) => {
          const lot = s.lots.find((l) => l.id === 'lustre-a3')
          if (!lot) throw new Error('no lot')
          s.lots = [
            { ...lot, stock: 12 },
            { ...lot, id: 'gloss-like', paperId: 'beacon-gloss', stock: 40 },
            { ...lot, id: 'lustre-a3-b', stock: others },
          ]
        },
      }),
      'stock-short',
    )?.fix
  expect(offered(13)).toEqual({ label: 'Take the other lot', pins: { stock: 'lustre-a3-b' } })
  expect(offered(12)).toEqual({ label: 'Print it on Beacon Gloss 260', pins: { stock: 'gloss-like' } })
})
