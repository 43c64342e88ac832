import { type ReactNode, useId } from 'react'

/** Where the words of a field stand; hidden ones are told to screen readers only. */
export type LabelAt = 'above' | 'before' | 'hidden'

export interface FieldWords {
  /** Its name: what screen readers say. */
  label: string
  /** The words on the screen, where a shorter name will do beside what stands around it. */
  shown?: string | undefined
  labelAt?: LabelAt | undefined
  /** What it is for, below it. */
  help?: ReactNode
  /** What is wrong with it; takes the place of the help. */
  error?: string | null | undefined
  /** Stands behind it. */
  unit?: string | undefined
  className?: string | undefined
}

interface Own {
  id: string
  'aria-invalid': boolean
  'aria-describedby': string | undefined
}

/** Label, help, error and unit around whatever is typed or chosen. `children` is given what ties it to its words. */
export function Field({
  label,
  shown,
  labelAt = 'above',
  help,
  error = null,
  unit,
  className = '',
  children,
}: FieldWords & { children(own: Own): ReactNode }) {
  const id = useId()
  const says = error ?? help
  const own: Own = { id, 'aria-invalid': error !== null, 'aria-describedby': says ? `${id}-says` : undefined }
  const look = labelAt === 'above' ? 'block text-sm text-soft' : labelAt === 'before' ? 'shrink-0 text-sm text-soft' : 'sr-only'
  return (
    <div className={`min-w-0 ${labelAt === 'before' ? 'flex flex-wrap items-center gap-x-2' : ''} ${className}`}>
      <label htmlFor={id} className={look}>
        {shown ? (
          <>
            <span aria-hidden="true">{shown}</span>
            <span className="sr-only">{label}</span>
          </>
        ) : (
          label
        )}
      </label>
      {unit ? (
        <div className="flex min-w-0 items-center gap-1">
          {children(own)}
          <span className="text-sm text-faint">{unit}</span>
        </div>
      ) : (
        children(own)
      )}
      {says && (
        <p id={`${id}-says`} {...(error ? { role: 'alert' } : {})} className={`mt-0.5 text-sm ${error ? 'text-stop' : 'text-faint'}`}>
          {says}
        </p>
      )}
    </div>
  )
}
