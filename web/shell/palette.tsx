import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useLocation, useNavigate } from 'react-router'
import { jobsQuery } from '../api/queries.ts'
import { Dialog } from '../ui/dialog.tsx'
import { type Entry, FindList } from '../ui/find-list.tsx'

const GO: [string, string][] = [
  ['Bench', '/'],
  ['New job', '/new'],
  ['Log', '/log'],
  ['Printers', '/shelf/printers'],
  ['Papers and lots', '/shelf/papers'],
  ['Profiles', '/shelf/profiles'],
  ['Samples', '/shelf/samples'],
  ['To buy', '/shelf/orders'],
  ['House rules', '/shelf/rules'],
]
const STAGES = [
  ['Brief', 'brief'],
  ['Sheet', 'sheet'],
  ['Colour', 'colour'],
  ['Agreement', 'agreement'],
  ['Load', 'load'],
  ['Run', 'run'],
  ['Inspect', 'inspect'],
] as const

interface Props {
  /** What was typed before its field was there. */
  typed: string
  /** Its field is there. */
  there(): void
  close(): void
}

/** Everything by typing a part of its name. */
export function Palette({ typed, there, close }: Props) {
  const [search, setSearch] = useState(typed)
  // Until the field has the focus, letters still come this way.
  useEffect(() => setSearch((now) => (typed.startsWith(now) ? typed : now)), [typed])
  const navigate = useNavigate()
  const { data: open } = useQuery(jobsQuery)
  const here = /^\/jobs\/(\d+)/.exec(useLocation().pathname)?.[1]
  const go = (to: string) => {
    close()
    navigate(to)
  }
  const entries: Entry[] = [
    ...(here ? STAGES : []).map(([label, stage]) => ({
      value: `stage ${stage}`,
      words: `${label} of this job`,
      shown: (
        <>
          {label} <span className="text-faint">this job</span>
        </>
      ),
      onSelect: () => go(`/jobs/${here}/${stage}`),
    })),
    ...GO.map(([label, to]) => ({ value: to, words: label, shown: label, onSelect: () => go(to) })),
    ...[...(open?.jobs.values() ?? [])].map(({ id, title }) => ({
      value: `job ${id}`,
      words: `${title} ${id}`,
      shown: (
        <>
          <span className="num text-faint">{id}</span>
          {title}
        </>
      ),
      onSelect: () => go(`/jobs/${id}`),
    })),
  ]
  return (
    <Dialog title="Find" hideTitle onClose={close}>
      <FindList
        label="Find a place or a job"
        placeholder="A job, a place, a stage …"
        search={search}
        onSearch={setSearch}
        onFocus={there}
        entries={entries}
      />
    </Dialog>
  )
}
