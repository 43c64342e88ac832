import { lazy, Suspense, useState } from 'react'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { membersOf } from '../../../core/things/brief/brief.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { Button } from '../../ui/button.tsx'
import type { JobEditor } from '../plate/job-editor.ts'
import { ArrangementEditor } from './arrangement-editor.tsx'

const GangDialog = lazy(() => import('./gang-dialog.tsx').then((m) => ({ default: m.GangDialog })))

/** How pictures lie together, and which other jobs could lie with them. */
export function LayoutPanel({ job, editor, plate, studio }: { job: Job; editor: JobEditor; plate: Plate; studio: Studio }) {
  const [gang, setGang] = useState(false)
  return (
    <>
      <ArrangementEditor editor={editor} plate={plate} />
      {job.gang === null && membersOf(editor.draft.brief).length === 0 && (
        <Button className="mt-4" disabled={editor.dirty} onClick={() => setGang(true)}>
          Print with other jobs …
        </Button>
      )}
      {gang && (
        <Suspense>
          <GangDialog job={job} studio={studio} onClose={() => setGang(false)} />
        </Suspense>
      )}
    </>
  )
}
