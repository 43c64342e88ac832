import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { messageOf } from '../api/client.ts'

export function Loading({ what }: { what: string }) {
  return (
    <p className="p-6 text-soft" role="status">
      Fetching {what} …
    </p>
  )
}

export function Failed({ error, again }: { error: unknown; again?: () => void }) {
  return (
    <div className="p-6" role="alert">
      <h2>That did not work</h2>
      <p className="mt-1 max-w-prose text-soft">{messageOf(error)}</p>
      <p className="mt-3 flex gap-2">
        {again && (
          <button type="button" className="btn" onClick={again}>
            Try again
          </button>
        )}
        <Link className="btn" to="/">
          To the bench
        </Link>
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
