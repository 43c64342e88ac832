import { useQuery } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { jobsQuery } from '../api/queries.ts'
import { Dialog } from '../ui/dialog.tsx'
import { FindItem, FindList } from '../ui/find-list.tsx'

const GO: [string, string][] = [
  ['Bench', '/'],
  ['New job', '/new'],
  ['Log', '/log'],
  ['Printers', '/shelf/printers'],
  ['Papers and lots', '/shelf/papers'],
  ['Profiles', '/shelf/profiles'],
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

/** Everything by typing a part of its name. Part of the first load, so that its field is there as soon as it is asked for. */
export function Palette({ close }: { close: () => void }) {
  const navigate = useNavigate()
  const { data: jobs = [] } = useQuery(jobsQuery)
  const here = /^\/jobs\/(\d+)/.exec(location.pathname)?.[1]
  const go = (to: string) => {
    close()
    navigate(to)
  }
  return (
    <Dialog title="Find" hideTitle onClose={close}>
      <FindList label="Find a place or a job" placeholder="A job, a place, a stage …">
        {here &&
          STAGES.map(([label, stage]) => (
            <FindItem key={stage} value={`${label} of this job`} onSelect={() => go(`/jobs/${here}/${stage}`)}>
              {label} <span className="text-faint">this job</span>
            </FindItem>
          ))}
        {GO.map(([label, to]) => (
          <FindItem key={to} value={label} onSelect={() => go(to)}>
            {label}
          </FindItem>
        ))}
        {jobs.map((job) => (
          <FindItem key={job.id} value={`${job.id} ${job.title}`} onSelect={() => go(`/jobs/${job.id}`)}>
            <span className="num text-faint">{job.id}</span>
            {job.title}
          </FindItem>
        ))}
      </FindList>
    </Dialog>
  )
}
