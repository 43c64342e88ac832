import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { cutSteps, cutsOf, drawCuts } from '../../../core/output/drawing/cut-drawing.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Form } from '../../../core/sheet/form.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { Tick } from '../../../core/wire/api/dto.ts'
import { apiUrl } from '../../api/here.ts'
import { ticksQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { SheetSvg } from '../drawing/sheet-svg.tsx'
import { tickStep, useTicks } from '../loading/ticks.ts'
import { previewUrl } from '../picture/preview-url.ts'

const NONE: readonly Tick[] = []

/** The cuts of a sheet in their order, drawn and to be ticked, here or on the phone at the cutter. */
export function CutsView({ jobId, plate, form }: { jobId: number; plate: Plate; form: Form }) {
  const { unit } = plate.brief
  const kept = useQuery(ticksQuery(jobId))
  const { ticks } = useTicks(jobId, kept.data ?? NONE)
  const steps = useMemo(() => cutSteps(form, unit), [form, unit])
  const { knife } = useMemo(() => cutsOf(form), [form])
  const ticked = useMemo(() => new Set(ticks.map(({ stepId }) => stepId)), [ticks])
  const drawing = useMemo(() => {
    const done = new Set(steps.flatMap(({ id, cut }) => (ticked.has(id) ? [cut.number] : [])))
    return drawCuts(form, plate.brief, done)
  }, [form, plate.brief, steps, ticked])
  const next = steps.find(({ id }) => !ticked.has(id))
  const knifed = knife.reduce((sum, group) => sum + group.length, 0)
  return (
    <div className="absolute inset-0 grid content-start gap-4 overflow-auto p-4 lg:grid-cols-[minmax(0,1fr)_20rem] lg:content-stretch">
      {next && (
        <div className="border-l-4 border-act pl-3 lg:hidden">
          <p className="text-lg">
            <span className="num font-semibold">{next.cut.number}</span> {next.says}
          </p>
          <Button kind="act" className="mt-2" onClick={() => tickStep(jobId, next.id, true)}>
            Cut {next.cut.number} is made
          </Button>
        </div>
      )}
      <div className="min-h-[22rem]">
        <SheetSvg drawing={drawing} className="h-full max-h-[calc(100dvh-13rem)] w-full" picture={(id) => previewUrl(plate.brief, id)} />
      </div>
      <section aria-label="Cuts in their order">
        <h2>
          {counted(steps.length, 'cut')}, {counted(form.placements.length, 'piece')}
        </h2>
        <p className="mt-1 text-sm text-soft">
          Let it dry first. Cutting board, metal rule with a guard, blade away from the hand, a fresh blade; closed after. Every cut goes
          right across the piece it is made on.
        </p>
        {knifed > 0 && (
          <p className="mt-2 border-l-2 border-warn pl-2">
            {counted(knifed, 'piece lies', 'pieces lie')} so that only a knife gets {knifed === 1 ? 'it' : 'them'} apart: along the lines,
            one after the other.
          </p>
        )}
        <p className="mt-2">
          <a
            className="link text-sm"
            href={apiUrl(`/jobs/${jobId}/cuts.pdf?scale=${form.sheet.h > 2_000_000 ? 10 : 1}`)}
            target="_blank"
            rel="noreferrer"
          >
            Cut plan as PDF, {form.sheet.h > 2_000_000 ? 'a tenth' : 'true size'}
          </a>
        </p>
        <ol className="mt-3 space-y-1">
          {steps.map(({ id, cut, says }) => (
            <li key={id} className={next?.id === id ? 'border-l-4 border-act pl-2' : 'pl-3'}>
              <Check checked={ticked.has(id)} onChange={(on) => tickStep(jobId, id, on)}>
                <span className="num font-semibold">{cut.number}</span> {says}
              </Check>
            </li>
          ))}
        </ol>
      </section>
    </div>
  )
}
