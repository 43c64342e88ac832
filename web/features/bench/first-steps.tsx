import { Link } from 'react-router'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { Icon } from '../../ui/icon.tsx'

/** What a new studio needs before its first print, what of it is there, and what comes next. */
export function FirstSteps({ studio, jobs }: { studio: Studio; jobs: number }) {
  const steps = [
    {
      done: studio.printers.length > 0,
      to: '/shelf/printers',
      act: 'Add a printer',
      says: 'by its address, from a document, or from its class',
    },
    { done: studio.papers.length > 0, to: '/shelf/papers/new', act: 'Add a paper', says: 'with what stands on its box' },
    {
      done: studio.lots.length > 0,
      to: `/shelf/papers/${studio.papers[0]?.id ?? ''}`,
      act: 'Write down a box or a roll',
      says: 'on the paper’s page, as it arrives',
    },
    {
      done: studio.profiles.length > 0,
      to: '/shelf/profiles',
      act: 'Add its profile',
      says: 'if you have one; without it the driver makes the colours, some 4 to 8 ΔE off',
    },
    { done: jobs > 0, to: '/new', act: 'Begin a job', says: 'with a picture' },
  ]
  const next = steps.findIndex((step) => !step.done)
  return (
    <section aria-label="First steps" className="max-w-prose p-6">
      <h2 className="text-lg">To the first print</h2>
      <ol className="mt-3 grid gap-2">
        {steps.map(({ done, to, act, says }, i) => (
          <li key={act} className={`flex items-start gap-3 border border-line p-3 ${i === next ? 'bg-raised' : ''}`}>
            <span className="num flex size-6 shrink-0 items-center justify-center rounded-full border border-line" aria-hidden="true">
              {done ? <Icon of="chosen" size={14} /> : i + 1}
            </span>
            <span>
              <Link className={done ? 'text-soft' : 'link font-semibold'} to={to}>
                {act}
              </Link>
              {done && <span className="sr-only"> (done)</span>}
              <span className="block text-sm text-soft">{says}</span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}
