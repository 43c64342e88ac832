import { parseLength, type Um, type Unit, writeNumber } from '../../core/things/length/length.ts'
import { TypedInput } from './typed-input.tsx'
import { useTyped } from './use-typed.ts'

interface Props {
  label: string
  value: Um
  unit: Unit
  /** Allows 0 and lengths before the edge. */
  signed?: boolean
  disabled?: boolean
  onChange(value: Um): void
}

/** A length typed as people type it; shown in the chosen unit, taken on Enter or when left. */
export function LengthField({ label, value, unit, signed = false, disabled = false, onChange }: Props) {
  const shown = writeNumber(value, unit)
  const { text, setText, error, setError } = useTyped(shown)
  const take = () => {
    if (text === shown) return
    const minus = signed && /^\s*-/.test(text)
    const plain = minus ? text.replace('-', '') : text
    if (signed && /^\s*0*(\.0*)?\s*(mm|in|cm)?\s*$/.test(plain) && /0/.test(plain)) {
      setError(null)
      return onChange(0)
    }
    const parsed = parseLength(plain, unit, label)
    if (!parsed.ok) return setError(parsed.problem.message)
    setError(null)
    onChange(minus ? -parsed.value.um : parsed.value.um)
  }
  return <TypedInput {...{ label, unit, disabled, text, setText, error, shown, take }} />
}
