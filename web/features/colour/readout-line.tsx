import { useEffect, useRef, useState } from 'react'
import type { Triple } from '../../../core/color/cie.ts'
import type { Readout } from '../../../core/color/readout.ts'
import { type RenderingRequest, readAt } from '../proof/use-proof.ts'

const lab = (t: Triple) => t.map((v) => v.toFixed(0)).join(' ')

/** The colour under the pointer: as it is, as it prints, how far apart, and what is sent. One question at a time, the newest. */
export function ReadoutLine({ request, at }: { request: RenderingRequest | null; at: { x: number; y: number } | null }) {
  const [shown, setShown] = useState<Readout | null>(null)
  const wanted = useRef<typeof at>(null)
  const busy = useRef(false)
  useEffect(() => {
    wanted.current = at
    if (!at || !request || busy.current) return
    const follow = async () => {
      busy.current = true
      try {
        for (let next = wanted.current, done: typeof next = null; next && next !== done; next = wanted.current) {
          done = next
          setShown(await readAt(request, next.x, next.y))
        }
      } catch {
        setShown(null)
      } finally {
        busy.current = false
      }
    }
    void follow()
  }, [at, request])
  if (!request) return null
  return (
    <p className="mt-2 min-h-5 text-sm" aria-live="off" data-testid="readout">
      {at && shown ? (
        <span className="num">
          RGB {shown.rgb.join(' ')} · Lab {lab(shown.wanted)} prints as {lab(shown.printed)}, {shown.difference.toFixed(1)} ΔE2000 · sent{' '}
          {shown.device.join(' ')}
        </span>
      ) : (
        'Point at a colour to read it.'
      )}
    </p>
  )
}
