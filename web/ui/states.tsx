import type { ReactNode } from 'react'
import { messageOf } from '../api/client.ts'
import { Button, ButtonLink } from './button.tsx'

export function Loading({ what }: { what: string }) {
  return (
    <div className="p-6" role="status">
      <p className="text-soft">Fetching {what} …</p>
      <Skeleton lines={3} />
    </div>
  )
}

/** Where something will stand, while it is fetched. */
export const Skeleton = ({ lines = 1, className = '' }: { lines?: number; className?: string }) => (
  <div aria-hidden="true" className={`mt-3 space-y-2 ${className}`}>
    {Array.from({ length: lines }, (_, i) => (
      // biome-ignore lint/suspicious/noArrayIndexKey: they are all alike
      <div key={i} className="skeleton h-4" style={{ width: `${[70, 92, 55][i % 3]}%` }} />
    ))}
  </div>
)

export function Failed({ error, again }: { error: unknown; again?: () => void }) {
  return (
    <div className="p-6" role="alert">
      <h2>That did not work</h2>
      <p className="mt-1 max-w-prose text-soft">{messageOf(error)}</p>
      <p className="mt-3 flex gap-2">
        {again && <Button onClick={again}>Try again</Button>}
        <ButtonLink to="/">To the bench</ButtonLink>
      </p>
    </div>
  )
}

export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="max-w-prose p-6">
      <h2>{title}</h2>
      <div className="mt-1 text-soft">{children}</div>
    </div>
  )
}
