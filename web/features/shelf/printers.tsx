import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { writeLength, writeNumber } from '../../../core/things/length/length.ts'
import { EDGES } from '../../../core/things/paths/path.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { isLocal } from '../../../core/wire/ipp/address.ts'
import { api, messageOf } from '../../api/client.ts'
import { partUrl } from '../../api/here.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button, FileLink } from '../../ui/button.tsx'
import { Empty } from '../../ui/states.tsx'
import { toast } from '../../ui/toast.tsx'
import { NewPrinter } from '../printer/new-printer.tsx'
import { ReadRecord } from '../printer/proposal.tsx'

const head = 'py-1 pr-3 text-sm font-normal text-soft'

/** Printers that were put aside, with the way back. */
function PutAside() {
  const aside = useQuery({ queryKey: ['studio', 'printers-aside'], queryFn: () => api('GET /printers-aside') })
  const back = useMutation({
    mutationFn: (id: string) => api('POST /printers/{id}/restore', { id }),
    onSuccess: async ({ printer }) => {
      await queryClient.invalidateQueries(studioQuery)
      toast.success(`${printer.name} is back.`)
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  if (!aside.data || aside.data.length === 0) return null
  return (
    <section aria-label="Put aside" className="mt-4">
      <h2 className="text-soft">Put aside</h2>
      <ul>
        {aside.data.map(({ printer }) => (
          <li key={printer.id} className="flex items-center gap-3 py-1">
            <span>
              {printer.name} <span className="text-soft">{printer.kind}</span>
            </span>
            <Button small disabled={back.isPending} onClick={() => back.mutate(printer.id)}>
              Bring it back
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Every printer with the ranges, margins and borderless edges of its paths. */
export function Printers({ studio }: { studio: Studio }) {
  const { unit } = studio.rules
  const [adding, setAdding] = useState(false)
  const span = (r: { min: number; max: number }) => `${writeNumber(r.min, unit)}–${writeLength(r.max, unit)}`
  return (
    <div className="mt-3 space-y-6">
      {studio.printers.length === 0 && (
        <Empty title="No printer yet">
          <p>
            Ask one for its record by its address, open a document another studio gave you, or begin from its class and fill in the rest
            from its manual.
          </p>
        </Empty>
      )}
      {studio.printers.length > 0 && (
        <p>
          <FileLink kind="plain" icon="saveFile" href={partUrl('printers')}>
            All printers as an archive (ZIP)
          </FileLink>
        </p>
      )}
      {studio.printers.map((p) => (
        <section key={p.id} aria-label={p.name}>
          <h2>
            <Link className="link" to={`/shelf/printers/${p.id}`}>
              {p.name}
            </Link>{' '}
            <span className="font-normal text-soft">{p.kind}</span>{' '}
            {isLocal(p.address) && (
              <Link className="link text-sm font-normal" to={`/printers/${p.id}/panel`}>
                its panel
              </Link>
            )}
          </h2>
          <div className="overflow-x-auto">
            <table className="mt-1 w-full text-left">
              <thead>
                <tr className="border-b border-line">
                  <th className={head}>Path</th>
                  <th className={head}>Width</th>
                  <th className={head}>Length</th>
                  <th className={head}>Thickness</th>
                  <th className={head}>Margins (leading, trailing, left, right)</th>
                  <th className={head}>Borderless</th>
                  <th className={head}>Side</th>
                  <th className={head}>Guide</th>
                </tr>
              </thead>
              <tbody>
                {p.paths.map((path) => (
                  <tr key={path.id} className="border-b border-hair">
                    <th scope="row" className="py-1 pr-3 font-normal">
                      {path.name}
                    </th>
                    <td className="num pr-3">{span(path.width)}</td>
                    <td className="num pr-3">{span(path.length)}</td>
                    <td className="num pr-3">
                      {(path.thickness.min / 1000).toFixed(2)}–{(path.thickness.max / 1000).toFixed(2)} mm
                    </td>
                    <td className="num pr-3">
                      {EDGES.map((e) => writeNumber(path.margins[e], unit)).join(' · ')} {unit}
                    </td>
                    <td className="pr-3">{path.borderless ? (path.borderless.edges.length === 4 ? 'four edges' : 'two sides') : 'no'}</td>
                    <td className="pr-3">{path.printableSide}</td>
                    <td>{path.registration}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      ))}
      <div className="border-t border-line pt-4">
        <ReadRecord id={null} address="" unit={unit} />
        <p className="mt-3">
          <Button icon="add" onClick={() => setAdding(true)}>
            Begin from its class …
          </Button>
        </p>
        <PutAside />
        {adding && <NewPrinter studio={studio} onClose={() => setAdding(false)} />}
      </div>
    </div>
  )
}
