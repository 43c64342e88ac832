import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Picture } from '../../core/things/brief/picture.ts'
import { api, messageOf } from '../api/client.ts'
import { PictureTaker } from '../features/picture/picture-taker.tsx'
import { toast } from '../ui/toast.tsx'

/** A job begins with its picture. */
export function NewJob() {
  const navigate = useNavigate()
  const [busy, setBusy] = useState(false)
  const begin = async (picture: Picture) => {
    if (busy) return
    setBusy(true)
    try {
      const job = await api('POST /jobs', { body: { pictureId: picture.id } })
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
      <PictureTaker onTaken={begin} />
    </div>
  )
}
