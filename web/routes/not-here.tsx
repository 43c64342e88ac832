import { useRouteError } from 'react-router'
import { ButtonLink } from '../ui/button.tsx'

/** An address that leads nowhere, or a screen that failed. */
export function NotHere() {
  const error = useRouteError()
  return (
    <div className="p-8">
      <h1>{error ? 'This screen could not be shown' : 'There is nothing at this address'}</h1>
      <p className="mt-2 max-w-prose text-soft">{error instanceof Error ? error.message : 'The link may be old, or mistyped.'}</p>
      <ButtonLink kind="act" className="mt-4" to="/">
        To the bench
      </ButtonLink>
    </div>
  )
}
