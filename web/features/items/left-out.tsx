import { counted } from '../../../core/things/words/counted.ts'
import { Button } from '../../ui/button.tsx'
import { type Left, MOST_FILES } from './upload-many.ts'

/** Files that were not taken, each with why; `taken` is how many were. */
export function LeftOut({ left: { bad, beyond, unsent }, taken, onRead }: { left: Left; taken: number; onRead(): void }) {
  const out = bad.length + beyond
  if (out === 0) return null
  return (
    <div role="alert" className="mt-2 border-l-2 border-warn px-2 text-sm">
      <p className="font-semibold">
        {out === 1 ? 'One file was' : `${out} files were`} left out
        {taken === 0
          ? ''
          : unsent === 0
            ? '; the others are in'
            : `; of the others ${counted(taken, 'is', 'are')} in, and ${unsent} not sent`}
        .
      </p>
      <ul className="max-h-40 overflow-y-auto">
        {bad.map(({ name, says }) => (
          <li key={`${name} ${says}`}>
            {name}: {says}
          </li>
        ))}
        {beyond > 0 && <li>Up to {MOST_FILES} are taken at once: give it the others next.</li>}
      </ul>
      <Button kind="link" onClick={onRead}>
        I have read it
      </Button>
    </div>
  )
}
