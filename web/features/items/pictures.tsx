import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { itemById, itemOf } from '../../../core/things/brief/brief.ts'
import { withPictures } from '../../../core/things/brief/edit-items.ts'
import { pictureIn, withPicture } from '../../../core/things/brief/item.ts'
import { api, messageOf } from '../../api/client.ts'
import { jobQuery, queryClient } from '../../api/queries.ts'
import { toast } from '../../ui/toast.tsx'
import { PictureFacts } from '../picture/picture-facts.tsx'
import { PictureTaker } from '../picture/picture-taker.tsx'
import { useFocused } from '../plate/focused-editor.ts'
import type { JobEditor } from '../plate/job-editor.ts'
import { AddPictures } from './add-pictures.tsx'
import { ItemsList } from './items-list.tsx'

/** The pictures of a job: one with what is known of it, or all of them in a list. */
export function Pictures({ editor, jobId }: { editor: JobEditor; jobId: number }) {
  const { brief } = editor.draft
  const [wanted, setWanted] = useState(itemOf(brief).id)
  const chosen = itemById(brief, wanted)?.id ?? itemOf(brief).id
  const one = useFocused(editor, chosen)
  const picture = pictureIn(itemOf(one.draft.brief))
  const several = brief.items.length > 1
  const gang = brief.items.some(({ piece }) => piece !== null)
  const release = useMutation({
    mutationFn: (job: number) => api('POST /gangs/{id}/release', { id: jobId, body: { jobId: job } }),
    onSuccess: (now) => {
      queryClient.setQueryData(jobQuery(jobId).queryKey, now)
      void queryClient.invalidateQueries({ queryKey: ['job'] })
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  return (
    <>
      {several && (
        <>
          <ItemsList editor={editor} chosen={chosen} onChoose={setWanted} onRelease={(job) => release.mutate(job)} />
          <p className="num mt-1 mb-3 text-sm text-soft">
            {brief.items.length} pictures, {brief.items.reduce((sum, { copies }) => sum + copies, 0)} prints
          </p>
        </>
      )}
      {picture ? (
        <PictureFacts picture={picture} unit={brief.unit} />
      ) : (
        <p className="mt-1 text-soft">Drop a picture here or choose one.</p>
      )}
      {gang && <p className="mt-3 text-sm text-soft">The pieces belong to their own jobs; change them there and they change here.</p>}
      <div className={gang ? 'hidden' : 'mt-3'}>
        <PictureTaker
          compact={picture !== null}
          onTaken={(taken) => one.item(withPicture(taken), { placement: null, orientation: null })}
        />
      </div>
      {picture && !gang && (
        <div className="mt-3">
          <AddPictures
            act={several ? 'More pictures …' : 'Several pictures …'}
            onTaken={(pictures) => editor.items((now) => withPictures(now, pictures), { placement: null, orientation: null })}
          />
        </div>
      )}
    </>
  )
}
