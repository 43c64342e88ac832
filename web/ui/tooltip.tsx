import { lazy, Suspense, useEffect, useState } from 'react'
import type { KeyId } from '../keys/registry.ts'
import { fetched } from './when-idle.ts'

const Shown = lazy(() => fetched(() => import('./tooltip-shown.tsx')))
/** So long the pointer rests before anything is shown, ms; from one to the next there is no wait. */
const REST = 500
const MARKED = '[data-says], [data-hint]'

/** The one tooltip of the application: it looks for marked elements, so that they need not know of it. */
export function TooltipLayer() {
  const [at, setAt] = useState<HTMLElement | null>(null)
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    let until = 0
    const hide = () => {
      clearTimeout(timer)
      setAt((now) => {
        if (now) until = Date.now() + 200
        return null
      })
    }
    const over = (event: Event, rest: number) => {
      const found = event.target instanceof Element ? event.target.closest<HTMLElement>(MARKED) : null
      clearTimeout(timer)
      if (!found) return hide()
      timer = setTimeout(() => setAt(found), Date.now() < until ? 0 : rest)
    }
    const onPointer = (event: PointerEvent) => {
      if (event.pointerType !== 'touch') over(event, REST)
    }
    // Only for who goes by the keyboard: a press moves the focus as well.
    const onFocus = (event: FocusEvent) => {
      if (event.target instanceof Element && event.target.matches(':focus-visible')) over(event, 0)
    }
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') hide()
    }
    const listeners = [
      ['pointerover', onPointer],
      ['focusin', onFocus],
      ['focusout', hide],
      ['pointerdown', hide],
      ['keydown', onKey],
      ['scroll', hide],
    ] as const
    for (const [name, act] of listeners) document.addEventListener(name, act as EventListener, { capture: true, passive: true })
    return () => {
      clearTimeout(timer)
      for (const [name, act] of listeners) document.removeEventListener(name, act as EventListener, { capture: true })
    }
  }, [])
  return at ? (
    <Suspense>
      <Shown at={at} says={at.dataset.says} hint={at.dataset.hint as KeyId | undefined} />
    </Suspense>
  ) : null
}
