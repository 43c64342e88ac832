import { useMutation } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Moment } from '../../../core/plate/decisions/decision.ts'
import { resolve } from '../../../core/plate/resolve/resolve.ts'
import { changedBy, differenceOf, type Several } from '../../../core/plate/saved/change-several.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { api, messageOf } from '../../api/client.ts'
import { jobsQuery, queryClient } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Combobox } from '../../ui/combobox.tsx'
import { MomentField } from '../../ui/day-field.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { LevelMark } from '../../ui/mark.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Select } from '../../ui/select.tsx'
import { toast } from '../../ui/toast.tsx'
import type { PlannedJob } from './planned.ts'

interface Props {
  planned: readonly PlannedJob[]
  studio: Studio
  /** The minute the plates were worked out for, so that only the change differs. */
  moment: Moment | null
  onClose(): void
}

const AS_IS = 'as it is in each'

/** What is to be changed, as it is chosen: undefined leaves it in each job as it is. */
interface Wanted {
  paperId?: string | null | undefined
  printer?: string | null | undefined
  dueAt: string | null
  copies: number | null
}

const severalOf = ({ paperId, printer, dueAt, copies }: Wanted): Several => ({
  brief: { ...(paperId !== undefined ? { paperId } : {}), ...(dueAt !== null ? { dueAt } : {}) },
  ...(copies !== null ? { copies } : {}),
  pins: {
    // What belonged to the paper or the printer before does not go on.
    ...(paperId !== undefined ? { stock: null, page: null, 'media-type': null, profile: null } : {}),
    ...(printer !== undefined ? { path: null, stock: null, page: null, 'media-type': null, quality: null, profile: null, printer } : {}),
  },
})

/** One change to several jobs at once: chosen, seen in each before it is done, taken back in one step. */
export default function ChangeSeveral({ planned, studio, moment, onClose }: Props) {
  const navigate = useNavigate()
  const jobs = planned.filter(({ job }) => job.state === 'setup')
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set())
  const [wanted, setWanted] = useState<Wanted>({ dueAt: null, copies: null })
  const several = useMemo(() => severalOf(wanted), [wanted])
  const nothing = wanted.paperId === undefined && wanted.printer === undefined && wanted.dueAt === null && wanted.copies === null
  const mine = useMemo(() => planned.filter(({ job }) => job.state === 'setup' && chosen.has(job.id)), [planned, chosen])
  const differences = useMemo(
    () =>
      new Map(
        nothing
          ? []
          : mine.map(({ job, plate }) => {
              const { brief, pins } = changedBy(job, several)
              return [job.id, differenceOf(plate, resolve(brief, studio, pins, moment))]
            }),
      ),
    [mine, several, studio, moment, nothing],
  )
  const told = () => queryClient.invalidateQueries({ queryKey: jobsQuery.queryKey })
  const onError = (error: Error) => {
    toast.error(messageOf(error))
    void told()
  }
  const edit = useMutation({
    mutationFn: async (of: { edits: Parameters<typeof send>[0]; says: string; back(job: Job): object }) => ({
      ...of,
      made: await send(of.edits),
    }),
    onSuccess: ({ made, says, back }) => {
      void told()
      onClose()
      toast(says, {
        action: {
          label: 'Undo',
          onClick: () =>
            void send(made.map((job) => ({ id: job.id, version: job.version, ...back(job) })))
              .then(told)
              .catch(onError),
        },
      })
    },
    onError,
  })
  const gang = useMutation({
    mutationFn: () => api('POST /gangs', { body: { jobIds: [...chosen] } }),
    onSuccess: (made) => {
      void told()
      navigate(`/jobs/${made.id}/sheet`)
    },
    onError,
  })
  const before = new Map(mine.map(({ job }) => [job.id, job]))
  const n = `${chosen.size} ${chosen.size === 1 ? 'job' : 'jobs'}`
  const busy = edit.isPending || gang.isPending
  return (
    <Dialog title="Several jobs at once" onClose={onClose}>
      <div className="overflow-y-auto p-4">
        <Check
          className="w-full border-b border-line pb-2"
          checked={chosen.size === jobs.length && jobs.length > 0}
          onChange={(on) => setChosen(new Set(on ? jobs.map(({ job }) => job.id) : []))}
        >
          All {jobs.length} that are being set up
        </Check>
        <ul className="max-h-[38vh] divide-y divide-hair overflow-y-auto" aria-label="Jobs">
          {jobs.map(({ job, plate }) => (
            <li key={job.id} className="py-1">
              <Check
                checked={chosen.has(job.id)}
                onChange={(on) => setChosen((now) => new Set(on ? [...now, job.id] : [...now].filter((id) => id !== job.id)))}
              >
                <span className="num text-faint">{job.id}</span> {job.title}
                <span className="block text-sm text-soft">
                  {plate.setup ? `${plate.setup.printer.name}, ${plate.setup.paper.name}` : 'not complete yet'}
                </span>
              </Check>
              <Differs of={differences.get(job.id)} />
            </li>
          ))}
        </ul>
        <div className="mt-4 grid gap-3 sm:grid-cols-2">
          <Combobox
            label="Paper"
            full
            find="A paper"
            value={wanted.paperId}
            options={[
              { value: undefined, words: AS_IS },
              { value: null, words: 'whatever suits best' },
              ...studio.papers.filter((p) => p.sampleOf === null).map((p) => ({ value: p.id, words: p.name })),
            ]}
            onChange={(paperId) => setWanted({ ...wanted, paperId })}
          />
          <Select
            label="Printer"
            full
            value={wanted.printer}
            options={[
              [undefined, AS_IS],
              [null, 'whichever suits best'],
              ...studio.printers.map((p) => [p.id, p.name] as [string, string]),
            ]}
            onChange={(printer) => setWanted({ ...wanted, printer })}
          />
          <MomentField label="Due" value={wanted.dueAt} onChange={(dueAt) => setWanted({ ...wanted, dueAt })} />
          {wanted.copies === null ? (
            <Button className="self-end" onClick={() => setWanted({ ...wanted, copies: 1 })}>
              Copies of each …
            </Button>
          ) : (
            <NumberField
              label="Copies of each"
              whole
              min={1}
              max={10_000}
              step={1}
              value={wanted.copies}
              onChange={(copies) => setWanted({ ...wanted, copies })}
            />
          )}
        </div>
        <div className="mt-4 flex flex-wrap gap-2">
          <Button
            kind="act"
            disabled={nothing || chosen.size === 0 || busy}
            onClick={() =>
              edit.mutate({
                edits: mine.map(({ job }) => ({ id: job.id, version: job.version, ...changedBy(job, several) })),
                says: `${n} changed.`,
                back: ({ id }) => ({ brief: before.get(id)?.brief, pins: before.get(id)?.pins }),
              })
            }
          >
            Change {n}
          </Button>
          <Button disabled={chosen.size < 2 || busy} onClick={() => gang.mutate()}>
            Print them together
          </Button>
          <Button
            disabled={chosen.size === 0 || busy}
            onClick={() =>
              edit.mutate({
                edits: mine.map(({ job }) => ({ id: job.id, version: job.version, archived: true })),
                says: `${n} put aside.`,
                back: () => ({ archived: false }),
              })
            }
          >
            Put aside
          </Button>
        </div>
      </div>
    </Dialog>
  )
}

const send = (edits: Parameters<typeof api<'PATCH /jobs'>>[1]['body']['edits']) => api('PATCH /jobs', { body: { edits } })

function Differs({ of }: { of: ReturnType<typeof differenceOf> | undefined }) {
  if (!of) return null
  const graver = of.found.filter(({ level }) => level !== 'note')
  return (
    <div className="ml-7 text-sm">
      {of.decisions.length === 0 && graver.length === 0 && <p className="text-soft">Nothing in its set-up changes by it.</p>}
      {of.decisions.map((says) => (
        <p key={says}>{says}</p>
      ))}
      {graver.map(({ level, says }) => (
        <p key={says} className="flex gap-2">
          <LevelMark level={level} word={false} /> {says}
        </p>
      ))}
      {of.gone.length > 0 && <p className="text-soft">No longer: {of.gone.join(', ').toLowerCase()}</p>}
    </div>
  )
}
