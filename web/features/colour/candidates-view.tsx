import { useQueries, useQuery } from '@tanstack/react-query'
import { startTransition, useEffect, useState } from 'react'
import { renderingOf } from '../../../core/color/measure/recommend.ts'
import type { Intent } from '../../../core/things/media/intent.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { api, fileUrl } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { Pixels } from '../../ui/pixels.tsx'
import { Select } from '../../ui/select.tsx'
import { candidateProof } from '../proof/use-proof.ts'
import { IntentChoice } from './intent-choice.tsx'
import { percent, renderingName } from './names.ts'

export interface Candidate {
  profileId: string
  intent: Intent
  blackPoint: boolean
}

const MOST = 4
const keyOf = (c: Candidate) => `${c.profileId} ${c.intent} ${c.intent === 'absolute' || c.blackPoint}`

interface Props {
  pictureId: string
  previewUrl: string
  sourceUrl: string | null
  /** The set-up as it is. */
  now: Candidate
  studio: Studio
  paperWhite: boolean
  surround: number
  onUse(candidate: Candidate): void
}

/** Up to four renderings side by side, of any intent on any paper there is a profile for, with the numbers that decide. */
export function CandidatesView({ pictureId, previewUrl, sourceUrl, now, studio, paperWhite, surround, onUse }: Props) {
  const other: Candidate = { ...now, intent: now.intent === 'perceptual' ? 'relative' : 'perceptual', blackPoint: true }
  const [list, setList] = useState<Candidate[]>([now, other])
  const [draft, setDraft] = useState<Candidate>({ ...now, blackPoint: true })
  const bound = studio.profiles.filter((p) => p.boundTo)
  const nameOf = (id: string) => {
    const to = studio.profiles.find((p) => p.id === id)?.boundTo
    const paper = studio.papers.find((p) => p.id === to?.paperId)?.name
    const printer = studio.printers.find((p) => p.id === to?.printerId)?.name
    return paper && printer ? `${paper} on ${printer}` : (studio.profiles.find((p) => p.id === id)?.description ?? id)
  }
  const measures = useQueries({
    queries: list.map((c) => ({
      queryKey: ['measures', pictureId, c.profileId],
      queryFn: () => api('GET /pictures/{id}/measures', { id: pictureId, profile: c.profileId }),
      staleTime: Number.POSITIVE_INFINITY,
    })),
  })
  // What another is chosen by comes in a piece of its own: the prints are there first.
  const [choices, setChoices] = useState(false)
  useEffect(() => startTransition(() => setChoices(true)), [])
  const known = list.some((c) => keyOf(c) === keyOf(draft))
  const dark = surround < 120
  return (
    <div
      className="absolute inset-0 flex flex-col p-4"
      style={{ background: `rgb(${surround} ${surround} ${surround})`, color: dark ? '#eee' : '#111' }}
    >
      <div className={`grid min-h-0 flex-1 auto-rows-[auto_auto_minmax(8rem,1fr)] gap-3 ${list.length > 1 ? 'sm:grid-cols-2' : ''}`}>
        {list.map((c, i) => {
          const m = measures[i]?.data?.measures
          const r = m && renderingOf(m, c.intent, c.blackPoint)
          const set = keyOf(c) === keyOf(now)
          return (
            <figure key={keyOf(c)} aria-label={`Candidate ${i + 1}`} className="row-span-3 grid min-w-0 grid-rows-subgrid gap-y-0">
              <figcaption className="flex flex-wrap items-baseline gap-x-2">
                <b className="font-semibold" style={{ color: dark ? '#fff' : '#000' }}>
                  {renderingName(c.intent, c.blackPoint)}
                </b>
                <span className="min-w-0 text-sm">{nameOf(c.profileId)}</span>
                <span className="ml-auto flex gap-2 text-sm">
                  {set ? (
                    <b className="font-semibold">set</b>
                  ) : (
                    <>
                      <Button small onClick={() => onUse(c)}>
                        use
                      </Button>
                      <Button small onClick={() => setList(list.filter((_, n) => n !== i))}>
                        remove
                      </Button>
                    </>
                  )}
                </span>
              </figcaption>
              <p className="num text-sm">
                {r && m
                  ? `moves ${r.moved.mean.toFixed(1)} ΔE · misses ${r.error.mean.toFixed(1)} ΔE · flattens ${percent(r.flattened.all)}`
                  : 'measuring …'}
              </p>
              <Thumb
                request={{
                  previewUrl,
                  sourceUrl,
                  printerUrl: fileUrl(studio.profiles.find((p) => p.id === c.profileId)?.hash ?? ''),
                  intent: c.intent,
                  blackPoint: c.blackPoint,
                }}
                paperWhite={paperWhite}
                label={`${renderingName(c.intent, c.blackPoint)}, ${nameOf(c.profileId)}`}
              />
            </figure>
          )
        })}
      </div>
      <form
        className="mt-3 flex min-h-9 flex-wrap items-center gap-2"
        aria-label="Add a candidate"
        onSubmit={(e) => {
          e.preventDefault()
          if (!known && list.length < MOST) setList([...list, draft])
        }}
      >
        {choices && (
          <>
            <IntentChoice label="Intent" value={draft} onChange={(change) => setDraft({ ...draft, ...change })} />
            <Select
              label="Paper"
              labelAt="hidden"
              value={draft.profileId}
              options={bound.map((p) => [p.id, nameOf(p.id)] as const)}
              onChange={(to) => setDraft({ ...draft, profileId: to })}
            />
            <Button type="submit" disabled={known || list.length >= MOST}>
              Add
            </Button>
            <span className="text-sm">
              {known ? 'This one is shown already.' : list.length >= MOST ? 'Four at once; remove one first.' : ''}
            </span>
          </>
        )}
      </form>
    </div>
  )
}

function Thumb({ request, paperWhite, label }: { request: Parameters<typeof candidateProof>[0]; paperWhite: boolean; label: string }) {
  const { data, error } = useQuery({
    queryKey: ['candidate', request, paperWhite],
    queryFn: () => candidateProof(request, paperWhite),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
  })
  if (error) return <p role="alert">This profile cannot be used here.</p>
  if (!data) return <p role="status">Making the proof …</p>
  return (
    <div className="relative mt-1 min-h-32 flex-1">
      <Pixels image={data} label={label} className="absolute inset-0 h-full w-full object-contain object-left-top" />
    </div>
  )
}
