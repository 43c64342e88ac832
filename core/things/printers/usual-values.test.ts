import { readFileSync } from 'node:fs'
import { EDGES } from '../paths/path.ts'
import { PRINTER_CLASSES, printerOfClass } from './classes.ts'

const mm = (um: number) => um / 1000
const range = ({ min, max }: { min: number; max: number }) => `${mm(min)}–${mm(max)}`

/** Every usual value of a class, a row of a table each. */
function* rows(id: string): Generator<string[]> {
  const of = printerOfClass(id, { id: 'x', name: 'X', address: '' })
  const kind = of.kind
  yield [
    kind,
    `${of.inks.length} (${of.inkSet})`,
    [...new Set(of.inks.map(({ capacity }) => capacity))].join(' '),
    of.qualities.map((q) => `${q.name} ${q.dpi} dpi ${q.secondsPerSquareMetre}`).join(', '),
    of.expansions.map((e) => `${e.name} ${mm(e.um)}`).join(', ') || 'none',
    of.black.installed,
    `${of.feedPpi}`,
  ]
  for (const m of of.mediaTypes) yield [kind, m.driverName, m.surface, `${m.weight.min}–${m.weight.max}`, m.black, m.platenGap]
  for (const path of of.paths) {
    const { borderless, clearance, roll } = path
    yield [
      kind,
      `${path.name}: ${path.kind}, ${path.source}`,
      range(path.width),
      range(path.length),
      range(path.thickness),
      `${path.weight.min}–${path.weight.max}`,
      path.capacity.map(({ upTo, sheets }) => `${sheets} up to ${mm(upTo)}`).join(', '),
      EDGES.map((edge) => mm(path.margins[edge])).join(' '),
      borderless
        ? `${borderless.edges.join(' ')} of ${borderless.sizes === 'any' ? 'any' : `${borderless.sizes.length} sizes`}, ${mm(borderless.enforced ?? 0)}`
        : 'none',
      `${mm(path.tolerance.across)} ${mm(path.tolerance.along)} ${path.tolerance.skewDegrees}°`,
      `${path.printableSide}, ${path.registration}, ${path.drawIn}`,
      clearance.behind === 0 ? 'none' : `${mm(clearance.behind)}${clearance.ofSheet ? ' and the sheet' : ''}`,
      roll.cores.length === 0
        ? 'none'
        : `${roll.cores.join(', ')} in${roll.suction ? ', suction' : ''}${roll.selfLoading ? ', loads itself' : ''}`,
    ]
  }
}

test('docs/printer-kinds.md says every usual value a new printer begins with', () => {
  const page = readFileSync('docs/printer-kinds.md', 'utf8')
  const stated = page
    .split('\n')
    .filter((line) => line.startsWith('| ') && !line.startsWith('| ---'))
    .map((line) =>
      line
        .split('|')
        .slice(1, -1)
        .map((cell) => cell.trim()),
    )
  const missing = PRINTER_CLASSES.flatMap(({ id }) => [...rows(id)]).filter(
    (row) => !stated.some((line) => line.join('|') === row.join('|')),
  )
  expect(missing.map((row) => `| ${row.join(' | ')} |`)).toEqual([])
})
