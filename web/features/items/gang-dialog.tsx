import { useMutation, useQuery } from '@tanstack/react-query'
import { useCallback, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { resolve } from '../../../core/plate/resolve/resolve.ts'
import { membersOf } from '../../../core/things/brief/brief.ts'
import { writeSize } from '../../../core/things/length/length.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import type { Companion } from '../../../core/work/gang/companion.ts'
import { unganged } from '../../../core/work/gang/gang.ts'
import { api, messageOf } from '../../api/client.ts'
import { jobsQuery, queryClient } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { toast } from '../../ui/toast.tsx'
import { useLonger } from '../../ui/use-longer.tsx'
import { previewUrl } from '../picture/preview-url.ts'
import { type Question, useWorkedOut } from '../planning/use-worked-out.ts'

/** Chooses other jobs of the same printer, paper and media type to print with this one. */
export const GangDialog = ({ job, studio, onClose }: { job: Job; studio: Studio; onClose(): void }) => (
  <Dialog title="Print with other jobs" onClose={onClose}>
    <div className="overflow-y-auto p-4">
      <Choice job={job} studio={studio} onDone={onClose} />
    </div>
  </Dialog>
)

function Choice({ job, studio, onDone }: { job: Job; studio: Studio; onDone(): void }) {
  const { data: open } = useQuery(jobsQuery)
  const navigate = useNavigate()
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set())
  const mine = useMemo(() => ({ id: job.id, title: job.title, plate: resolve(job.brief, studio, job.pins) }), [job, studio])
  const why = unganged(mine)
  const waiting = useMemo(
    () =>
      why === null && open?.complete
        ? [...open.jobs.values()].filter(
            (one) => one.id !== job.id && one.state === 'setup' && one.gang === null && membersOf(one.brief).length === 0,
          )
        : [],
    [why, open, job.id],
  )
  const found = useWorkedOut(
    waiting,
    studio,
    useCallback<Question<Companion | 'unlike' | null>>((planner, others) => planner.companions(job, others), [job]),
  )
  const others = waiting.flatMap((one) => {
    const companion = found.get(one.id)
    return companion && companion !== 'unlike' ? [{ job: one, ...companion }] : []
  })
  const unlikely = [...found.values()].filter((one) => one === 'unlike').length
  const searching = !open?.complete || found.size < waiting.length
  const { shown, more } = useLonger(others)
  const gang = useMutation({
    mutationFn: () => api('POST /gangs', { body: { jobIds: [job.id, ...chosen] } }),
    onSuccess: (made) => {
      void queryClient.invalidateQueries({ queryKey: jobsQuery.queryKey })
      onDone()
      navigate(`/jobs/${made.id}/sheet`)
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  if (why) return <p className="mt-2">{why}</p>
  const { setup } = mine.plate
  return (
    <>
      <p className="mt-1 max-w-prose text-soft">
        Jobs set up for {setup?.printer.name}, {setup?.paper.name}, “{setup?.mediaType.panelName}”. Their pieces are laid close to each
        other and cut apart by a plan; each is inspected with its own job.
      </p>
      {searching && (
        <p className="mt-3 text-soft" role="status">
          Looking at the jobs that wait …
        </p>
      )}
      {others.length === 0 && !searching && (
        <p className="mt-3">
          No other job waits for this printer with this paper and media type.
          {unlikely > 0 && ` ${counted(unlikely, 'takes', 'take')} another.`}
        </p>
      )}
      <ul className="mt-3 max-h-[50vh] divide-y divide-hair overflow-y-auto">
        {shown.map(({ job: one, size, copies }) => {
          const src = previewUrl(one.brief, undefined, 192)
          return (
            <li key={one.id} className="flex items-center gap-3 py-1.5">
              <Check
                checked={chosen.has(one.id)}
                onChange={(on) => setChosen((now) => new Set(on ? [...now, one.id] : [...now].filter((id) => id !== one.id)))}
              >
                <span className="flex items-center gap-3">
                  <span className="flex h-11 w-11 items-center justify-center bg-ground">
                    {src && <img src={src} alt="" className="max-h-10 max-w-10 object-contain" />}
                  </span>
                  <span>
                    <span className="num text-faint">{one.id}</span> {one.title}
                    <span className="block text-sm text-soft">
                      {size.by === 'picture' && size.width && size.height ? writeSize(size.width, size.height, one.brief.unit) : ''}
                      {copies > 1 ? `, ${copies} times` : ''}
                    </span>
                  </span>
                </span>
              </Check>
            </li>
          )
        })}
      </ul>
      {more}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onDone}>Leave it by itself</Button>
        <Button kind="act" disabled={chosen.size === 0 || gang.isPending} onClick={() => gang.mutate()}>
          {chosen.size === 0 ? 'Print them together' : `Print ${chosen.size + 1} jobs together`}
        </Button>
      </div>
    </>
  )
}
