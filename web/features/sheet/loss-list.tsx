import type { SideView } from '../../../core/sheet/form.ts'
import { filledByCrop, lossOf } from '../../../core/sheet/loss.ts'
import type { Crop } from '../../../core/sheet/placement.ts'
import type { Make } from '../../../core/things/brief/make.ts'
import { PICTURE_EDGES } from '../../../core/things/brief/turn.ts'
import { type Unit, writeLength } from '../../../core/things/length/length.ts'

/** What each edge of the picture loses by the crop and on the sheet, and how much of it that is. Nothing where nothing is lost. */
export function LossList({ front, make, unit }: { front: SideView & { crop: Crop }; make: Make; unit: Unit }) {
  const { edges, share } = lossOf({ ...front, face: filledByCrop(make, front) })
  if (share < 0.0005) return null
  const say = (um: number) => (um < 50 ? '–' : writeLength(um, unit))
  return (
    <table className="mt-2 mb-2 w-full max-w-80 text-left text-sm" aria-label="What the picture loses">
      <thead>
        <tr className="border-b border-line text-soft">
          <th className="font-normal">Of the picture</th>
          <th className="font-normal">cropped</th>
          <th className="font-normal">not on paper</th>
        </tr>
      </thead>
      <tbody>
        {PICTURE_EDGES.map((edge) => (
          <tr key={edge} className="border-b border-hair" data-loss={edge}>
            <th scope="row" className="py-0.5 font-normal">
              {edge}
            </th>
            <td className="num">{say(edges[edge].crop)}</td>
            <td className="num">{say(edges[edge].placed)}</td>
          </tr>
        ))}
        <tr>
          <th scope="row" className="py-0.5 font-semibold">
            in all
          </th>
          <td className="num font-semibold" colSpan={2} data-testid="lost">
            {(share * 100).toFixed(1)} % of it
          </td>
        </tr>
      </tbody>
    </table>
  )
}
