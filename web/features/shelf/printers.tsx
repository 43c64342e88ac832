import { Link } from 'react-router'
import { writeLength } from '../../../core/things/length/length.ts'
import { EDGES } from '../../../core/things/paths/path.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { isLocal } from '../../../core/wire/ipp/address.ts'
import { ReadRecord } from '../printer/proposal.tsx'

const head = 'py-1 pr-3 text-sm font-normal text-soft'

/** Every printer with the ranges, margins and borderless edges of its paths. */
export function Printers({ studio }: { studio: Studio }) {
  const { unit } = studio.rules
  const span = (r: { min: number; max: number }) => `${writeLength(r.min, unit).replace(/ (mm|in)$/, '')}–${writeLength(r.max, unit)}`
  return (
    <div className="mt-3 space-y-6">
      {studio.printers.length === 0 && <p>No printer yet. Ask one for its record by its address, or open a document.</p>}
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
                    <td className="num pr-3">{EDGES.map((e) => (path.margins[e] / 1000).toFixed(1)).join(' · ')} mm</td>
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
        <ReadRecord id={null} address="" />
      </div>
    </div>
  )
}
