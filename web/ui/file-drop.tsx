import type { ReactNode } from 'react'
import { useDropzone } from 'react-dropzone'
import { Button } from './button.tsx'

interface Props {
  /** Name of the picker: “Picture file”. */
  label: string
  /** Endings that are taken, with their dot; none named means all. What is said of others stands with whoever takes them. */
  endings?: readonly string[]
  several?: boolean
  disabled?: boolean
  /** The verb on the button. */
  act: string
  kind?: 'usual' | 'act'
  /** Also offers to take a whole folder. */
  folder?: string
  onFiles(files: File[]): void
  className?: string
  /** Large, over the button. */
  title?: string | undefined
  /** Below the button: what was taken, how far it is. `over` while a file hangs over it. */
  children?: ReactNode | ((over: boolean) => ReactNode)
}

/** Files chosen or dropped; everything that is dropped is handed on, so that a wrong one can be answered in words. */
export function FileDrop({
  label,
  endings = [],
  several = false,
  disabled = false,
  act,
  kind = 'usual',
  folder,
  onFiles,
  className = '',
  title,
  children,
}: Props) {
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    multiple: several,
    disabled,
    onDrop: (taken, refused) => {
      const files = [...taken, ...refused.map(({ file }) => file)]
      if (files.length > 0) onFiles(several ? files : files.slice(0, 1))
    },
  })
  return (
    <div {...getRootProps({ className: `${isDragActive ? 'border-ink bg-chosen' : 'border-line'} ${className}` })}>
      <input {...getInputProps({ 'aria-label': label, ...(endings.length > 0 ? { accept: endings.join(',') } : {}) })} />
      {title && <p className="text-lg">{title}</p>}
      <div className={`flex flex-wrap items-center gap-2 ${title ? 'justify-center' : ''}`}>
        <Button kind={kind} icon="takeFile" disabled={disabled} onClick={open}>
          {act}
        </Button>
        {folder && (
          <label className={`btn cursor-pointer ${disabled ? 'pointer-events-none text-faint' : ''}`}>
            {folder}
            <input
              type="file"
              className="sr-only"
              aria-label={folder.replace(/ …$/, '')}
              disabled={disabled}
              {...{ webkitdirectory: '' }}
              onChange={(e) => {
                onFiles([...(e.target.files ?? [])])
                e.target.value = ''
              }}
            />
          </label>
        )}
        {typeof children === 'function' ? children(isDragActive) : children}
      </div>
    </div>
  )
}

/** What was said to what somebody tried, when it was refused. */
export const Refused = ({ message }: { message: string | null }) =>
  message ? (
    <p role="alert" className="mt-2 border-l-2 border-stop pl-2">
      {message}
    </p>
  ) : null
