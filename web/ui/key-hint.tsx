import { useKeySettings } from '../keys/key-settings.ts'
import { type KeyId, keysFor, shownKeys } from '../keys/registry.ts'

/** Keys as caps: `Ctrl K`. */
export const KeyCap = ({ keys, className = '' }: { keys: string; className?: string }) => (
  <kbd className={`kbd ${className}`}>{shownKeys(keys)}</kbd>
)

/** The key of an act as it is set on this device; nothing where it is switched off. */
export function KeyHint({ of, className = '' }: { of: KeyId; className?: string }) {
  const keys = keysFor(of, useKeySettings())
  return keys ? <KeyCap keys={keys} className={className} /> : null
}
