import { memo, useEffect, useState } from 'react'
import type { LightnessSlice } from '../../../core/color/gamut/slice.ts'
import { Chart } from '../../ui/chart/chart.tsx'
import { cssOf } from '../../ui/lab-patch.tsx'
import { Slider } from '../../ui/slider.tsx'
import { type RenderingRequest, sliceAt } from '../proof/use-proof.ts'

const RIM = 110

/** The a*b* plane at one lightness: where this paper's gamut ends, and the picture's own colours in and beyond it. */
export const GamutWheel = memo(function GamutWheel({
  previewUrl,
  sourceUrl,
  printerUrl,
}: Pick<RenderingRequest, 'previewUrl' | 'sourceUrl' | 'printerUrl'>) {
  const [lightness, setLightness] = useState(50)
  const [slice, setSlice] = useState<LightnessSlice | null>(null)
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
  const colours = [...(slice?.colours ?? [])].sort((one, other) => other.share - one.share)
  const plane = { from: -RIM, to: RIM, ticks: [-100, -50, 0, 50, 100] }
  const percent = (share: number) => `${(share * 100).toFixed(1)} %`
  return (
    <section aria-label="Gamut at one lightness" className="mt-4 border-t border-hair pt-3">
      <h3 className="font-semibold">The picture’s colours in this gamut</h3>
      <Chart
        className="mt-1"
        label={`a*b* plane at L* ${lightness}`}
        plane
        ground="bg-wheel chart-on-grey"
        width={232}
        height={226}
        x={{ ...plane, label: 'a*' }}
        y={{ ...plane, label: 'b*' }}
        readings={colours.map((c) => ({
          x: c.a,
          y: c.b,
          says: `a* ${c.a.toFixed(0)}, b* ${c.b.toFixed(0)}: ${percent(c.share)} of the picture`,
        }))}
        table={{ head: ['a*', 'b*', 'share'], rows: colours.map((c) => [c.a.toFixed(0), c.b.toFixed(0), percent(c.share)]) }}
      >
        {({ x, y }) => (
          <>
            {[50, 100].map((c) => (
              <circle key={c} cx={x(0)} cy={y(0)} r={x(c) - x(0)} fill="none" stroke="var(--chart-grid)" strokeWidth=".6" />
            ))}
            {colours.map((c) => (
              <circle
                key={`${c.a} ${c.b}`}
                cx={x(c.a)}
                cy={y(c.b)}
                r={Math.min(7, 1.2 + 60 * Math.sqrt(c.share / 10))}
                fill={cssOf([lightness, c.a, c.b])}
                stroke="#000"
                strokeOpacity=".35"
                strokeWidth=".4"
              />
            ))}
            <path
              d={(slice?.outline ?? [])
                .map(([a1, b1, a2, b2]) => `M${x(a1).toFixed(1)} ${y(b1).toFixed(1)}L${x(a2).toFixed(1)} ${y(b2).toFixed(1)}`)
                .join('')}
              stroke="#000"
              strokeWidth="1.4"
              strokeLinecap="round"
              fill="none"
            />
          </>
        )}
      </Chart>
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
})
