import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { PLACE_NAMES, SET_PLACES, type SetPlace } from '../../../core/work/agreement/place.ts'
import type { KeptReading } from '../../../core/work/agreement/reading.ts'
import { api, messageOf } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { FileDrop } from '../../ui/file-drop.tsx'
import { Select } from '../../ui/select.tsx'
import { TextArea } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'

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
      <Button className="mt-2 w-full justify-center" disabled={ask.isPending} onClick={() => ask.mutate()}>
        {ask.isPending ? 'Asking …' : `Read the panel of ${printer}`}
      </Button>
      <form
        className="mt-3"
        onSubmit={(e) => {
          e.preventDefault()
          listing.mutate(text)
        }}
      >
        <TextArea
          label="Attribute listing or JSON, pasted"
          rows={4}
          most={200_000}
          figures
          placeholder="media-type = photographic-glossy"
          value={text}
          onChange={setText}
        />
        <div className="mt-1 flex flex-wrap items-center gap-2">
          <Select
            label="Whose listing"
            labelAt="hidden"
            value={place}
            options={SET_PLACES.map((p) => [p, `of the ${PLACE_NAMES[p].toLowerCase()}`] as const)}
            onChange={(to) => setPlace(to)}
          />
          <Button type="submit" disabled={!text.trim() || listing.isPending}>
            Take over
          </Button>
        </div>
      </form>
      <FileDrop
        label="File with a listing"
        className="mt-2 border border-dashed p-2"
        act="From a file …"
        onFiles={([chosen]) => {
          if (chosen) void chosen.text().then((from) => listing.mutate(from))
        }}
      >
        <span className="text-sm text-soft">or drop one here</span>
      </FileDrop>
    </section>
  )
}
