import { useMemo } from 'react'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { remedies } from '../../../core/plate/resolve/remedies.ts'
import { writeLength } from '../../../core/things/length/length.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { Button } from '../../ui/button.tsx'
import { toast } from '../../ui/toast.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

function sayLost(share: number, several: boolean): string {
  if (share < 0.0005) return `nothing of ${several ? 'any' : 'the'} picture lost`
  return several ? `up to ${(share * 100).toFixed(1)} % of a picture lost` : `${(share * 100).toFixed(1)} % of the picture lost`
}

/** What can be done about a dead margin, each remedy with what it loses and costs. */
export function RemediesList({ editor, plate, studio }: { editor: JobEditor; plate: Plate; studio: Studio }) {
  const { brief, pins } = editor.draft
  const list = useMemo(() => remedies(brief, studio, pins), [brief, studio, pins])
  const { unit } = plate.brief
  if (list.length < 2) return null
  return (
    <section aria-label="Dead margin" className="mt-3">
      <h2>Where the printer cannot print</h2>
      <ul className="mt-1 divide-y divide-hair border-y border-hair text-sm">
        {list.map((r) => (
          <li key={r.id} className="grid grid-cols-[1fr_auto] items-start gap-x-2 py-1.5">
            <span className={r.fix ? '' : 'font-semibold'}>{r.title}</span>
            {r.fix ? (
              <Button
                small
                onClick={() => {
                  if (!r.fix) return
                  editor.apply(r.fix)
                  toast(r.title, { action: { label: 'Undo', onClick: editor.undo } })
                }}
              >
                Do it
              </Button>
            ) : (
              <span className="text-soft">now</span>
            )}
            <span className="col-span-2 text-soft">
              {sayLost(r.lost, brief.items.length > 1)},{' '}
              {r.offCentre <= studio.rules.visibleShift
                ? 'borders equal to the eye'
                : `borders differ by ${writeLength(r.offCentre, unit)}`}
              ; {r.cost}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
