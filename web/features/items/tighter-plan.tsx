import { useEffect, useRef, useState } from 'react'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { groundOf } from '../../../core/sheet/arrange/ground.ts'
import type { Tighter } from '../../../core/sheet/arrange/tighter.ts'
import { around, sheetsOf } from '../../../core/sheet/form.ts'
import { NEW_ARRANGEMENT, type Sizes } from '../../../core/things/brief/arrangement.ts'
import { writeLength } from '../../../core/things/length/length.ts'
import { Button } from '../../ui/button.tsx'
import { Progress } from '../../ui/progress.tsx'
import type { NestRequest, NestTold } from '../../workers/nest.worker.ts'
import type { JobEditor } from '../plate/job-editor.ts'

/** Looks longer for a plan that takes less of the roll; stopped at any time, the best so far is kept. */
export function TighterPlan({ editor, plate, sizes }: { editor: JobEditor; plate: Plate; sizes: Sizes }) {
  const { brief } = editor.draft
  const worker = useRef<Worker | null>(null)
  const [told, setTold] = useState<NestTold | null>(null)
  const [looking, setLooking] = useState(false)
  const front = plate.forms.find((form) => form.side === 'front')
  const end = () => {
    worker.current?.terminate()
    worker.current = null
    setLooking(false)
  }
  useEffect(() => () => worker.current?.terminate(), [])
  const roll = plate.setup?.lot.form === 'roll'
  if (!front || !roll || sheetsOf(plate.forms) !== 1 || front.placements.length < 3 || brief.items.some((item) => item.white)) return null
  const block = around(front.placements.map(({ face }) => face))
  const look = () => {
    end()
    setTold(null)
    setLooking(true)
    const now = new Worker(new URL('../../workers/nest.worker.ts', import.meta.url), { type: 'module' })
    worker.current = now
    now.addEventListener('message', ({ data }: MessageEvent<NestTold>) => {
      setTold(data)
      if (data.step === data.of || !data.found) end()
    })
    now.addEventListener('error', end)
    const ground = groundOf(sizes, { frame: front.frame, printable: front.printable, borderless: false }, true)
    now.postMessage({ sizes, items: brief.items, ground } satisfies NestRequest)
  }
  const use = ({ places }: Tighter) => {
    end()
    const { bleed, marks, hairline, captions, line, border, gutter } = sizes
    const laid = places.map((place) => ({ ...place, x: place.x + Math.round(block.x), y: place.y + Math.round(block.y) }))
    editor.brief(
      { arrangement: { ...NEW_ARRANGEMENT.free, bleed, marks, hairline, captions, line, border, gutter, places: laid } },
      { placement: null },
    )
  }
  const found = told?.found ?? null
  const saved = found ? Math.round(block.h - found.length) : 0
  return (
    <section aria-label="A tighter plan" className="mt-4 max-w-sm border-t border-hair pt-3">
      {looking && <Progress label="Looking for a tighter plan" className="w-full" share={told ? told.step / told.of : null} />}
      {told && (
        <p role="status" className="mt-1 text-sm">
          {saved > 1000
            ? `Found one that takes ${writeLength(saved, brief.unit)} less of the roll.`
            : looking
              ? 'Nothing tighter so far.'
              : 'Nothing tighter was found: this plan is as short as any that was tried.'}
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        {looking ? <Button onClick={end}>Stop looking</Button> : <Button onClick={look}>Look for a tighter plan</Button>}
        {found && saved > 1000 && (
          <Button kind="act" onClick={() => use(found)}>
            Use it
          </Button>
        )}
      </div>
    </section>
  )
}
