import { type ReactNode, useState } from 'react'
import { MOST_AT_ONCE } from '../../core/wire/api/page-size.ts'
import { Button } from './button.tsx'

/** Things shown at first, and more of them at a time. */
const FIRST = 60
const MORE = MOST_AT_ONCE

/** What the button for more of a list says. */
export const moreOf = (left: number): string => (left > MORE ? `${MORE} more of ${left}` : `${left} more`)

/** The first of a long list, and a button for more of them; null when all are shown. */
export function useLonger<T>(list: readonly T[], first = FIRST): { shown: readonly T[]; more: ReactNode } {
  const [count, setCount] = useState(first)
  const left = list.length - count
  return {
    shown: list.slice(0, count),
    more:
      left > 0 ? (
        <Button kind="link" className="py-1 text-sm" onClick={() => setCount(count + MORE)}>
          {moreOf(left)}
        </Button>
      ) : null,
  }
}
