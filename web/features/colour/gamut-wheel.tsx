import { useEffect, useState } from 'react'
import type { LightnessSlice } from '../../../core/color/gamut/slice.ts'
import { cssOf } from '../../ui/lab-patch.tsx'
import { Slider } from '../../ui/slider.tsx'
import { type RenderingRequest, sliceAt } from '../proof/use-proof.ts'

const RIM = 110

/** The a*b* plane at one lightness: where this paper's gamut ends, and the picture's own colours in and beyond it. */
export function GamutWheel({ request }: { request: RenderingRequest }) {
  const [lightness, setLightness] = useState(50)
  const [slice, setSlice] = useState<LightnessSlice | null>(null)
  const { previewUrl, sourceUrl, printerUrl } = request
  useEffect(() => {
    let current = true
    const wanted = { previewUrl, sourceUrl, printerUrl, intent: 'relative' as const, blackPoint: false }
    sliceAt(wanted, lightness).then(
      (found) => current && setSlice(found),
      () => current && setSlice(null),
    )
    return () => {
      current = false
    }
  }, [previewUrl, sourceUrl, printerUrl, lightness])
  const outline = slice?.outline
    .map(([a1, b1, a2, b2]) => `M${a1.toFixed(1)} ${(-b1).toFixed(1)}L${a2.toFixed(1)} ${(-b2).toFixed(1)}`)
    .join('')
  return (
    <section aria-label="Gamut at one lightness" className="mt-4 border-t border-hair pt-3">
      <h3 className="font-semibold">The picture’s colours in this gamut</h3>
      <svg
        viewBox={`${-RIM} ${-RIM} ${2 * RIM} ${2 * RIM}`}
        className="mt-1 w-full bg-[#8c8c8c]"
        role="img"
        aria-label={`a*b* plane at L* ${lightness}`}
      >
        <path d={`M${-RIM} 0H${RIM}M0 ${-RIM}V${RIM}`} stroke="#777" strokeWidth=".6" />
        {[50, 100].map((c) => (
          <circle key={c} r={c} fill="none" stroke="#777" strokeWidth=".6" />
        ))}
        {slice?.colours.map((c) => (
          <circle
            key={`${c.a} ${c.b}`}
            cx={c.a}
            cy={-c.b}
            r={Math.min(7, 1.2 + 60 * Math.sqrt(c.share / 10))}
            fill={cssOf([lightness, c.a, c.b])}
            stroke="#000"
            strokeOpacity=".35"
            strokeWidth=".4"
          />
        ))}
        <path d={outline ?? ''} stroke="#000" strokeWidth="1.4" strokeLinecap="round" fill="none" />
        <text x={RIM - 3} y={-3} textAnchor="end" fontSize="9" fill="#000">
          +a*
        </text>
        <text x={3} y={-RIM + 9} fontSize="9" fill="#000">
          +b*
        </text>
      </svg>
      <Slider label="L*" className="text-sm" min={5} max={95} step={5} value={lightness} onChange={setLightness}>
        <span className="num w-6">{lightness}</span>
      </Slider>
      <p className="text-sm text-soft" data-testid="wheel-says">
        {slice && slice.colours.length === 0
          ? 'The picture has no colours near this lightness.'
          : 'The line is where this paper’s gamut ends. Rings are chroma 50 and 100.'}
      </p>
    </section>
  )
}
