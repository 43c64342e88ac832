import { useState } from 'react'
import { Button } from './button.tsx'
import { toast } from './toast.tsx'

/** Puts a text on the clipboard and says so. */
export function CopyButton({ text, children = 'Copy' }: { text: string; children?: string }) {
  const [done, setDone] = useState(false)
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(text)
      setDone(true)
      setTimeout(() => setDone(false), 2000)
    } catch {
      toast.error('This browser does not give the clipboard away. Mark the text and copy it yourself.')
    }
  }
  return (
    <Button small icon={done ? 'chosen' : 'copy'} onClick={() => void copy()}>
      <span aria-live="polite">{done ? 'Copied' : children}</span>
    </Button>
  )
}
