import { useEffect, useRef } from 'react'
import { NavLink } from 'react-router'
import type { StageSlug } from './stage-code.ts'
import { STAGES } from './stages.ts'

interface Props {
  jobId: number
  current: string
  /** Stages whose work is done. */
  done: ReadonlySet<StageSlug>
}

/** The stages in the order of the work, each a press away. */
export function StageNav({ jobId, current, done }: Props) {
  const bar = useRef<HTMLElement>(null)
  // The stage one is at stands in the middle of the bar, however narrow the screen. Only when it is another: to ask where
  // something lies has the whole page laid out, at every step of a picture that is dragged.
  useEffect(() => {
    // With the frame, which lays it out anyway.
    const frame = requestAnimationFrame(() => {
      const link = bar.current?.querySelector<HTMLElement>(`[data-stage="${current}"]`)
      if (link && bar.current) bar.current.scrollLeft = link.offsetLeft - (bar.current.clientWidth - link.clientWidth) / 2
    })
    return () => cancelAnimationFrame(frame)
  }, [current])
  return (
    <nav ref={bar} aria-label="Stages" className="relative order-last flex overflow-x-auto max-lg:w-full lg:order-none">
      {STAGES.map((s, i) => (
        <NavLink
          key={s.slug}
          to={`/jobs/${jobId}/${s.slug}`}
          data-stage={s.slug}
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
}
