import { type CSSProperties, useEffect, useMemo, useRef, useState } from 'react'
import { drawSheet } from '../../../core/output/drawing/sheet-drawing.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { itemById } from '../../../core/things/brief/brief.ts'
import { pictureIn } from '../../../core/things/brief/item.ts'
import { fileUrl, messageOf } from '../../api/client.ts'
import { Check } from '../../ui/check.tsx'
import { Empty } from '../../ui/states.tsx'
import { SheetSvg } from '../drawing/sheet-svg.tsx'
import { SheetSwitch } from '../items/sheet-switch.tsx'
import { candidateProof, paperShown, type RenderingRequest } from '../proof/use-proof.ts'

interface Props {
  plate: Plate
  /** Address of the profile it is proofed by, or null. */
  printerUrl: string | null
  paperWhite: boolean
  onPaperWhite(on: boolean): void
  /** Grey around the sheet, 0…255. */
  surround: number
}

/** Longest side of a picture's proof, pixels: of one that fills the sheet, and the least of one among many. */
const LARGE = 900
const SMALL = 300

/** What has to be proofed for a form: each of its pictures once, with its own intent. */
interface Wanted extends RenderingRequest {
  item: string
  longest: number
}

/** The colours of a sheet as they will stand beside each other: every picture proofed with its own intent, on the paper's white. */
export function SheetProof({ plate, printerUrl, paperWhite, onPaperWhite, surround }: Props) {
  const { setup, brief } = plate
  const fronts = plate.forms.filter((form) => form.side === 'front')
  const [wantedForm, setForm] = useState('front')
  const form = fronts.find(({ id }) => id === wantedForm) ?? fronts[0]
  const greys = setup?.colourMode.mode === 'grey'
  const wanted = useMemo<Wanted[]>(() => {
    if (!form || !setup || !printerUrl) return []
    const longest = Math.max(SMALL, Math.round(LARGE / Math.sqrt(form.placements.length)))
    const seen = new Set<string>()
    return form.placements.flatMap((placement) => {
      const item = itemById(brief, placement.item)
      const picture = item && pictureIn(item)
      if (!picture || seen.has(placement.item)) return []
      seen.add(placement.item)
      return [
        {
          item: placement.item,
          previewUrl: fileUrl(picture.preview),
          sourceUrl: picture.profileHash && picture.channels === 'rgb' ? fileUrl(picture.profileHash) : null,
          printerUrl,
          intent: placement.intent ?? setup.intent,
          blackPoint: setup.blackPoint,
          longest,
        },
      ]
    })
  }, [form, setup, printerUrl, brief])
  const { urls, white, done, error } = useSheetColours(wanted, printerUrl, paperWhite, greys)
  const drawing = useMemo(() => drawSheet(plate, brief.unit, { form: form?.id }), [plate, brief.unit, form?.id])
  if (!form || !drawing || !setup) return <Empty title="No sheet to proof yet">The findings below say what stands in the way.</Empty>
  if (!printerUrl) return <Empty title="Nothing to proof with">No profile is applied in this set-up.</Empty>
  const dark = surround < 120
  return (
    <section
      aria-label="Proof of the sheet"
      aria-busy={done < wanted.length}
      className="absolute inset-0 flex flex-col p-4"
      style={{ background: `rgb(${surround} ${surround} ${surround})`, color: dark ? '#eee' : '#111' }}
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <b className="font-semibold">On this paper</b>
        <span className="text-sm">
          {setup.paper.name}
          {greys ? ', in the printer’s own greys, shown neutral' : ', each picture with its own intent'}
        </span>
        {fronts.length > 1 && <SheetSwitch forms={fronts} value={form.id} onChange={setForm} />}
        <Check className="text-sm" checked={paperWhite} onChange={onPaperWhite}>
          Show the paper’s white
        </Check>
        {done < wanted.length && (
          <span role="status" className="num text-sm">
            {done} of {wanted.length} …
          </span>
        )}
      </div>
      {error && (
        <p role="alert" className="mt-1 bg-paper p-2 text-ink">
          {error}
        </p>
      )}
      <div
        className="relative min-h-40 flex-1"
        style={{ '--sheet': `rgb(${white.join(' ')})`, '--soft': 'currentColor', '--ink': 'currentColor' } as CSSProperties}
      >
        <SheetSvg drawing={drawing} className="absolute inset-0 h-full w-full" picture={(item) => urls.get(item) ?? null} />
      </div>
    </section>
  )
}

interface Colours {
  /** Addresses of the proofs that are made. */
  urls: ReadonlyMap<string, string>
  /** The paper, sRGB. */
  white: readonly [number, number, number]
  done: number
  error: string | null
}
const NOTHING: Colours = { urls: new Map(), white: [255, 255, 255], done: 0, error: null }

async function urlOf(image: ImageBitmap): Promise<string> {
  const canvas = new OffscreenCanvas(image.width, image.height)
  canvas.getContext('bitmaprenderer')?.transferFromImageBitmap(image)
  return URL.createObjectURL(await canvas.convertToBlob())
}

/** Proofs of the pictures of a sheet, one after the other; what was asked for before is given up. */
function useSheetColours(wanted: readonly Wanted[], printerUrl: string | null, paperWhite: boolean, greys: boolean): Colours {
  const [colours, setColours] = useState<Colours>(NOTHING)
  const held = useRef<string[]>([])
  useEffect(() => {
    let gone = false
    const made: string[] = []
    const work = async () => {
      if (!printerUrl) return
      const white = await paperShown(printerUrl, paperWhite)
      const urls = new Map<string, string>()
      for (const { item, longest, ...request } of wanted) {
        if (gone) return
        const url = await urlOf(await candidateProof(request, paperWhite, greys, longest))
        made.push(url)
        urls.set(item, url)
        if (!gone) setColours({ urls: new Map(urls), white, done: urls.size, error: null })
      }
    }
    void work().catch((error) => !gone && setColours((now) => ({ ...now, error: messageOf(error) })))
    return () => {
      gone = true
      // Those on view go when the next ones come.
      for (const url of held.current) URL.revokeObjectURL(url)
      held.current = made
    }
  }, [wanted, printerUrl, paperWhite, greys])
  useEffect(
    () => () => {
      for (const url of held.current) URL.revokeObjectURL(url)
    },
    [],
  )
  return colours
}
