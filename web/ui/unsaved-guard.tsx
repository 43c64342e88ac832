import { useState } from 'react'
import { useBlocker, useLocation } from 'react-router'
import { Button } from './button.tsx'
import { Dialog } from './dialog.tsx'

interface Props {
  /** There is something that was not saved. */
  dirty: boolean
  what: string
  /** Null where it cannot be saved as it is. */
  onSave: (() => Promise<boolean>) | null
}

/** Saving as the guard wants it: whether it came about. What was said instead stands with the form. */
export const saves = (save: () => Promise<unknown>) => (): Promise<boolean> =>
  save().then(
    () => true,
    () => false,
  )

/** Asks before a screen with unsaved entries is left. They are kept on this device either way. */
export function UnsavedGuard({ dirty, what, onSave }: Props) {
  // Its own screen is all it guards: it is still there for a moment after that was left.
  const { pathname } = useLocation()
  const [own] = useState(pathname)
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => dirty && currentLocation.pathname === own && nextLocation.pathname !== own,
  )
  if (blocker.state !== 'blocked') return null
  return (
    <Dialog title={`${what} is not saved yet`} onClose={() => blocker.reset()}>
      <p className="p-4 text-soft">
        Your entries stay on this device and are here again when you come back. Nobody else sees them until they are saved.
      </p>
      <div className="flex flex-wrap justify-end gap-2 border-t border-line p-3">
        <Button onClick={() => blocker.reset()}>Stay here</Button>
        <Button onClick={() => blocker.proceed()}>Leave them for later</Button>
        {onSave && (
          <Button kind="act" icon="save" onClick={() => void onSave().then((done) => (done ? blocker.proceed() : blocker.reset()))}>
            Save and go on
          </Button>
        )}
      </div>
    </Dialog>
  )
}
