import type { KeyId } from '../keys/registry.ts'

export interface Tip {
  /** A few words; a control that has words of its own leaves them out. */
  says?: string | undefined
  /** The key that does the same. */
  hint?: KeyId | undefined
}

/** What an element shows when the pointer rests on it or the focus reaches it: to be spread over it. */
export const tip = ({ says, hint }: Tip): Record<string, string> => ({
  ...(says ? { 'data-says': says } : {}),
  ...(hint ? { 'data-hint': hint } : {}),
})
