import { useMutation, useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { writeRoll } from '../../core/things/length/length.ts'
import { lotSizeName } from '../../core/things/media/lot-name.ts'
import { tallyOf } from '../../core/things/media/media.ts'
import { isRoll } from '../../core/things/paths/kinds.ts'
import { capacityFor, lotLimits } from '../../core/things/paths/limits.ts'
import type { Path } from '../../core/things/paths/path.ts'
import type { Printer } from '../../core/things/printers/printer.ts'
import { counted } from '../../core/things/words/counted.ts'
import { api, messageOf } from '../api/client.ts'
import { queryClient, studioQuery } from '../api/queries.ts'
import { Button } from '../ui/button.tsx'
import { Failed, Loading } from '../ui/states.tsx'
import { Swatch } from '../ui/swatch.tsx'
import { toast } from '../ui/toast.tsx'

/** One box or roll: what its label’s code opens. What it is, what is left, and which paths it can go into. */
export function LotRoute() {
  const { id = '' } = useParams()
  const studio = useQuery(studioQuery)
  const asked = useQuery({ queryKey: ['studio', 'lots', id], queryFn: () => api('GET /lots/{id}', { id }) })
  const load = useMutation({
    mutationFn: ({ printer, path, remaining }: { printer: Printer; path: Path; remaining: number }) =>
      api('PUT /printers/{id}/loaded', { id: printer.id, body: { pathId: path.id, lotId: id, remaining } }),
    onSuccess: async (_, { printer, path }) => {
      await queryClient.invalidateQueries(studioQuery)
      toast.success(`Written down: it lies in ${path.name} of ${printer.name}.`)
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  const error = studio.error ?? asked.error
  if (error) return <Failed error={error} again={() => void Promise.all([studio.refetch(), asked.refetch()])} />
  if (!studio.data || !asked.data) return <Loading what="the lot" />
  const { lot, paper } = asked.data
  const { unit } = studio.data.rules
  const { printers, loaded, pairings } = studio.data
  const lies = loaded.filter((l) => l.lotId === id)
  const fits = printers.flatMap((printer) =>
    printer.paths
      .filter((path) => lotLimits(path, paper, lot).length === 0 && (isRoll(path) || capacityFor(path, paper.thickness) > 0))
      .map((path) => ({ printer, path, pairing: pairings.find((p) => p.printerId === printer.id && p.paperId === paper.id) ?? null })),
  )
  return (
    <div className="mx-auto w-full max-w-2xl space-y-4 p-4">
      <header className="flex items-start gap-3">
        <Swatch white={paper.white} surface={paper.surface} size={48} />
        <div>
          <h1>
            <Link className="link" to={`/shelf/papers/${paper.id}`}>
              {paper.name}
            </Link>
          </h1>
          <p>
            {lotSizeName(lot, unit)}
            {lot.number && ` · no. ${lot.number}`} ·{' '}
            <strong>{lot.form === 'roll' ? `${writeRoll(lot.stock, unit)} left` : `${counted(lot.stock, 'sheet')} left`}</strong>
          </p>
          <p className="text-soft">
            {paper.twoSided ? 'Prints on both sides.' : paper.printableSide ? `Prints on ${paper.printableSide}.` : ''}
            {lot.aside && ' It is set aside.'}
            {lot.finished && ' It is written down as used up.'}
          </p>
        </div>
      </header>
      {lies.map((l) => {
        const printer = printers.find((p) => p.id === l.printerId)
        return (
          <p key={`${l.printerId} ${l.pathId}`} className="border-l-4 border-act bg-paper p-2">
            {lot.form === 'roll' ? 'It hangs' : `${l.remaining} of it lie`} in{' '}
            {printer?.paths.find((p) => p.id === l.pathId)?.name ?? l.pathId} of {printer?.name ?? l.printerId}.
          </p>
        )
      })}
      <section aria-label="Load into">
        <h2 className="border-b border-line pb-1">Load into</h2>
        {fits.length === 0 && <p className="py-2 text-soft">No path of your printers takes it.</p>}
        <ul className="divide-y divide-hair">
          {fits.map(({ printer, path, pairing }) => {
            const here = lies.some((l) => l.printerId === printer.id && l.pathId === path.id)
            const remaining = isRoll(path) ? lot.stock : Math.min(lot.stock, capacityFor(path, paper.thickness))
            return (
              <li key={path.id} className="flex flex-wrap items-center gap-3 py-2">
                <div className="min-w-0 flex-1">
                  <p>
                    {printer.name}, {path.name}
                  </p>
                  <p className="text-sm text-soft">
                    {pairing && tallyOf(pairing).good > 0
                      ? `Proven, ${tallyOf(pairing).good} good, as “${printer.mediaTypes.find((m) => m.id === pairing.mediaTypeId)?.driverName ?? pairing.mediaTypeId}”`
                      : 'Not printed on there yet'}
                    {` · printable side ${path.printableSide}`}
                  </p>
                </div>
                <Button
                  kind={here ? 'usual' : 'act'}
                  disabled={load.isPending || lot.aside || lot.finished || remaining === 0}
                  onClick={() => load.mutate({ printer, path, remaining })}
                >
                  {lot.form === 'roll' ? 'It hangs there' : `${remaining} lie there`}
                </Button>
              </li>
            )
          })}
        </ul>
        <p className="mt-2 text-sm text-soft">This writes down what you have put in. How to put it in stands with the job, under Load.</p>
      </section>
    </div>
  )
}
