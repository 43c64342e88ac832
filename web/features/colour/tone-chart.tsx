import { useQuery } from '@tanstack/react-query'
import { line } from 'd3-shape'
import { memo } from 'react'
import { Chart } from '../../ui/chart/chart.tsx'
import { type RenderingRequest, tonesOf } from '../proof/use-proof.ts'

/** Chroma of greys is small: drawn this much larger beside their lightness. */
const ENLARGED = 8
const one = (value: number) => value.toFixed(1)

/** Greys of the picture against greys of the print, and how many of the darkest and lightest can be told apart. */
export const ToneChart = memo(function ToneChart({ request }: { request: RenderingRequest }) {
  const { data } = useQuery({
    queryKey: ['tones', request],
    queryFn: () => tonesOf(request),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    placeholderData: (before) => before,
  })
  if (!data) return null
  const steps = data.wanted.map((wanted, i) => ({ wanted, printed: data.printed[i] ?? 0, cast: data.cast[i] ?? 0 }))
  const most = Math.max(...data.cast)
  const lightness = { from: 0, to: 100, ticks: [0, 50, 100] }
  return (
    <section aria-label="Tones" className="mt-4 border-t border-hair pt-3">
      <h3 className="font-semibold">Tones</h3>
      <Chart
        className="mt-1"
        label="Printed L* over the picture’s L*"
        width={232}
        height={216}
        x={lightness}
        y={lightness}
        readings={steps.map((s) => ({
          x: s.wanted,
          y: s.printed,
          says: `L* ${one(s.wanted)} prints as ${one(s.printed)}, chroma ${one(s.cast)}`,
        }))}
        legend={[
          ['line', 'printed'],
          ['dashed', 'as it is'],
          ['dotted', `chroma of the greys, ${ENLARGED} times as high`],
        ]}
        table={{ head: ['wanted L*', 'printed L*', 'chroma'], rows: steps.map((s) => [one(s.wanted), one(s.printed), one(s.cast)]) }}
      >
        {({ x, y }) => (
          <>
            <path d={`M${x(0)} ${y(0)}L${x(100)} ${y(100)}`} stroke="var(--line)" strokeDasharray="3 3" />
            <path
              d={
                line<(typeof steps)[number]>(
                  (s) => x(s.wanted),
                  (s) => y(s.printed),
                )(steps) ?? ''
              }
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.6"
            />
            <path
              d={
                line<(typeof steps)[number]>(
                  (s) => x(s.wanted),
                  (s) => y(s.cast * ENLARGED),
                )(steps) ?? ''
              }
              fill="none"
              stroke="var(--soft)"
              strokeDasharray="1.5 2"
            />
          </>
        )}
      </Chart>
      <p className="text-sm text-soft">The greys carry a chroma of at most {one(most)}.</p>
      <dl className="mt-1 text-sm">
        {(
          [
            ['darkest 5 %', data.shadows],
            ['lightest 5 %', data.highlights],
          ] as const
        ).map(([name, { distinct, of }]) => (
          <div key={name} className="flex justify-between">
            <dt>Tones told apart in the {name}</dt>
            <dd className="num">
              {distinct} of {of}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  )
})
