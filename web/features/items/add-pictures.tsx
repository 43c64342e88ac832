import type { Picture } from '../../../core/things/brief/picture.ts'
import { Button } from '../../ui/button.tsx'
import { FileDrop } from '../../ui/file-drop.tsx'
import { Progress } from '../../ui/progress.tsx'
import { LeftOut } from './left-out.tsx'
import type { TakenBefore } from './taken-before.ts'
import { type Left, useUploads } from './upload-many.ts'

interface Props {
  act: string
  /** Where files are kept that are in, for when the upload is broken off. */
  before?: TakenBefore
  /** @param left what could not be taken: shown here as long as this stands */
  onTaken(pictures: Picture[], left: Left): void
}

/** Takes many pictures at once, shows how far it is, and lists what could not be taken. */
export function AddPictures({ act, before, onTaken }: Props) {
  const { now, left, taken, take, cancel, forget } = useUploads(before)
  return (
    <div>
      {now ? (
        <div role="status" className="border border-dashed border-line p-3">
          <p className="truncate">
            <span className="num">
              {now.taken} of {now.of}
            </span>
            {' pictures are in. '}
            {now.share < 1 ? `Taking in ${now.name}` : `Reading ${now.name}`} …
          </p>
          <Progress className="mt-2 w-full" label="Upload" share={(now.done + Math.min(0.99, now.share)) / now.of} />
          <Button className="mt-2" onClick={cancel}>
            Keep what is in and stop
          </Button>
        </div>
      ) : (
        <FileDrop
          label="More pictures"
          several
          folder="A folder …"
          endings={['image/jpeg', 'image/png', 'image/tiff', '.tif', '.tiff']}
          className="border border-dashed p-3"
          act={act}
          kind="usual"
          onFiles={(files) => void take(files, onTaken)}
        >
          <span className="text-sm text-faint">or drop them here, as many as you like</span>
        </FileDrop>
      )}
      <LeftOut left={left} taken={taken} onRead={forget} />
    </div>
  )
}
