import { useEffect, useRef, useState } from 'react'
import type { Form } from '../../../core/sheet/form.ts'
import { membersOf } from '../../../core/things/brief/brief.ts'
import { withDropped } from '../../../core/things/brief/edit-items.ts'
import { Progress } from '../../ui/progress.tsx'
import { toast } from '../../ui/toast.tsx'
import type { JobEditor } from '../plate/job-editor.ts'
import { LeftOut } from './left-out.tsx'
import { useUploads } from './upload-many.ts'

interface Props {
  editor: JobEditor
  form: Form
}

type On = Parameters<typeof withDropped>[2]

/** What lies under the hand; undefined where no files are dragged. */
function under(event: DragEvent, form: Form): On | undefined {
  if (!event.dataTransfer?.types.includes('Files')) return undefined
  const target = event.target as Element
  const at = target.closest('[data-role="picture"]')?.getAttribute('data-at')
  const item = at == null ? undefined : form.placements[Number(at)]?.item
  if (item !== undefined) return { item }
  const place = target.closest('[data-place]')?.getAttribute('data-place')
  return place == null ? null : { place: Number(place) }
}

/**
 * Picture files can be dropped on the sheet it stands on: onto a picture to take its place, into an empty place, or beside
 * them. It listens to what it stands on, so that it can come after the drawing.
 */
export default function SheetDrop({ editor, form }: Props) {
  const [on, setOn] = useState<On | undefined>(undefined)
  const { now, left, taken, take, forget } = useUploads()
  const here = useRef<HTMLDivElement>(null)
  const latest = useRef({ editor, form, take })
  latest.current = { editor, form, take }
  // The pieces of other jobs are changed there.
  const closed = membersOf(editor.draft.brief).length > 0
  useEffect(() => {
    const ground = here.current?.parentElement
    if (!ground || closed) return
    const over = (event: DragEvent) => {
      const where = under(event, latest.current.form)
      if (where === undefined) return
      event.preventDefault()
      setOn(where)
    }
    const leave = (event: DragEvent) => {
      if (!ground.contains(event.relatedTarget as Node | null)) setOn(undefined)
    }
    const drop = (event: DragEvent) => {
      const { form, take } = latest.current
      const where = under(event, form)
      setOn(undefined)
      if (where === undefined) return
      event.preventDefault()
      void take([...(event.dataTransfer?.files ?? [])], (pictures) => {
        latest.current.editor.items((now) => withDropped(now, pictures, where), { placement: null, orientation: null })
        toast(pictures.length === 1 ? `${pictures[0]?.name} is in.` : `${pictures.length} pictures are in.`, {
          action: { label: 'Undo', onClick: () => latest.current.editor.undo() },
        })
      })
    }
    ground.addEventListener('dragover', over)
    ground.addEventListener('dragleave', leave)
    ground.addEventListener('drop', drop)
    return () => {
      ground.removeEventListener('dragover', over)
      ground.removeEventListener('dragleave', leave)
      ground.removeEventListener('drop', drop)
    }
  }, [closed])
  const says =
    on === undefined
      ? null
      : on && 'item' in on
        ? 'Takes the place of this picture'
        : on
          ? 'Lies in this place'
          : 'Comes as one more picture'
  return (
    <div ref={here} data-takes-files={!closed} className="absolute top-2 left-2 text-sm">
      {(says ?? now) && (
        <p role="status" className="border border-line bg-raised px-2 py-1">
          {says ?? `Taking in ${now?.name} …`}
          {now && <Progress className="mt-1 w-40" label="Upload" share={(now.done + Math.min(0.99, now.share)) / now.of} />}
        </p>
      )}
      <div className="bg-raised">
        <LeftOut left={left} taken={taken} onRead={forget} />
      </div>
    </div>
  )
}
