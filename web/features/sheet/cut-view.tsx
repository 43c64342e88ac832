import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { type CutPlan, cutSentences, parentsOf } from '../../../core/sheet/cutting/cut-plan.ts'
import { type Unit, writeLength, writeSize } from '../../../core/things/length/length.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { api, messageOf } from '../../api/client.ts'
import { jobQuery, queryClient, studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { toast } from '../../ui/toast.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

/** The parent sheet with its pieces, cuts and what is left. */
function CutDrawing({ plan, unit }: { plan: CutPlan; unit: Unit }) {
  const { width, length } = plan.parent
  const s = 1 / 1000
  const size = Math.max(width * 0.6, length) * s * 0.032
  const pad = size * 5
  return (
    <svg
      viewBox={`${-pad} ${-pad} ${width * s + 2 * pad} ${length * s + 2 * pad}`}
      className="h-full w-full"
      role="img"
      aria-label={`Cut plan: ${counted(plan.pieces.length, 'piece')} of ${writeSize(plan.piece.width, plan.piece.length, unit)}`}
      fontFamily="var(--font-mono)"
      fontSize={size}
    >
      <rect width={width * s} height={length * s} fill="var(--sheet)" stroke="var(--sheet-edge)" vectorEffect="non-scaling-stroke" />
      {plan.offcuts.map((r) => (
        <rect key={`${r.x} ${r.y}`} x={r.x * s} y={r.y * s} width={r.w * s} height={r.h * s} fill="#cfcfcf" />
      ))}
      {plan.pieces.map((r, i) => (
        <g key={`${r.x} ${r.y}`}>
          <rect x={r.x * s} y={r.y * s} width={r.w * s} height={r.h * s} fill="none" stroke="#8a8a8a" vectorEffect="non-scaling-stroke" />
          <text x={(r.x + r.w / 2) * s} y={(r.y + r.h / 2) * s} textAnchor="middle" fill="#333">
            {i + 1}
          </text>
        </g>
      ))}
      {plan.cuts.map((cut, i) => {
        const at = cut.at * s
        const line =
          cut.axis === 'along' ? { x1: at, x2: at, y1: -size, y2: length * s + size } : { x1: -size, x2: width * s + size, y1: at, y2: at }
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the order of the cuts is what they are known by
          <g key={i}>
            <line {...line} stroke="var(--ink)" strokeWidth="1.4" strokeDasharray="9 4" vectorEffect="non-scaling-stroke" />
            <text
              x={cut.axis === 'along' ? at : -size * 1.4}
              y={cut.axis === 'along' ? -size * 1.4 : at + size * 0.35}
              textAnchor={cut.axis === 'along' ? 'middle' : 'end'}
              fill="var(--ink)"
            >
              cut {i + 1}
            </text>
          </g>
        )
      })}
      <text x={(width * s) / 2} y={length * s + size * 2.4} textAnchor="middle" fill="var(--soft)">
        {writeLength(width, unit)}
      </text>
      <text transform={`translate(${width * s + size * 2.2} ${(length * s) / 2}) rotate(-90)`} textAnchor="middle" fill="var(--soft)">
        {writeLength(length, unit)}
      </text>
    </svg>
  )
}

/** How the sheets are got from larger stock, with the cuts in order; one press books them. */
export function CutView({ plan, job, editor }: { plan: CutPlan; job: Job; editor: JobEditor }) {
  const { unit } = editor.draft.brief
  const [sure, setSure] = useState(false)
  const cut = useMutation({
    mutationFn: () => api('POST /jobs/{id}/cut', { id: job.id, body: { version: editor.version } }),
    onSuccess: (next) => {
      queryClient.setQueryData(jobQuery(job.id).queryKey, next)
      void queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
      toast.success('The pieces are in stock, and this job takes them.')
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  return (
    <div className="absolute inset-0 grid gap-4 overflow-auto p-4 lg:grid-cols-[minmax(0,1fr)_17rem]">
      <div className="min-h-[22rem]">
        <CutDrawing plan={plan} unit={unit} />
      </div>
      <section aria-label="Cut plan">
        <h2>Cut the sheets first</h2>
        <p className="mt-1 text-soft">
          {parentsOf(plan)} of lot {plan.fromLotId}, {writeSize(plan.parent.width, plan.parent.length, unit)}{' '}
          {plan.parent.roll ? '' : 'each'}
        </p>
        <ol className="mt-2 list-decimal space-y-1 pl-5">
          {cutSentences(plan, unit).map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ol>
        <p className="mt-3 border-l-4 border-warn pl-3 text-sm">
          <b className="font-semibold">Caution.</b> Cutting mat, metal rule with a finger guard, fresh blade, blade away from the hand;
          close it when you are done.
        </p>
        <Check className="mt-3" checked={sure} onChange={(on) => setSure(on)}>
          The sheets are cut. This takes them from lot {plan.fromLotId} and cannot be undone.
        </Check>
        <Button kind="act" className="mt-2" disabled={!sure || editor.dirty || cut.isPending} onClick={() => cut.mutate()}>
          Put the pieces into stock
        </Button>
      </section>
    </div>
  )
}
