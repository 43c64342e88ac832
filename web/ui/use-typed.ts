import { useEffect, useState } from 'react'

/** A text being typed over a value shown elsewhere: follows the value, keeps what is wrong with what was typed. */
export function useTyped(shown: string) {
  const [text, setText] = useState(shown)
  const [error, setError] = useState<string | null>(null)
  useEffect(() => {
    setText(shown)
    setError(null)
  }, [shown])
  return { text, setText, error, setError }
}
