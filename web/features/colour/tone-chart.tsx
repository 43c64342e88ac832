import { useQuery } from '@tanstack/react-query'
import { line } from 'd3-shape'
import { type RenderingRequest, tonesOf } from '../proof/use-proof.ts'

const SIZE = 200

/** Greys of the picture against greys of the print, and how many of the darkest and lightest can be told apart. */
export function ToneChart({ request }: { request: RenderingRequest }) {
  const { data } = useQuery({
    queryKey: ['tones', request],
    queryFn: () => tonesOf(request),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    placeholderData: (before) => before,
  })
  if (!data) return null
  const path = line<number>()
    .x((_, i) => ((data.wanted[i] ?? 0) / 100) * SIZE)
    .y((v) => SIZE - (v / 100) * SIZE)(data.printed)
  const cast = line<number>()
    .x((_, i) => ((data.wanted[i] ?? 0) / 100) * SIZE)
    .y((v) => SIZE - v * 8)(data.cast)
  const most = Math.max(...data.cast)
  return (
    <section aria-label="Tones" className="mt-4 border-t border-hair pt-3">
      <h3 className="font-semibold">Tones</h3>
      <svg viewBox={`-18 -4 ${SIZE + 24} ${SIZE + 20}`} className="mt-1 w-full" role="img" aria-label="Printed L* over the picture's L*">
        <rect width={SIZE} height={SIZE} fill="none" stroke="var(--line)" />
        <path d={`M0 ${SIZE}L${SIZE} 0`} stroke="var(--line)" strokeDasharray="3 3" />
        <path d={path ?? ''} fill="none" stroke="var(--ink)" strokeWidth="1.6" />
        <path d={cast ?? ''} fill="none" stroke="var(--soft)" strokeWidth="1" strokeDasharray="1.5 2" />
        {[0, 50, 100].map((v) => (
          <g key={v} fontSize="8" fill="var(--soft)">
            <text x={(v / 100) * SIZE} y={SIZE + 11} textAnchor="middle">
              {v}
            </text>
            <text x="-4" y={SIZE - (v / 100) * SIZE + 3} textAnchor="end">
              {v}
            </text>
          </g>
        ))}
      </svg>
      <p className="text-sm text-soft">Printed L* over the picture’s L*; dotted, the chroma of the greys, at most {most.toFixed(1)}.</p>
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
}
