import { useQuery } from '@tanstack/react-query'
import { createColumnHelper } from '@tanstack/react-table'
import { useMemo } from 'react'
import { choosePapers } from '../../../core/color/measure/choose-paper.ts'
import type { PaperChoice } from '../../../core/wire/api/dto.ts'
import { api } from '../../api/client.ts'
import { Failed, Loading } from '../../ui/states.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import { DataTable } from '../../ui/table/data-table.tsx'
import { Take } from '../../ui/take.tsx'
import { SilhouetteMark } from '../profiles/silhouette.tsx'
import { percent } from './names.ts'

const column = createColumnHelper<PaperChoice>()
const COLUMNS = [
  column.accessor('paper', {
    header: 'Paper',
    cell: ({ row: { original: r } }) => (
      <span className="flex items-center gap-2">
        <Swatch white={r.white} surface={r.surface} />
        {r.silhouette.length > 0 && <SilhouetteMark reach={r.silhouette} size={30} />}
        <span>
          {r.paper}
          <span className="block text-sm text-soft">
            {r.printer}
            {r.inStock ? '' : ', none in stock'}
          </span>
        </span>
      </span>
    ),
  }),
  column.accessor('error', { meta: { figure: true }, header: 'Missed by, ΔE2000', cell: ({ getValue }) => getValue().toFixed(1) }),
  column.accessor('outOfGamut', { meta: { figure: true }, header: 'Cannot print', cell: ({ getValue }) => percent(getValue()) }),
  column.accessor('belowBlack', { meta: { figure: true }, header: 'Below its black', cell: ({ getValue }) => percent(getValue()) }),
  column.accessor('flattened', { meta: { figure: true }, header: 'Flattened', cell: ({ getValue }) => percent(getValue()) }),
  column.accessor('intent', { meta: { figure: true }, header: 'Best intent' }),
  column.accessor('price', { meta: { figure: true }, header: 'Price of a m²', cell: ({ getValue }) => getValue().toFixed(2) }),
]

interface Props {
  pictureId: string
  printerId: string | null
  paperId: string | null
  onUse(choice: PaperChoice): void
}

/** This picture on every paper there is a profile for: best, cheapest good enough, and what each would lose. */
export function PapersView({ pictureId, printerId, paperId, onUse }: Props) {
  const query = useQuery({
    queryKey: ['papers', pictureId],
    queryFn: () => api('GET /pictures/{id}/papers', { id: pictureId }),
    staleTime: 60_000,
  })
  const { best, cheapest } = useMemo(() => choosePapers(query.data ?? []), [query.data])
  const isHere = (r: PaperChoice) => r.paperId === paperId && r.printerId === printerId
  if (query.error) return <Failed error={query.error} again={() => void query.refetch()} />
  if (!query.data) return <Loading what="this picture on every paper" />
  if (query.data.length === 0)
    return <p className="p-6">No pairing has a profile yet. Add profiles on the shelf and say what they were made for.</p>
  return (
    <div className="absolute inset-0 overflow-auto bg-paper p-4">
      <h2>Which of your papers?</h2>
      {best && (
        <p className="mt-0.5 max-w-3xl">
          <b className="font-semibold">{best.paper}</b> on {best.printer} misses least, by{' '}
          <span className="num">{best.error.toFixed(1)}</span> ΔE2000.{' '}
          {cheapest && cheapest !== best ? (
            <>
              <b className="font-semibold">{cheapest.paper}</b> on {cheapest.printer} is the cheapest that nobody tells from it.
            </>
          ) : (
            'Nothing cheaper comes near it.'
          )}
        </p>
      )}
      <div className="mt-2">
        <DataTable
          name="papers-compared"
          label="Papers compared"
          rows={query.data}
          columns={COLUMNS}
          idOf={(r) => `${r.printerId} ${r.paperId}`}
          first={[{ id: 'error', desc: false }]}
          rowClass={(r) => (isHere(r) ? 'bg-chosen' : '')}
          end={(r) => (
            <>
              {r === best && <span className="mr-2 text-sm font-semibold">best</span>}
              {r === cheapest && r !== best && <span className="mr-2 text-sm font-semibold">cheapest good enough</span>}
              <Take taken={isHere(r)} word="chosen" label={`Use ${r.paper} on ${r.printer}`} onTake={() => onUse(r)} />
            </>
          )}
        />
      </div>
    </div>
  )
}
