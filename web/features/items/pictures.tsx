import { useState } from 'react'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { itemById, itemOf } from '../../../core/things/brief/brief.ts'
import { withPictures } from '../../../core/things/brief/edit-items.ts'
import { pictureIn, withPicture } from '../../../core/things/brief/item.ts'
import { PictureFacts } from '../picture/picture-facts.tsx'
import { PictureTaker } from '../picture/picture-taker.tsx'
import { useFocused } from '../plate/focused-editor.ts'
import type { JobEditor } from '../plate/job-editor.ts'
import { AddPictures } from './add-pictures.tsx'
import { ItemsList } from './items-list.tsx'

/** The pictures of a job: one with what is known of it, or all of them in a list. */
export function Pictures({ editor }: { editor: JobEditor; plate: Plate }) {
  const { brief } = editor.draft
  const [wanted, setWanted] = useState(itemOf(brief).id)
  const chosen = itemById(brief, wanted)?.id ?? itemOf(brief).id
  const one = useFocused(editor, chosen)
  const picture = pictureIn(itemOf(one.draft.brief))
  const several = brief.items.length > 1
  return (
    <>
      {several && (
        <>
          <ItemsList editor={editor} chosen={chosen} onChoose={setWanted} />
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
      <div className="mt-3">
        <PictureTaker
          compact={picture !== null}
          onTaken={(taken) => one.item(withPicture(taken), { placement: null, orientation: null })}
        />
      </div>
      {picture && (
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
