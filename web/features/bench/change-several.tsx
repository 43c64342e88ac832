import { useMutation } from '@tanstack/react-query'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useCallback, useMemo, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { changedBy, type Difference, type Several } from '../../../core/plate/saved/change-several.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import type { Outlook } from '../../../core/work/schedule/outlook.ts'
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
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'
import { type Question, useWorkedOut } from '../planning/use-worked-out.ts'
import { useMoment } from '../plate/moment.ts'

interface Props {
  jobs: readonly Job[]
  outlooks: ReadonlyMap<number, Outlook>
  studio: Studio
  onClose(): void
}

/** Height of a row before it is measured. */
const ROW = 52
/** So many rows beside those that are seen are there too, for a search in the page and for the keyboard. */
const FEW = 60
/** From so many jobs on they can be looked for. */
const MANY = 20
const NONE: Job[] = []
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
export default function ChangeSeveral({ jobs: all, outlooks, studio, onClose }: Props) {
  const navigate = useNavigate()
  const moment = useMoment()
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set())
  const [wanted, setWanted] = useState<Wanted>({ dueAt: null, copies: null })
  const several = useMemo(() => severalOf(wanted), [wanted])
  const nothing = wanted.paperId === undefined && wanted.printer === undefined && wanted.dueAt === null && wanted.copies === null
  const [words, setWords] = useState('')
  const jobs = useMemo(() => all.filter((job) => `${job.id} ${job.title}`.toLowerCase().includes(words.trim().toLowerCase())), [all, words])
  const mine = useMemo(() => all.filter((job) => chosen.has(job.id)), [all, chosen])
  const differences = useWorkedOut(
    nothing ? NONE : mine,
    studio,
    useCallback<Question<Difference>>((planner, jobs) => planner.differences(jobs, several, moment), [several, moment]),
  )
  const frame = useRef<HTMLDivElement>(null)
  const virtual = useVirtualizer({ count: jobs.length, getScrollElement: () => frame.current, estimateSize: () => ROW, overscan: FEW })
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
  const before = new Map(mine.map((job) => [job.id, job]))
  const n = `${counted(chosen.size, 'job')}`
  const busy = edit.isPending || gang.isPending
  return (
    <Dialog title="Several jobs at once" onClose={onClose}>
      <div className="overflow-y-auto p-4">
        {all.length > MANY && (
          <TextField
            label="Find jobs"
            labelAt="hidden"
            type="search"
            placeholder="Only jobs with this in their title"
            className="mb-2 w-full"
            most={120}
            value={words}
            onChange={setWords}
          />
        )}
        <Check
          className="w-full border-b border-line pb-2"
          checked={jobs.length > 0 && jobs.every((job) => chosen.has(job.id))}
          onChange={(on) =>
            setChosen(
              (now) => new Set(on ? [...now, ...jobs.map((job) => job.id)] : [...now].filter((id) => !jobs.some((job) => job.id === id))),
            )
          }
        >
          {words === '' ? `All ${jobs.length} that are being set up` : `All ${jobs.length} that are listed`}
        </Check>
        <div ref={frame} className="max-h-[38vh] overflow-y-auto">
          <ul aria-label="Jobs" className="relative" style={{ height: virtual.getTotalSize() }}>
            {virtual.getVirtualItems().map(({ index, key, start }) => {
              const job = jobs[index]
              const outlook = job && outlooks.get(job.id)
              return (
                job && (
                  <li
                    key={key}
                    ref={virtual.measureElement}
                    data-index={index}
                    className="absolute inset-x-0 border-b border-hair py-1"
                    style={{ top: start }}
                  >
                    <Check
                      checked={chosen.has(job.id)}
                      onChange={(on) => setChosen((now) => new Set(on ? [...now, job.id] : [...now].filter((id) => id !== job.id)))}
                    >
                      <span className="num text-faint">{job.id}</span> {job.title}
                      <span className="block text-sm text-soft">
                        {outlook?.printerId ? `${outlook.printerName}, ${outlook.paperName}` : outlook ? 'not complete yet' : '…'}
                      </span>
                    </Check>
                    <Differs of={differences.get(job.id)} />
                  </li>
                )
              )
            })}
          </ul>
        </div>
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
                edits: mine.map((job) => ({ id: job.id, version: job.version, ...changedBy(job, several) })),
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
                edits: mine.map((job) => ({ id: job.id, version: job.version, archived: true })),
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

function Differs({ of }: { of: Difference | undefined }) {
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
