import { memo, useState } from 'react'
import { TextField } from '../../ui/text-field.tsx'

/** The title of a job, to be typed over. A job has one: what is left empty becomes what it was. */
export const JobTitle = memo(function JobTitle({ title, onChange }: { title: string; onChange(title: string): void }) {
  const [blank, setBlank] = useState<string | null>(null)
  return (
    <TextField
      label="Title of the job"
      labelAt="hidden"
      bare
      wide={Math.min(34, Math.max(8, title.length + 3))}
      most={120}
      value={blank ?? title}
      onChange={(typed) => {
        const empty = typed.trim() === ''
        setBlank(empty ? typed : null)
        if (!empty) onChange(typed)
      }}
      onLeave={() => setBlank(null)}
    />
  )
})
