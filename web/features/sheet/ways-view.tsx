import { createColumnHelper } from '@tanstack/react-table'
import { useMemo } from 'react'
import { compareWays, pinsFor, type WayRow } from '../../../core/plate/resolve/compare-ways.ts'
import { writeNumber } from '../../../core/things/length/length.ts'
import { EDGES } from '../../../core/things/paths/path.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { loadingSteps } from '../../../core/work/loading/steps.ts'
import { LevelMark } from '../../ui/mark.tsx'
import { DataTable } from '../../ui/table/data-table.tsx'
import { Take } from '../../ui/take.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

const column = createColumnHelper<WayRow>()

/** All usable printers and paths for the job in one table, and every unusable one with its reason. */
export function WaysView({ editor, studio }: { editor: JobEditor; studio: Studio }) {
  const { brief, pins } = editor.draft
  const { unit } = brief
  const comparison = useMemo(
    () => compareWays({ brief, studio, pins, stepsOf: (plate) => loadingSteps(plate, brief.unit).length }),
    [brief, studio, pins],
  )
  const columns = useMemo(
    () => [
      column.accessor((r) => `${r.printer} ${r.path}`, {
        id: 'way',
        header: 'Printer and path',
        cell: ({ row: { original: r } }) => (
          <>
            <b className="font-semibold">{r.printer}</b>, {r.path}
            <span className="block text-sm text-soft">{r.stock}</span>
            {r.stop && (
              <span className="mt-0.5 flex gap-1 text-sm">
                <LevelMark level="stop" word={false} /> {r.stop}
              </span>
            )}
          </>
        ),
      }),
      column.accessor((r) => r.printable.width * r.printable.length, {
        meta: { figure: true },
        id: 'printable',
        header: `Prints on, ${unit}`,
        cell: ({ row: { original: r } }) => `${writeNumber(r.printable.width, unit)} × ${writeNumber(r.printable.length, unit)}`,
      }),
      column.accessor((r) => Math.max(...EDGES.map((e) => r.margins[e])), {
        meta: { figure: true },
        id: 'margins',
        header: `Margins, ${unit}`,
        cell: ({ row: { original: r } }) => EDGES.map((e) => writeNumber(r.margins[e], unit)).join(' · '),
      }),
      column.accessor((r) => r.borderless.length, {
        meta: { figure: true },
        id: 'borderless',
        header: 'Borderless',
        cell: ({ getValue }) => ['no', 'one edge', 'two edges', 'three edges', 'all edges'][getValue()] ?? 'no',
      }),
      column.accessor('lost', {
        meta: { figure: true },
        header: 'Lost',
        cell: ({ getValue }) => (getValue() < 0.0005 ? '—' : `${(getValue() * 100).toFixed(1)} %`),
      }),
      column.accessor('loads', {
        meta: { figure: true },
        header: 'Loads',
        cell: ({ row: { original: r } }) => `${r.loads} of ${r.sheetsPerLoad}`,
      }),
      column.accessor('minutes', {
        meta: { figure: true },
        header: 'Minutes',
        cell: ({ getValue }) => getValue().toFixed(getValue() < 10 ? 1 : 0),
      }),
      column.accessor('steps', { meta: { figure: true }, header: 'Steps' }),
      column.accessor('points', { meta: { figure: true }, header: 'Cost', cell: ({ getValue }) => getValue().toFixed(1) }),
    ],
    [unit],
  )
  const use = (r: WayRow) => editor.set({ ...editor.draft, pins: pinsFor(pins, { printer: r.printerId, path: r.pathId }) })
  return (
    <div className="absolute inset-0 overflow-auto bg-paper p-4">
      <h2>Ways to print this job</h2>
      <p className="text-sm text-soft">
        Margins are leading, trailing, left and right. One point of cost is about a minute of somebody’s time.
      </p>
      {comparison.usable.length === 0 ? (
        <p className="mt-3">No path of the studio takes this sheet. The reasons are below.</p>
      ) : (
        <div className="mt-2">
          <DataTable
            name="ways"
            label="Usable ways"
            rows={comparison.usable}
            columns={columns}
            idOf={(r) => `${r.printerId} ${r.pathId}`}
            rowClass={(r) => (r.chosen ? 'bg-chosen align-top' : 'align-top')}
            end={(r) => <Take taken={r.chosen} word="chosen" onTake={() => use(r)} />}
          />
        </div>
      )}
      <h2 className="mt-5">Not usable</h2>
      <ul className="mt-1 divide-y divide-hair border-y border-hair">
        {comparison.unusable.map((u) => (
          <li key={`${u.printer} ${u.path}`} className="grid grid-cols-[16rem_1fr] gap-3 py-1">
            <span>
              {u.printer}, {u.path}
            </span>
            <span className="text-soft">{u.reason}</span>
          </li>
        ))}
      </ul>
    </div>
  )
}
