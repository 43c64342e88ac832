import { zodResolver } from '@hookform/resolvers/zod'
import { useEffect, useState } from 'react'
import {
  type DefaultValues,
  type FieldErrors,
  type FieldValues,
  type Path,
  type PathValue,
  type Resolver,
  useForm,
  useWatch,
} from 'react-hook-form'
import type { z } from 'zod'
import { keptAs } from '../api/here.ts'

/** Entries as they are kept on this device: with what they were made from, and of which version that was. */
interface Kept<T> {
  version: number
  record: T
  base: T
}

function readKept<T>(key: string | null): Kept<T> | null {
  if (key === null) return null
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as Kept<T> | null
    return kept && typeof kept.record === 'object' && typeof kept.version === 'number' ? { ...kept, base: kept.base ?? kept.record } : null
  } catch {
    return null
  }
}

/** What is wrong, by the place it is wrong at: `paths.0.width.min`. */
function messages(errors: FieldErrors, at = ''): [string, string][] {
  return Object.entries(errors).flatMap(([key, error]): [string, string][] => {
    if (!error || typeof error !== 'object' || key === 'ref') return []
    const place = key === 'root' ? at : at ? `${at}.${key}` : key
    if (typeof error.message === 'string' && error.message !== '') return [[place, error.message]]
    return messages(error as FieldErrors, place)
  })
}

interface Props<T> {
  /** What it is kept under on this device; null where nothing needs keeping. */
  name: string | null
  /** The core's own: what is valid is said once. */
  schema: z.ZodType<T>
  /** As it was read, or as a new one begins. */
  record: T
  /** Of the record; an entry made from an older one is said to be stale. */
  version?: number
}

/**
 * A record being edited: checked by its schema as it is typed, kept on this device until it is saved, and held against
 * what others save meanwhile.
 */
export function useRecordForm<T extends FieldValues>({ name, schema, record, version = 0 }: Props<T>) {
  const key = name === null ? null : keptAs(`unsaved-${name}`)
  const [kept] = useState(() => readKept<T>(key))
  const [base, setBase] = useState<T>(kept?.base ?? record)
  const { control, setValue, reset, trigger, formState } = useForm<T>({
    defaultValues: (kept?.record ?? record) as DefaultValues<T>,
    // The schema of a record reads and writes the same shape.
    resolver: zodResolver(schema as never) as unknown as Resolver<T>,
    mode: 'onChange',
  })
  // What is restored from this device is checked like what is typed.
  useEffect(() => {
    void trigger()
  }, [trigger])
  const draft = useWatch({ control }) as T
  const dirty = JSON.stringify(draft) !== JSON.stringify(base)
  useEffect(() => {
    if (key === null) return
    if (dirty) localStorage.setItem(key, JSON.stringify({ version, record: draft, base } satisfies Kept<T>))
    else localStorage.removeItem(key)
  }, [key, dirty, draft, base, version])
  const put = (part: Readonly<Record<string, unknown>>) => {
    for (const [at, value] of Object.entries(part)) setValue(at as Path<T>, value as PathValue<T, Path<T>>, { shouldDirty: true })
    // The whole record: what is entered here can contradict what stands elsewhere.
    void trigger()
  }
  const errors = new Map(messages(formState.errors))
  return {
    draft,
    /** What the entries were made from. */
    base,
    errors,
    valid: errors.size === 0 && formState.isValid,
    dirty,
    /** Somebody else has saved the record since these entries were made. */
    stale: dirty && kept !== null && kept.version !== version,
    set: (at: string, value: unknown) => put({ [at]: value }),
    /** Several places at once. */
    put: (part: Partial<T>) => put(part),
    /** The message for this place or anything below it. */
    errorAt: (at: string): string | null => [...errors].find(([where]) => where === at || where.startsWith(`${at}.`))?.[1] ?? null,
    /** Takes the entries back. */
    forget: () => {
      if (key) localStorage.removeItem(key)
      setBase(record)
      reset(record as DefaultValues<T>)
      void trigger()
    },
    /** They are on the server now, or nobody wants them any more. */
    saved: () => {
      if (key) localStorage.removeItem(key)
      setBase(draft)
    },
  }
}
