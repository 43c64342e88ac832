import { type DragEvent, type ReactNode, useState } from 'react'
import type { Form } from '../../../core/sheet/form.ts'
import { membersOf } from '../../../core/things/brief/brief.ts'
import { withDropped } from '../../../core/things/brief/edit-items.ts'
import { Progress } from '../../ui/progress.tsx'
import { toast } from '../../ui/toast.tsx'
import type { JobEditor } from '../plate/job-editor.ts'
import { useUploads } from './upload-many.ts'

interface Props {
  editor: JobEditor
  form: Form
  children: ReactNode
}

type On = Parameters<typeof withDropped>[2]

/** Picture files can be dropped on the sheet: onto a picture to take its place, into an empty place, or beside them. */
export function SheetDrop({ editor, form, children }: Props) {
  const [on, setOn] = useState<On | undefined>(undefined)
  const { now, bad, take } = useUploads()
  const { brief } = editor.draft
  if (membersOf(brief).length > 0) return children
  /** What lies under the hand; undefined where no files are dragged. */
  const under = (event: DragEvent): On | undefined => {
    if (!event.dataTransfer.types.includes('Files')) return undefined
    const target = event.target as Element
    const at = target.closest('[data-role="picture"]')?.getAttribute('data-at')
    const item = at == null ? undefined : form.placements[Number(at)]?.item
    if (item !== undefined) return { item }
    const place = target.closest('[data-place]')?.getAttribute('data-place')
    return place == null ? null : { place: Number(place) }
  }
  const says =
    on === undefined
      ? null
      : on && 'item' in on
        ? 'Takes the place of this picture'
        : on
          ? 'Lies in this place'
          : 'Comes as one more picture'
  return (
    <div
      role="group"
      aria-label="Takes pictures that are dropped on it"
      className="absolute inset-0"
      onDragOver={(event) => {
        const where = under(event)
        if (where === undefined) return
        event.preventDefault()
        setOn(where)
      }}
      onDragLeave={(event) => event.currentTarget === event.target && setOn(undefined)}
      onDrop={(event) => {
        const where = under(event)
        setOn(undefined)
        if (where === undefined) return
        event.preventDefault()
        void take([...event.dataTransfer.files], (pictures) => {
          editor.items((now) => withDropped(now, pictures, where), { placement: null, orientation: null })
          toast(pictures.length === 1 ? `${pictures[0]?.name} is in.` : `${pictures.length} pictures are in.`, {
            action: { label: 'Undo', onClick: editor.undo },
          })
        })
      }}
    >
      {children}
      {(says ?? now) && (
        <p role="status" className="absolute top-2 left-2 border border-line bg-raised px-2 py-1 text-sm">
          {says ?? `Taking in ${now?.name} …`}
          {now && <Progress className="mt-1 w-40" label="Upload" share={(now.done + Math.min(0.99, now.share)) / now.of} />}
        </p>
      )}
      {bad.length > 0 && (
        <p role="alert" className="absolute top-2 left-2 border-l-2 border-warn bg-raised px-2 py-1 text-sm">
          {bad.map(({ name, says }) => `${name}: ${says}`).join(' ')}
        </p>
      )}
    </div>
  )
}
