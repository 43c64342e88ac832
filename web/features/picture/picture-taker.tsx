import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Picture } from '../../../core/things/brief/picture.ts'
import { sayBeyond } from '../../../core/things/words/beyond.ts'
import { ApiError, fileUrl, messageOf, upload } from '../../api/client.ts'
import { demoPicturesQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { FileDrop, Refused } from '../../ui/file-drop.tsx'
import { Progress } from '../../ui/progress.tsx'

interface Props {
  onTaken(picture: Picture): void
  /** Small, for a job that has a picture already. */
  compact?: boolean
}

const LIMIT = 1 << 30

/** Takes a picture: dropped, chosen, or one of the demo's. Shows how far the upload is and lets it be cancelled. */
export function PictureTaker({ onTaken, compact = false }: Props) {
  const demos = useQuery(demoPicturesQuery)
  const [busy, setBusy] = useState<{ name: string; share: number; abort: AbortController } | null>(null)
  const [error, setError] = useState<string | null>(null)
  const take = async (file: File | undefined) => {
    if (!file || busy) return
    setError(null)
    if (file.size > LIMIT) return setError(`${file.name} has ${sayBeyond(file.size, LIMIT)} GB; up to 1 GB is taken.`)
    const abort = new AbortController()
    setBusy({ name: file.name, share: 0, abort })
    try {
      onTaken(
        await upload(
          'PUT /pictures',
          { name: file.name.slice(0, 255) },
          file,
          (share) => setBusy((b) => b && { ...b, share }),
          abort.signal,
        ),
      )
    } catch (e) {
      if (!(e instanceof ApiError && e.problem.code === 'cancelled')) setError(`${file.name}: ${messageOf(e)}`)
    } finally {
      setBusy(null)
    }
  }
  return (
    <div>
      {busy ? (
        <div role="status" className={`border border-dashed border-line ${compact ? 'p-3' : 'p-8 text-center'}`}>
          <p className="truncate">{busy.share < 1 ? `Taking in ${busy.name}` : `Reading ${busy.name}`} …</p>
          <Progress className="mt-2 w-full" label="Upload" share={busy.share < 1 ? busy.share : null} />
          <Button className="mt-2" onClick={() => busy.abort.abort()}>
            Cancel
          </Button>
        </div>
      ) : (
        <FileDrop
          label="Picture file"
          endings={['image/jpeg', 'image/png', 'image/tiff', '.tif', '.tiff']}
          className={`border border-dashed ${compact ? 'p-3' : 'flex flex-col items-center gap-3 p-8'}`}
          title={compact ? undefined : 'Drop a picture here'}
          act={compact ? 'Another picture …' : 'Choose a file …'}
          kind={compact ? 'usual' : 'act'}
          onFiles={(files) => void take(files[0])}
        >
          {compact ? (
            <span className="text-sm text-faint">or drop it here</span>
          ) : (
            <p className="basis-full text-center text-sm text-soft">JPEG, PNG or TIFF, 8 or 16 bit, up to 1 GB and 300 megapixels</p>
          )}
        </FileDrop>
      )}
      <Refused message={error} />
      {!compact && demos.data && demos.data.length > 0 && (
        <section className="mt-6">
          <h2>Or take a demo picture</h2>
          <ul className="mt-2 grid grid-cols-3 gap-3 sm:grid-cols-5">
            {demos.data.map((p) => (
              <li key={p.id}>
                <button type="button" className="group block w-full text-left" onClick={() => onTaken(p)} aria-label={`Take ${p.name}`}>
                  <span className="block border border-line bg-ground p-1 group-hover:border-ink">
                    <img src={fileUrl(p.preview)} alt="" loading="lazy" className="aspect-[3/2] w-full object-contain" />
                  </span>
                  <span className="block truncate text-sm text-soft">{p.name}</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}
