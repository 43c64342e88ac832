import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { writeSize } from '../../../core/things/length/length.ts'
import { writeCaliper } from '../../../core/things/media/caliper.ts'
import { sizeName } from '../../../core/things/media/lot-name.ts'
import type { Lot } from '../../../core/things/media/media.ts'
import { SURFACE_WORDS } from '../../../core/things/media/paper-words.ts'
import { nameOf } from '../../../core/things/sizes/named.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { SamplePackEntry } from '../../../core/wire/api/samples.ts'
import { api, messageOf } from '../../api/client.ts'
import { packsQuery, queryClient, studioQuery } from '../../api/queries.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { Confirm } from '../../ui/dialog.tsx'
import { toast } from '../../ui/toast.tsx'
import { Adopt } from './adopt.tsx'
import { PackForm } from './pack-form.tsx'

const refresh = () => Promise.all([queryClient.invalidateQueries(packsQuery), queryClient.invalidateQueries(studioQuery)])

/** One pack: its papers, what is left of each, and every sheet that was taken out. */
export function PackRecord({ entry, studio }: { entry: SamplePackEntry; studio: Studio }) {
  const navigate = useNavigate()
  const { id, pack, sheets } = entry
  const { unit, currency } = studio.rules
  const [editing, setEditing] = useState(false)
  const [throwing, setThrowing] = useState(false)
  const take = useMutation({
    mutationFn: (kind: string) => api('POST /sample-packs/{id}/sheets', { id, body: { kind } }),
    onSuccess: async (lot) => {
      await refresh()
      toast.success(`Write ${lot.mark} on its back now, in pencil, before it lies beside another.`)
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  const throwAway = useMutation({
    mutationFn: () => api('DELETE /sample-packs/{id}', { id }),
    onSuccess: async () => {
      await refresh()
      toast(`${pack.name} is gone from the shelf.`)
      void navigate('/shelf/samples')
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  if (editing) return <PackForm key={entry.version} entry={entry} unit={unit} currency={currency} onDone={() => setEditing(false)} />
  const paperOf = (lot: Lot) => studio.papers.find((p) => p.id === lot.paperId)
  const told = [
    nameOf(pack.width, pack.length)?.name ?? writeSize(pack.width, pack.length, unit),
    pack.arrived && `came ${pack.arrived}`,
    pack.paidCents !== null && `${currency} ${(pack.paidCents / 100).toFixed(2)}`,
  ].filter(Boolean)
  return (
    <article aria-label={pack.name} className="space-y-4">
      <header className="flex flex-wrap items-start gap-3">
        <div className="min-w-0 flex-1">
          <h2 className="text-lg">{pack.name}</h2>
          <p className="text-soft">{told.join(' · ')}</p>
          {pack.notes && <p className="whitespace-pre-line">{pack.notes}</p>}
        </div>
        <Button onClick={() => setEditing(true)}>Edit</Button>
        <Button onClick={() => setThrowing(true)}>Throw it away</Button>
      </header>
      <section aria-label="In the pack">
        <h3 className="border-b border-line pb-1">In the pack</h3>
        <ul className="divide-y divide-hair">
          {pack.kinds.map((kind) => {
            const left = pack.of[kind.id]?.left ?? kind.sheets
            return (
              <li key={kind.id} aria-label={kind.name} className="flex flex-wrap items-center gap-3 py-2">
                <div className="min-w-0 flex-1">
                  <p className="font-semibold">{kind.name}</p>
                  <p className="text-sm text-soft">
                    {SURFACE_WORDS[kind.surface].name}, {kind.weight} g/m²
                    {kind.thickness === null ? '' : `, ${writeCaliper(kind.thickness)}`}
                    {kind.printableSide ? ` · prints on ${kind.printableSide}` : ''}
                  </p>
                </div>
                <span className="num text-soft">
                  {left} of {kind.sheets}
                </span>
                <Button kind="act" disabled={left === 0 || take.isPending} onClick={() => take.mutate(kind.id)}>
                  Take one out
                </Button>
              </li>
            )
          })}
        </ul>
      </section>
      <section aria-label="Taken out">
        <h3 className="border-b border-line pb-1">Taken out</h3>
        {sheets.length === 0 && (
          <p className="py-2 text-soft">Nothing yet. Take one sheet at a time: it gets a mark, which you write on its back in pencil.</p>
        )}
        <ul className="divide-y divide-hair">
          {sheets.map((lot) => {
            const paper = paperOf(lot)
            return (
              <li key={lot.id} aria-label={`Sheet ${lot.mark}`} className="flex flex-wrap items-center gap-3 py-2">
                <Link className="num link w-14 text-lg" to={`/lots/${lot.id}`}>
                  {lot.mark}
                </Link>
                <div className="min-w-0 flex-1">
                  <p>
                    {paper ? (
                      <Link className="link" to={`/shelf/papers/${paper.id}`}>
                        {paper.name}
                      </Link>
                    ) : (
                      'a paper that was put aside'
                    )}
                  </p>
                  <p className="text-sm text-soft">
                    {lot.stock === 0 ? (
                      <>
                        printed:{' '}
                        <Link className="link" to={`/log?q=${encodeURIComponent(lot.mark)}`}>
                          in the log
                        </Link>
                      </>
                    ) : (
                      'not printed on yet'
                    )}
                  </p>
                </div>
                {lot.stock > 0 && paper && <ButtonLink to={`/new?lot=${lot.id}&paper=${paper.id}`}>Print on {lot.mark} …</ButtonLink>}
                {paper?.sampleOf != null && lot.stock === 0 && <Adopt paper={paper} what={sizeName(lot, unit)} small />}
              </li>
            )
          })}
        </ul>
      </section>
      {throwing && (
        <Confirm title={`Throw ${pack.name} away?`} act="Throw it away" onAct={() => throwAway.mutate()} onLeave={() => setThrowing(false)}>
          The pack is gone from the shelf, and this cannot be undone. Sheets that were taken out, their papers and their prints stay.
        </Confirm>
      )}
    </article>
  )
}
