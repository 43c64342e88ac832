import type { HTMLInputTypeAttribute } from 'react'
import { Field, type FieldWords } from './field.tsx'
import { Offers } from './offers.tsx'

interface Props extends FieldWords {
  value: string
  onChange(text: string): void
  onEnter?: () => void
  onLeave?: () => void
  placeholder?: string
  most?: number
  type?: Extract<HTMLInputTypeAttribute, 'text' | 'search'>
  /** Without a frame until the pointer is there: a title. */
  bare?: boolean
  /** In the tabular face. */
  figures?: boolean
  disabled?: boolean
  /** Words that are offered while one types. */
  offers?: readonly string[]
  /** Width of the box, in characters; otherwise as wide as there is room. */
  wide?: number
}

/** One line of words. */
export function TextField({
  value,
  onChange,
  onEnter,
  onLeave,
  placeholder,
  most = 400,
  type = 'text',
  bare,
  figures,
  disabled,
  wide,
  offers,
  ...words
}: Props) {
  return (
    <Field {...words}>
      {(own) => (
        <>
          <input
            {...own}
            type={type}
            {...(offers ? { list: `${own.id}-offers` } : {})}
            className={`field min-w-0 ${wide ? '' : 'w-full'} ${bare ? 'field-bare font-semibold' : ''} ${figures ? 'num' : ''}`}
            style={wide ? { width: `${wide}ch`, maxWidth: '100%' } : undefined}
            value={value}
            maxLength={most}
            placeholder={placeholder}
            disabled={disabled}
            onChange={(e) => onChange(e.target.value)}
            onBlur={onLeave}
            onKeyDown={(e) => {
              if (e.key !== 'Enter' || !onEnter) return
              e.preventDefault()
              onEnter()
            }}
          />
          {offers && <Offers id={`${own.id}-offers`} words={offers} />}
        </>
      )}
    </Field>
  )
}

interface AreaProps extends FieldWords {
  value: string
  onChange(text: string): void
  onLeave?: () => void
  placeholder?: string
  most?: number
  rows?: number
  figures?: boolean
}

/** Several lines of words. */
export function TextArea({ value, onChange, onLeave, placeholder, most = 5000, rows = 2, figures, ...words }: AreaProps) {
  return (
    <Field {...words}>
      {(own) => (
        <textarea
          {...own}
          className={`field block w-full ${figures ? 'num text-sm' : ''}`}
          rows={rows}
          maxLength={most}
          value={value}
          placeholder={placeholder}
          onChange={(e) => onChange(e.target.value)}
          onBlur={onLeave}
        />
      )}
    </Field>
  )
}
