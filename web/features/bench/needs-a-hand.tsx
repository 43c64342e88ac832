import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { backupTrouble, diskTrouble, type Upkeep } from '../../../core/things/upkeep/upkeep.ts'
import type { Run } from '../../../core/wire/api/dto.ts'
import { upkeepQuery } from '../../api/queries.ts'
import { away } from '../../ui/ago.ts'
import { ButtonLink } from '../../ui/button.tsx'
import { useLonger } from '../../ui/use-longer.tsx'
import { whenIdle } from '../../ui/when-idle.ts'
import { toInspect } from '../run/run-to-inspect.ts'
import type { PlannedJob } from './planned.ts'

const DAY = 24 * 3_600_000
/** Calls shown at first: the printers stay in sight. */
const FIRST = 6

interface Call {
  key: string
  text: string
  detail: string
  to: string
  act: string
  /** Nothing is to be done about it yet. */
  later?: boolean
}

/** What an owner has to look after, where all else goes on. */
const troubles = (upkeep: Upkeep | undefined): Call[] =>
  upkeep
    ? [diskTrouble(upkeep), backupTrouble(upkeep, new Date())].flatMap((text) =>
        text === null ? [] : [{ key: text, text, detail: 'This machine', to: '/shelf/upkeep', act: 'See to it' }],
      )
    : []

function calls(planned: PlannedJob[], runs: Run[], upkeep: Upkeep | undefined): Call[] {
  const waiting = runs
    .filter((r) => r.state === 'waiting')
    .map(
      (r): Call => ({
        key: `w${r.id}`,
        text: r.message,
        detail: `${r.printerName}, ${r.jobTitle}`,
        to: `/jobs/${r.jobId}/${r.reason === 'media-needed' ? 'load' : 'run'}`,
        act: r.reason === 'media-needed' ? 'Load it' : 'See to it',
      }),
    )
  const lost = runs
    .filter((r) => r.reason === 'printer-away')
    .map(
      (r): Call => ({
        key: `a${r.id}`,
        text: `${r.printerName} does not answer.`,
        detail: r.jobTitle,
        to: `/jobs/${r.jobId}/run`,
        act: 'See to it',
      }),
    )
  const inspect = runs
    .filter((r) => r.state === 'inspect')
    .map(
      (r): Call => ({
        key: `i${r.id}`,
        text: `Inspect “${r.jobTitle}”.`,
        detail: `${r.printerName}; dry`,
        to: toInspect(r),
        act: 'Inspect',
      }),
    )
  const drying = runs
    .filter((r) => r.state === 'drying')
    .toSorted((one, other) => (one.dryUntil ?? '').localeCompare(other.dryUntil ?? ''))
    .map(
      (r): Call => ({
        key: `i${r.id}`,
        text: `“${r.jobTitle}” dries.`,
        detail: r.dryUntil ? `${r.printerName}; dry ${away(r.dryUntil)}` : r.printerName,
        to: toInspect(r),
        act: 'Look at it',
        later: true,
      }),
    )
  const stopped = planned.flatMap(({ job, outlook: { stop } }): Call[] => {
    const soon = job.brief.dueAt && new Date(job.brief.dueAt).getTime() - Date.now() < DAY
    return job.state === 'setup' && stop && soon
      ? [
          {
            key: `s${job.id}`,
            text: `${job.title}: ${stop.toLowerCase()}.`,
            detail: `due ${away(job.brief.dueAt ?? '')}`,
            to: `/jobs/${job.id}/sheet`,
            act: 'Set it right',
          },
        ]
      : []
  })
  return [...waiting, ...lost, ...stopped, ...inspect, ...troubles(upkeep), ...drying]
}

/** What waits for a person now, each with its action. */
export function NeedsAHand({ planned, runs, complete }: { planned: PlannedJob[]; runs: Run[]; complete: boolean }) {
  // What is asked of the machine comes after what is asked of the work.
  const [idle, setIdle] = useState(false)
  useEffect(() => {
    let gone = false
    void whenIdle().then(() => !gone && setIdle(true))
    return () => {
      gone = true
    }
  }, [])
  const { data: upkeep } = useQuery({ ...upkeepQuery, enabled: idle })
  const list = calls(planned, runs, upkeep)
  const { shown, more } = useLonger(list, FIRST)
  return (
    <section aria-label="Needs a hand" className="border-b border-line bg-paper px-4 py-2.5">
      <h2 className="sr-only">Needs a hand</h2>
      {list.length === 0 ? (
        <p className="text-soft">{complete ? 'Nothing needs a hand.' : 'Looking for what needs a hand …'}</p>
      ) : (
        <ul className="grid gap-x-6 gap-y-1.5 md:grid-cols-2">
          {shown.map((call, i) => (
            <li key={call.key} className="flex items-center gap-3">
              <span className="min-w-0 flex-1 border-l-4 border-act pl-3">
                <b className="block truncate font-semibold">{call.text}</b>
                <span className="block truncate text-sm text-soft">{call.detail}</span>
              </span>
              <ButtonLink to={call.to} kind={i === 0 && !call.later ? 'act' : 'usual'}>
                {call.act}
              </ButtonLink>
            </li>
          ))}
        </ul>
      )}
      {more}
    </section>
  )
}
