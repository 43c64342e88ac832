import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import type { Picture } from '../../core/things/brief/picture.ts'
import { lotSizeName } from '../../core/things/media/lot-name.ts'
import { api, messageOf } from '../api/client.ts'
import { PictureTaker } from '../features/picture/picture-taker.tsx'
import { toast } from '../ui/toast.tsx'

/** A job begins with its picture. */
export function NewJob() {
  const navigate = useNavigate()
  const [busy, setBusy] = useState(false)
  // From a lot's own page it is for that lot.
  const [asked] = useSearchParams()
  const [paperId, lotId] = [asked.get('paper'), asked.get('lot')]
  const lot = useQuery({
    queryKey: ['studio', 'lots', lotId],
    queryFn: () => api('GET /lots/{id}', { id: lotId ?? '' }),
    enabled: lotId !== null,
  })
  const begin = async (picture: Picture) => {
    if (busy) return
    setBusy(true)
    try {
      const job = await api('POST /jobs', { body: { pictureId: picture.id, ...(paperId ? { brief: { paperId } } : {}) } })
      if (lotId) await api('PATCH /jobs/{id}', { id: job.id, body: { version: job.version, pins: { stock: lotId } } })
      navigate(`/jobs/${job.id}/brief`)
    } catch (error) {
      toast.error(messageOf(error))
      setBusy(false)
    }
  }
  return (
    <div className="mx-auto w-full max-w-4xl p-6">
      <h1>New job</h1>
      <p className="mt-1 mb-4 text-soft">A job begins with its picture. Size and paper come next; the rest is worked out for you.</p>
      {lot.data && (
        <p className="mb-4 border-l-4 border-act bg-paper p-2">
          On {lot.data.paper.name}, {lotSizeName(lot.data.lot, 'mm')}.
        </p>
      )}
      <PictureTaker onTaken={begin} />
    </div>
  )
}
