import { useRef, useState } from 'react'

/**
 * Letters typed between the key that asks for the palette and its field: they are the palette's. They are held back
 * until the field is there, which begins with them.
 */
export function useAheadOfPalette() {
  const [typed, setTyped] = useState<string | null>(null)
  const held = useRef('')
  const stop = useRef<(() => void) | null>(null)
  const end = () => {
    stop.current?.()
    stop.current = null
    setTyped(null)
  }
  return {
    /** Begins to hold letters back; null while nobody asks for the palette. */
    typed,
    begin: () => {
      held.current = ''
      setTyped('')
      const onKey = (event: KeyboardEvent) => {
        if (event.key === 'Escape') return end()
        if (event.ctrlKey || event.metaKey || event.altKey || (event.key.length > 1 && event.key !== 'Backspace')) return
        event.preventDefault()
        event.stopPropagation()
        held.current = event.key === 'Backspace' ? held.current.slice(0, -1) : held.current + event.key
        setTyped(held.current)
      }
      window.addEventListener('keydown', onKey, { capture: true })
      stop.current = () => window.removeEventListener('keydown', onKey, { capture: true })
    },
    /** The field has the focus: what comes now goes to it by itself. */
    there: () => {
      stop.current?.()
      stop.current = null
    },
    end,
  }
}
