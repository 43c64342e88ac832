import { NavLink } from 'react-router'
import type { StageSlug } from './stage-code.ts'
import { STAGES } from './stages.ts'

/** The stage one is at stands in the middle of the bar, however narrow the screen. */
const intoView = (link: HTMLAnchorElement | null) => {
  const bar = link?.parentElement
  if (link && bar) bar.scrollLeft = link.offsetLeft - (bar.clientWidth - link.clientWidth) / 2
}

interface Props {
  jobId: number
  current: string
  /** Stages whose work is done. */
  done: ReadonlySet<StageSlug>
}

/** The stages in the order of the work, each a press away. */
export const StageNav = ({ jobId, current, done }: Props) => (
  <nav aria-label="Stages" className="relative order-last flex overflow-x-auto max-lg:w-full lg:order-none">
    {STAGES.map((s, i) => (
      <NavLink
        key={s.slug}
        to={`/jobs/${jobId}/${s.slug}`}
        ref={s.slug === current ? intoView : undefined}
        className={() =>
          `flex items-center gap-1.5 border-b-2 px-3 py-2 whitespace-nowrap ${s.slug === current ? 'border-ink font-semibold' : 'border-transparent text-soft hover:text-ink'}`
        }
      >
        <span className="num text-faint">{i + 1}</span>
        {s.title}
        {done.has(s.slug) && (
          <span className="text-faint" title="done">
            ✓<span className="sr-only">done</span>
          </span>
        )}
      </NavLink>
    ))}
  </nav>
)
