import { scaleTime } from 'd3-scale'
import type { KeptCheck } from '../../../core/wire/api/dto.ts'
import { Chart } from '../../ui/chart/chart.tsx'

const DAY = 864e5

interface Props {
  checks: KeptCheck[]
  shownId: number
  /** Mean ΔE2000 that is tolerated. */
  limit: number
  onShow(id: number): void
}

const two = (value: number) => value.toFixed(2)
const day = (at: number) => new Date(at).toISOString().slice(0, 10)

/** Mean (dot) and 95th percentile (bar) of every check over time. Another profile's checks are hollow. */
export function TrendChart({ checks, shownId, limit, onShow }: Props) {
  const days = checks.map((c) => Date.parse(c.measuredOn))
  const [first, last] = [Math.min(...days), Math.max(...days)]
  const room = Math.max(DAY, (last - first) * 0.04)
  const own = checks.find((c) => c.id === shownId)?.profileId
  const ticks = first === last ? [first] : scaleTime([first, last], [0, 1]).ticks(4).map(Number)
  return (
    <Chart
      className="mt-2"
      label="Checks over time"
      width={560}
      height={130}
      x={{ from: first - room, to: last + room, ticks, write: day }}
      y={{ from: 0, to: Math.max(limit * 1.3, ...checks.map((c) => c.check.spread.p95)) * 1.05, label: 'ΔE2000' }}
      readings={checks.map((c) => ({
        x: Date.parse(c.measuredOn),
        y: c.check.spread.mean,
        says: `${c.measuredOn}, ${c.name}: mean ${two(c.check.spread.mean)}, 95th ${two(c.check.spread.p95)}`,
      }))}
      legend={[
        ['dot', 'mean, this profile'],
        ['ring', 'mean, another profile'],
        ['bar', '95th percentile'],
        ['dashed', 'limit of the mean'],
      ]}
      table={{
        head: ['measured on', 'file', 'mean', '95th', 'max'],
        rows: checks.map((c) => [c.measuredOn, c.name, two(c.check.spread.mean), two(c.check.spread.p95), two(c.check.spread.max)]),
      }}
      onPress={(i) => checks[i] && onShow(checks[i].id)}
    >
      {({ x, y }) => (
        <>
          <path d={`M${x.range()[0]} ${y(limit)}H${x.range()[1]}`} stroke="var(--ink)" strokeDasharray="5 3" />
          {checks.map((c) => {
            const at = x(Date.parse(c.measuredOn))
            const { mean, p95 } = c.check.spread
            return (
              <g key={c.id}>
                <path d={`M${at} ${y(mean)}V${y(p95)}M${at - 4} ${y(p95)}h8`} stroke="var(--soft)" />
                <circle
                  cx={at}
                  cy={y(mean)}
                  r={c.id === shownId ? 5.5 : 4}
                  fill={c.profileId === own ? 'var(--ink)' : 'var(--paper)'}
                  stroke="var(--ink)"
                  strokeWidth="1.4"
                />
              </g>
            )
          })}
        </>
      )}
    </Chart>
  )
}
