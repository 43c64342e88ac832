import { useMutation } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { toast } from 'sonner'
import { PLACE_NAMES, SET_PLACES, type SetPlace } from '../../../core/work/agreement/place.ts'
import type { KeptReading } from '../../../core/work/agreement/reading.ts'
import { api, messageOf } from '../../api/client.ts'

interface Props {
  jobId: number
  printer: string
  by: string
  onTaken(kept: KeptReading[]): void
}

/** Ways to fill a place without typing: ask the printer, or take over a listing. */
export function TakeOver({ jobId, printer, by, onTaken }: Props) {
  const [text, setText] = useState('')
  const [place, setPlace] = useState<SetPlace>('driver')
  const file = useRef<HTMLInputElement>(null)
  const onError = (error: Error) => toast.error(messageOf(error))
  const ask = useMutation({
    mutationFn: () => api('POST /jobs/{id}/readings/from-printer', { id: jobId, body: { by } }),
    onSuccess: onTaken,
    onError,
  })
  const listing = useMutation({
    mutationFn: (from: string) => api('POST /jobs/{id}/readings/from-listing', { id: jobId, body: { by, place, text: from } }),
    onSuccess: (kept) => {
      setText('')
      onTaken(kept)
    },
    onError,
  })
  return (
    <section aria-label="Fill in" className="border-b border-line p-3">
      <h2>Fill in</h2>
      <button type="button" className="btn mt-2 w-full justify-center" disabled={ask.isPending} onClick={() => ask.mutate()}>
        {ask.isPending ? 'Asking …' : `Read the panel of ${printer}`}
      </button>
      <form
        className="mt-3"
        onSubmit={(e) => {
          e.preventDefault()
          listing.mutate(text)
        }}
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          e.preventDefault()
          const [dropped] = e.dataTransfer.files
          if (dropped) void dropped.text().then((from) => listing.mutate(from))
        }}
      >
        <label>
          <span className="block text-sm text-soft">Attribute listing or JSON, pasted or dropped</span>
          <textarea
            className="num h-20 w-full text-sm"
            placeholder="media-type = photographic-glossy"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <div className="mt-1 flex flex-wrap items-center gap-2">
          <select aria-label="Whose listing" value={place} onChange={(e) => setPlace(e.target.value as SetPlace)}>
            {SET_PLACES.map((p) => (
              <option key={p} value={p}>
                of the {PLACE_NAMES[p].toLowerCase()}
              </option>
            ))}
          </select>
          <button type="submit" className="btn" disabled={!text.trim() || listing.isPending}>
            Take over
          </button>
          <button type="button" className="link text-sm" onClick={() => file.current?.click()}>
            from a file
          </button>
          <input
            ref={file}
            type="file"
            className="hidden"
            aria-label="File with a listing"
            onChange={(e) => {
              const [chosen] = e.target.files ?? []
              if (chosen) void chosen.text().then((from) => listing.mutate(from))
              e.target.value = ''
            }}
          />
        </div>
      </form>
    </section>
  )
}
