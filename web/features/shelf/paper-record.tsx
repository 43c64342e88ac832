import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { sizeName } from '../../../core/things/media/lot-name.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { LotEntry, PaperEntry } from '../../../core/wire/api/papers.ts'
import { api, fileUrl, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { lotsQuery, papersKey } from '../../api/shelf-queries.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Select } from '../../ui/select.tsx'
import { Failed, Loading } from '../../ui/states.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import { toast } from '../../ui/toast.tsx'
import { Adopt } from './adopt.tsx'
import { ArrivalForm } from './arrival-form.tsx'
import { Labels } from './labels.tsx'
import { LotLine } from './lot-line.tsx'
import { inShort, PaperFacts, ProvenOn } from './paper-facts.tsx'
import { PaperForm } from './paper-form.tsx'

const refresh = () => Promise.all([queryClient.invalidateQueries({ queryKey: papersKey }), queryClient.invalidateQueries(studioQuery)])

interface RecordProps {
  entry: PaperEntry
  studio: Studio
}

/** One paper: read first, edited on demand, with its boxes and rolls. */
export function PaperRecord({ entry, studio }: RecordProps) {
  const navigate = useNavigate()
  const { paper, archived } = entry
  const { unit, currency, favouriteSizes } = studio.rules
  const [editing, setEditing] = useState(false)
  const [arriving, setArriving] = useState(false)
  const [labelling, setLabelling] = useState(false)
  const [all, setAll] = useState(false)
  const [merging, setMerging] = useState(false)
  // What is used up is asked for only when somebody wants to see it.
  const open = useQuery(lotsQuery(paper.id, false))
  const past = useQuery({ ...lotsQuery(paper.id, true), enabled: all })
  const lots: readonly LotEntry[] = open.data ?? []
  const shown = (all && past.data) || lots
  const others = studio.papers.filter(({ id }) => id !== paper.id)
  const aside = useMutation({
    mutationFn: (back: boolean) =>
      back ? api('POST /papers/{id}/restore', { id: paper.id }) : api('DELETE /papers/{id}', { id: paper.id }),
    onSuccess: async (_, back) => {
      await refresh()
      toast(back ? `${paper.name} is back.` : `${paper.name} is put aside.`, {
        action: { label: 'Undo', onClick: () => aside.mutate(!back) },
      })
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  const merge = useMutation({
    mutationFn: (into: string) => api('POST /papers/{id}/merge', { id: paper.id, body: { into } }),
    onSuccess: async ({ paper: kept }) => {
      await refresh()
      toast.success(`They are one now: ${kept.name}.`)
      void navigate(`/shelf/papers/${kept.id}`)
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  if (editing)
    return <PaperForm key={entry.version} entry={entry} begins={paper} unit={unit} currency={currency} onDone={() => setEditing(false)} />
  return (
    <article aria-label={paper.name} className="space-y-4">
      <header className="flex flex-wrap items-start gap-3">
        <Swatch white={paper.white} surface={paper.surface} size={44} />
        <div className="min-w-0 flex-1">
          <h2 className="text-lg">
            {paper.name} {paper.code && <span className="num text-sm font-normal text-soft">{paper.code}</span>}
          </h2>
          <p className="text-soft">
            {inShort(entry)}
            {archived && ' · put aside'}
            {paper.sampleOf !== null && ' · a sample, taken only where a job asks for it'}
          </p>
        </div>
        {paper.sampleOf !== null && !archived && <Adopt paper={paper} what={lots[0] ? sizeName(lots[0], unit) : 'a pack'} />}
        <Button onClick={() => setEditing(true)}>Edit</Button>
        {archived ? (
          <Button onClick={() => aside.mutate(true)}>Bring it back</Button>
        ) : (
          <Button onClick={() => aside.mutate(false)}>Put aside</Button>
        )}
      </header>
      <section aria-label="Boxes and rolls">
        <div className="flex flex-wrap items-center gap-3 border-b border-line pb-1">
          <h3 className="grow whitespace-nowrap">Boxes and rolls</h3>
          <Check checked={all} onChange={setAll}>
            used up too
          </Check>
          {lots.length > 0 && <Button onClick={() => setLabelling(true)}>Labels …</Button>}
          <Button kind="act" icon="add" onClick={() => setArriving(true)}>
            Arrived …
          </Button>
        </div>
        {open.isPending ? (
          <Loading what="what there is of it" />
        ) : open.error ? (
          <Failed error={open.error} again={() => void open.refetch()} />
        ) : shown.length === 0 ? (
          <p className="py-2 text-soft">Nothing of it on the shelf. When a box or a roll comes in, write it down here.</p>
        ) : (
          <ul>
            {shown.map((lot) => (
              <LotLine key={lot.id} lot={lot} paper={paper} unit={unit} />
            ))}
          </ul>
        )}
      </section>
      <div className="flex flex-wrap items-start gap-4">
        <div className="min-w-64 flex-1">
          <PaperFacts entry={entry} currency={currency} />
        </div>
        {paper.texture && (
          <img src={fileUrl(paper.texture)} alt={`The texture of ${paper.name}`} className="max-h-56 max-w-72 object-contain" />
        )}
      </div>
      <section aria-label="On your printers">
        <h3 className="border-b border-line pb-1">On your printers</h3>
        <div className="py-2">
          <ProvenOn paperId={paper.id} studio={studio} />
          <p className="mt-2 flex flex-wrap gap-x-4">
            <ButtonLink kind="plain" to={`/shelf/orders?paper=${encodeURIComponent(paper.id)}`}>
              Write it down to buy
            </ButtonLink>
            <ButtonLink kind="plain" to={`/log?q=${encodeURIComponent(paper.name)}`}>
              Its prints in the log
            </ButtonLink>
            {others.length > 0 && !merging && (
              <Button kind="plain" onClick={() => setMerging(true)}>
                It is the same as another …
              </Button>
            )}
          </p>
          {merging && (
            <div className="mt-2 flex flex-wrap items-end gap-2">
              <Select<string | null>
                label={`${paper.name} is the same as`}
                value={null}
                options={others.map((o) => [o.id, o.name] as const)}
                onChange={(into) => into && merge.mutate(into)}
              />
              <Button onClick={() => setMerging(false)}>Leave it</Button>
              <p className="w-full text-sm text-soft">
                Its boxes, pairings, profiles and jobs go over to the other, and this one is put aside. This cannot be undone.
              </p>
            </div>
          )}
        </div>
      </section>
      {labelling && (
        <Labels lots={lots.map((lot) => ({ ...lot, paperName: paper.name }))} unit={unit} onClose={() => setLabelling(false)} />
      )}
      {arriving && (
        <ArrivalForm paper={paper} unit={unit} currency={currency} favourites={favouriteSizes} onClose={() => setArriving(false)} />
      )}
    </article>
  )
}
