import type { CellState } from '../../../core/work/agreement/table.ts'

/** A box that is empty while nobody has looked, ticked when it agrees, and holds a “not equal” when it differs. */
export function Tick({ state, label, onPress }: { state: CellState; label: string; onPress(): void }) {
  return (
    <button
      type="button"
      role="checkbox"
      aria-checked={state === 'agrees'}
      aria-label={label}
      className="grid h-8 w-8 shrink-0 place-items-center"
      onClick={onPress}
    >
      <svg viewBox="0 0 18 18" width="18" height="18" aria-hidden="true" fill="none" stroke="currentColor" strokeWidth="1.6">
        <rect x="1" y="1" width="16" height="16" className={state === 'open' ? 'text-faint' : ''} stroke="currentColor" />
        {state === 'agrees' && <path d="M4 9.5 7.5 13 14 5.5" strokeWidth="2" />}
        {state === 'differs' && <path d="M4 7h10M4 11h10M12 4 6 14" strokeWidth="2" />}
      </svg>
    </button>
  )
}
