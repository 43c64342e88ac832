import type { Ref } from 'react'

interface Props {
  /** For the button that opens it. */
  ref: Ref<HTMLInputElement>
  label: string
  accept?: string
  /** One file, several, or a whole folder. */
  takes?: 'one' | 'several' | 'folder'
  onFiles(files: File[]): void
}

/** A file picker that a button of one's own opens; the same file can be taken again. */
export function FileInput({ ref, label, accept, takes = 'one', onFiles }: Props) {
  return (
    <input
      ref={ref}
      type="file"
      className="sr-only"
      tabIndex={-1}
      aria-label={label}
      {...(accept ? { accept } : {})}
      multiple={takes === 'several'}
      {...(takes === 'folder' ? { webkitdirectory: '' } : {})}
      onChange={(e) => {
        onFiles([...(e.target.files ?? [])])
        e.target.value = ''
      }}
    />
  )
}

/** What was said to what somebody tried, when it was refused. */
export const Refused = ({ message }: { message: string | null }) =>
  message ? (
    <p role="alert" className="mt-2 border-l-2 border-stop pl-2">
      {message}
    </p>
  ) : null
