import { useQuery } from '@tanstack/react-query'
import { type ReactNode, useEffect } from 'react'
import type { StudioEntry } from '../../core/wire/api/studios.ts'
import { HERE, lastStudio, rememberStudio } from '../api/here.ts'
import { studiosQuery } from '../api/queries.ts'
import { tip } from '../ui/tip.ts'

/** The studio this page is in, once it is known; and what to show instead of a screen where there is none. */
export function useStudioHere(): { entry: StudioEntry | null; missing: ReactNode } {
  const { data } = useQuery({ ...studiosQuery, refetchInterval: ({ state }) => (state.data?.some((s) => s.making) ? 1000 : false) })
  const entry = data?.find((one) => one.studio === HERE) ?? null
  const known = data !== undefined
  useEffect(() => {
    if (entry) rememberStudio(HERE)
    else if (known && lastStudio() === HERE) rememberStudio(null)
  }, [entry, known])
  if (!known || (entry && entry.making === null)) return { entry, missing: null }
  const toAll = (
    <p className="mt-3">
      <a className="link" href="/studios">
        To the studios
      </a>
    </p>
  )
  return {
    entry,
    missing: entry ? (
      <Instead title={`${entry.name} is being made`}>
        <p role="status">{entry.making} …</p>
        {toAll}
      </Instead>
    ) : (
      <Instead title={`There is no studio “${HERE}”`}>
        <p>It may have been removed, or the address is mistyped.</p>
        {toAll}
      </Instead>
    ),
  }
}

/** What stands where a screen would. */
const Instead = ({ title, children }: { title: string; children: ReactNode }) => (
  <div className="max-w-prose p-8">
    <h1>{title}</h1>
    <div className="mt-2 text-soft">{children}</div>
  </div>
)

/** Which studio this is, and the way to the others. */
export const StudioMark = ({ entry }: { entry: StudioEntry | null }) =>
  entry && (
    <a
      href="/studios"
      {...tip({ says: 'Studios: open another, make one, copy, remove' })}
      className="link mr-2 flex max-w-48 items-center text-soft max-sm:hidden"
    >
      <span className="truncate">{entry.name}</span>
    </a>
  )
