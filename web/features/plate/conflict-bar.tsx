import { Button } from '../../ui/button.tsx'

/** A job that was changed here and elsewhere: whose change stands is chosen, and until then nothing is written over. */
export const ConflictBar = ({ onSettle }: { onSettle(choice: 'theirs' | 'mine'): void }) => (
  <div role="alert" className="flex flex-wrap items-center gap-3 border-b border-line bg-raised px-3 py-2">
    <p className="min-w-0 flex-1">
      This job has been changed elsewhere meanwhile. Nothing has been overwritten; your change is still here.
    </p>
    <Button onClick={() => onSettle('theirs')}>Take theirs</Button>
    <Button kind="act" onClick={() => onSettle('mine')}>
      Keep mine
    </Button>
  </div>
)
