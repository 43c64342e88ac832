import { useQuery } from '@tanstack/react-query'
import { line } from 'd3-shape'
import type { Ramp } from '../../../core/color/health/ramps.ts'
import { api } from '../../api/client.ts'
import { Chart } from '../../ui/chart/chart.tsx'
import { LevelMark } from '../../ui/mark.tsx'
import { Failed, Loading } from '../../ui/states.tsx'

const d = (v: number) => v.toFixed(1)

/** How good a profile is in itself, before anything is printed with it. */
export function HealthView({ id }: { id: string }) {
  const query = useQuery({
    queryKey: ['profiles', id, 'health'],
    queryFn: () => api('GET /profiles/{id}/health', { id }),
    staleTime: Number.POSITIVE_INFINITY,
  })
  if (query.error) return <Failed error={query.error} again={() => void query.refetch()} />
  if (!query.data) return <Loading what="the examination" />
  const h = query.data
  return (
    <div className="mt-3">
      <ul>
        {h.remarks.map((r) => (
          <li key={r.says} className="flex gap-2 py-0.5">
            <LevelMark level={r.level} word={false} />
            <span>{r.says}</span>
          </li>
        ))}
      </ul>
      <table className="mt-3 w-full text-left" aria-label="Round trips">
        <thead>
          <tr className="border-b border-line text-sm text-soft">
            <th className="font-normal">There and back, ΔE2000</th>
            <th className="font-normal">mean</th>
            <th className="font-normal">95th</th>
            <th className="font-normal">max</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {h.roundTrips.map((r) => (
            <tr key={r.intent} className="border-b border-hair">
              <td className="py-1 pr-3 capitalize">{r.intent}</td>
              <td className="num pr-3">{d(r.spread.mean)}</td>
              <td className="num pr-3">{d(r.spread.p95)}</td>
              <td className="num pr-3">{d(r.spread.max)}</td>
              <td className="text-sm text-soft">{r.byDesign ? 'its way back is the measured table: compression, not error' : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2">
        Greys carry a chroma of <span className="num">{d(h.neutrality.mean)}</span> on average, at most{' '}
        <span className="num">{d(h.neutrality.max)}</span> at L* <span className="num">{h.neutrality.atL.toFixed(0)}</span>. Black lies at
        L* <span className="num">{d(h.black.absoluteL)}</span> with a chroma of <span className="num">{d(h.black.chroma)}</span>.
      </p>
      <h3 className="mt-3 font-semibold">Ramps</h3>
      <p className="text-sm text-soft">
        The size of each step along a smooth ramp, ΔE2000. A spike or a fall is a step in a gradient; kinks are ringed.
      </p>
      <div className="mt-1 grid gap-x-4 gap-y-2 sm:grid-cols-2">
        {h.ramps.map((r) => (
          <RampChart key={r.name} ramp={r} />
        ))}
      </div>
    </div>
  )
}

function RampChart({ ramp }: { ramp: Ramp }) {
  const last = ramp.steps.length - 1
  const percent = (i: number) => `${Math.round((i / last) * 100)} %`
  return (
    <Chart
      label={`Steps of ${ramp.name}`}
      width={240}
      height={78}
      x={{ from: 0, to: last, ticks: [0, last / 2, last], write: percent }}
      y={{ from: 0, to: Math.max(2, ...ramp.steps) * 1.05, ticks: 2, label: `${ramp.name}${ramp.kinks.length === 0 ? ', smooth' : ''}` }}
      readings={ramp.steps.map((step, i) => ({ x: i, y: step, says: `${percent(i)}: ${d(step)} ΔE2000` }))}
      table={{ head: ['at', 'step, ΔE2000'], rows: ramp.steps.map((step, i) => [percent(i), step.toFixed(2)]) }}
    >
      {({ x, y }) => (
        <>
          <path
            d={
              line<number>(
                (_, i) => x(i),
                (v) => y(v),
              )(ramp.steps) ?? ''
            }
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.2"
          />
          {ramp.kinks.map((k) => {
            const i = Math.round(k.at * last)
            return <circle key={k.at} cx={x(i)} cy={y(ramp.steps[i] ?? 0)} r="5" fill="none" stroke="var(--stop)" strokeWidth="1.5" />
          })}
        </>
      )}
    </Chart>
  )
}
