import { memo, useRef, useState } from 'react'
import { TextField } from '../../ui/text-field.tsx'

/** The title of a job, to be typed over. A job has one: what is left empty becomes what it was. */
export const JobTitle = memo(function JobTitle({ title, onChange }: { title: string; onChange(title: string): void }) {
  const [blank, setBlank] = useState<string | null>(null)
  /** As it was when somebody began to type: of a title that is taken away letter by letter the last letter is none. */
  const before = useRef<string | null>(null)
  return (
    <TextField
      label="Title of the job"
      labelAt="hidden"
      bare
      wide={Math.min(34, Math.max(8, title.length + 3))}
      most={120}
      value={blank ?? title}
      onChange={(typed) => {
        before.current ??= title
        const empty = typed.trim() === ''
        setBlank(empty ? typed : null)
        if (!empty) onChange(typed)
      }}
      onLeave={() => {
        if (blank !== null) onChange(before.current ?? title)
        before.current = null
        setBlank(null)
      }}
    />
  )
})
