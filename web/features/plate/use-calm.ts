import { startTransition, useEffect, useRef, useState } from 'react'

/** What changes frame after frame is followed when it rests for so long, and no less often than this, ms. */
const [REST, EVERY] = [120, 1000] as const

/**
 * A value for what need not keep up with the hand: a change that comes alone is followed at once, of changes that come frame after
 * frame one a second and the one the hand rests at. What is drawn under the hand has its frames to itself meanwhile.
 */
export function useCalm<T>(value: T): T {
  const [shown, setShown] = useState(value)
  const last = useRef(Number.NEGATIVE_INFINITY)
  useEffect(() => {
    if (value === shown) return
    const due = last.current + EVERY - performance.now()
    const timer = setTimeout(
      () => {
        last.current = performance.now()
        startTransition(() => setShown(value))
      },
      due <= 0 ? 0 : Math.min(REST, due),
    )
    return () => clearTimeout(timer)
  }, [value, shown])
  return shown
}
