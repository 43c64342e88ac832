import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import type { Picture } from '../../core/things/brief/picture.ts'
import { lotSizeName } from '../../core/things/media/lot-name.ts'
import { api, messageOf } from '../api/client.ts'
import { keptAs } from '../api/here.ts'
import { studioQuery } from '../api/queries.ts'
import { AddPictures } from '../features/items/add-pictures.tsx'
import { type Begin, BeginMany, beginsWith } from '../features/items/begin-many.tsx'
import { LeftOut } from '../features/items/left-out.tsx'
import { takenBefore } from '../features/items/taken-before.ts'
import type { Left } from '../features/items/upload-many.ts'
import { PictureTaker } from '../features/picture/picture-taker.tsx'
import { Button } from '../ui/button.tsx'
import { toast } from '../ui/toast.tsx'

/** A job begins with its picture, or several. */
export function NewJob() {
  const navigate = useNavigate()
  const [busy, setBusy] = useState(false)
  const [many, setMany] = useState<Picture[] | null>(null)
  /** What was not taken of them, until it is read. */
  const [left, setLeft] = useState<Left | null>(null)
  const [taken] = useState(() => takenBefore(sessionStorage, keptAs('taken-in')))
  const [before, setBefore] = useState(() => taken.list())
  // From a lot's own page it is for that lot.
  const [asked] = useSearchParams()
  const [paperId, lotId] = [asked.get('paper'), asked.get('lot')]
  const like = Number(asked.get('like')) || null
  const unit = useQuery(studioQuery).data?.rules.unit ?? 'mm'
  const lot = useQuery({
    queryKey: ['studio', 'lots', lotId],
    queryFn: () => api('GET /lots/{id}', { id: lotId ?? '' }),
    enabled: lotId !== null,
  })
  const onPaper = paperId ? { paperId } : {}
  /** Does it once, and says what went wrong. */
  const during = async (work: () => Promise<string>) => {
    if (busy) return
    setBusy(true)
    try {
      navigate(await work())
    } catch (error) {
      toast.error(messageOf(error))
      setBusy(false)
    }
  }
  const onLot = async <J extends { id: number; version: number }>(jobs: readonly J[]) => {
    if (lotId) for (const job of jobs) await api('PATCH /jobs/{id}', { id: job.id, body: { version: job.version, pins: { stock: lotId } } })
  }
  const begin = (picture: Picture) =>
    during(async () => {
      const job = await api('POST /jobs', {
        body: { pictureId: picture.id, ...(like ? { likeJob: like } : {}), ...(paperId ? { brief: onPaper } : {}) },
      })
      await onLot([job])
      return `/jobs/${job.id}/brief`
    })
  const beginMany = ({ how, setupId, wishes }: Begin) =>
    during(async () => {
      const pictureIds = (many ?? []).map(({ id }) => id)
      const setup = setupId !== null ? { setupId } : like ? { likeJob: like } : {}
      if (how === 'each') {
        const jobs = await api('POST /jobs/many', { body: { pictureIds, wishes, ...setup, brief: onPaper } })
        // They have become jobs.
        taken.forget()
        await onLot(jobs)
        toast(`${jobs.length} jobs are begun.`)
        return '/'
      }
      const job = await api('POST /jobs', {
        body: {
          pictureIds,
          wishes: wishes.map(({ size, copies }) => ({ size, copies })),
          ...setup,
          brief: { ...onPaper, ...beginsWith(how) },
        },
      })
      taken.forget()
      await onLot([job])
      return `/jobs/${job.id}/brief`
    })
  return (
    <div className="mx-auto w-full max-w-4xl p-6">
      <h1>New job</h1>
      <p className="mt-1 mb-4 text-soft">
        A job begins with its picture, or with several at once. Size and paper come next; the rest is worked out for you.
      </p>
      {like && <p className="mb-4 border-l-4 border-act bg-paper p-2">Set up as job {like}: everything but the pictures is taken over.</p>}
      {lot.data && (
        <p className="mb-4 border-l-4 border-act bg-paper p-2">
          On {lot.data.paper.name}, {lotSizeName(lot.data.lot, unit)}.
        </p>
      )}
      {many && left && (
        <div className="mb-4">
          <LeftOut left={left} taken={many.length} onRead={() => setLeft(null)} />
        </div>
      )}
      {many ? (
        <BeginMany
          pictures={many}
          busy={busy}
          onBegin={(how) => void beginMany(how)}
          onDrop={() => {
            taken.forget()
            setBefore([])
            setMany(null)
            setLeft(null)
          }}
        />
      ) : (
        <>
          <PictureTaker onTaken={(picture) => void begin(picture)} />
          <h2 className="mt-6">Or many at once</h2>
          <div className="mt-2">
            {before.length > 0 && (
              <div className="mb-2 flex flex-wrap items-center gap-3 border-l-4 border-act bg-paper p-2" role="status">
                <p className="max-w-prose">
                  {before.length === 1 ? 'One file is' : `${before.length} files are`} in from an upload that was broken off. Choose the
                  same files again and it goes on: those that are in are not sent again.
                </p>
                <Button onClick={() => setMany(before.map(({ picture }) => picture))}>Go on with {before.length}</Button>
                <Button
                  kind="link"
                  onClick={() => {
                    taken.forget()
                    setBefore([])
                  }}
                >
                  forget them
                </Button>
              </div>
            )}
            <AddPictures
              act="Many files …"
              before={taken}
              onTaken={(pictures, out) => {
                const [one, ...more] = pictures
                if (!one || more.length > 0) {
                  setLeft(out)
                  return setMany(pictures)
                }
                const [bad, ...others] = out.bad
                if (bad) toast.error(`${bad.name} is left out${others.length > 0 ? `, as are ${others.length} more` : ''}: ${bad.says}`)
                // One alone is begun at once; what an upload before it left stays.
                if (taken.list().length === 1) taken.forget()
                void begin(one)
              }}
            />
          </div>
        </>
      )}
    </div>
  )
}
