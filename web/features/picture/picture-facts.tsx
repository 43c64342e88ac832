import { naturalWidth, UNTAGGED_PPI } from '../../../core/sheet/placement.ts'
import type { Picture } from '../../../core/things/brief/picture.ts'
import { type Unit, writeSize } from '../../../core/things/length/length.ts'
import { fileUrl } from '../../api/client.ts'

/** What the file says about itself, beside its preview. */
export function PictureFacts({ picture, unit }: { picture: Picture; unit: Unit }) {
  const wide = naturalWidth(picture)
  const rows: [string, string][] = [
    ['Pixels', `${picture.width} × ${picture.height}, ${((picture.width * picture.height) / 1e6).toFixed(1)} megapixels`],
    ['Resolution tag', picture.ppi ? `${Number(picture.ppi.toFixed(1))} per inch` : 'none in the file'],
    [picture.ppi ? 'At that' : `At ${UNTAGGED_PPI} per inch`, writeSize(wide, (wide * picture.height) / picture.width, unit)],
    ['Depth', `${picture.bits} bit, ${picture.channels === 'grey' ? 'black and white' : picture.channels.toUpperCase()}`],
    ['Profile', picture.profile ?? 'none embedded: taken as sRGB'],
  ]
  return (
    <div className="mt-2">
      <div className="flex justify-center bg-ground p-3">
        {picture.preview && <img src={fileUrl(picture.preview)} alt={`Preview of ${picture.name}`} className="max-h-64 object-contain" />}
      </div>
      <p className="mt-2 truncate font-semibold">{picture.name}</p>
      <dl className="mt-1 grid grid-cols-[7.5rem_minmax(0,1fr)] gap-y-0.5">
        {rows.map(([term, value]) => [
          <dt key={term} className="text-soft">
            {term}
          </dt>,
          <dd key={`${term}-v`}>{value}</dd>,
        ])}
      </dl>
      {picture.warning && <p className="mt-2 border-l-2 border-warn pl-2">{picture.warning}</p>}
    </div>
  )
}
