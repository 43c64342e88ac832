import { useQuery } from '@tanstack/react-query'
import { Command } from 'cmdk'
import { useNavigate } from 'react-router'
import { jobsQuery } from '../api/queries.ts'
import { Panel } from './panel.tsx'

const GO: [string, string][] = [
  ['Bench', '/'],
  ['New job', '/new'],
  ['Log', '/log'],
  ['Printers', '/shelf/printers'],
  ['Papers and lots', '/shelf/papers'],
  ['Profiles', '/shelf/profiles'],
  ['House rules', '/shelf/rules'],
]
const item = 'flex cursor-pointer items-center gap-3 px-4 py-2 data-[selected=true]:bg-chosen'
const STAGES = [
  ['Brief', 'brief'],
  ['Sheet', 'sheet'],
  ['Colour', 'colour'],
  ['Agreement', 'agreement'],
  ['Load', 'load'],
  ['Run', 'run'],
  ['Inspect', 'inspect'],
] as const

/** Everything by typing a part of its name. */
export function Palette({ close }: { close: () => void }) {
  const navigate = useNavigate()
  const { data: jobs = [] } = useQuery(jobsQuery)
  const here = /^\/jobs\/(\d+)/.exec(location.pathname)?.[1]
  const go = (to: string) => {
    close()
    navigate(to)
  }
  return (
    <Panel title="Find" close={close}>
      <Command label="Find a place or a job" className="flex min-h-0 flex-col">
        <Command.Input
          autoFocus
          placeholder="A job, a place, a stage …"
          className="border-0 border-b border-line px-4 py-3"
          style={{ borderRadius: 0 }}
        />
        <Command.List className="overflow-y-auto py-1">
          <Command.Empty className="px-4 py-3 text-soft">Nothing of that name.</Command.Empty>
          {here && (
            <Command.Group>
              {STAGES.map(([label, stage]) => (
                <Command.Item key={stage} className={item} value={`${label} of this job`} onSelect={() => go(`/jobs/${here}/${stage}`)}>
                  {label} <span className="text-faint">this job</span>
                </Command.Item>
              ))}
            </Command.Group>
          )}
          {GO.map(([label, to]) => (
            <Command.Item key={to} className={item} onSelect={() => go(to)}>
              {label}
            </Command.Item>
          ))}
          {jobs.map((job) => (
            <Command.Item key={job.id} className={item} value={`${job.id} ${job.title}`} onSelect={() => go(`/jobs/${job.id}`)}>
              <span className="num text-faint">{job.id}</span>
              {job.title}
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </Panel>
  )
}
