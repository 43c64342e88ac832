import { scaleLinear, scaleTime } from 'd3-scale'
import type { KeptCheck } from '../../../core/wire/api/dto.ts'

const WIDTH = 560
const HEIGHT = 120
const PAD = { left: 26, right: 12, top: 8, bottom: 18 }

interface Props {
  checks: KeptCheck[]
  shownId: number
  /** Mean ΔE2000 that is tolerated. */
  limit: number
  onShow(id: number): void
}

/** Mean (dot) and 95th percentile (bar) of every check over time. Another profile's checks are hollow. */
export function TrendChart({ checks, shownId, limit, onShow }: Props) {
  const days = checks.map((c) => Date.parse(c.measuredOn))
  const [first, last] = [Math.min(...days), Math.max(...days)]
  const x = scaleTime()
    .domain(first === last ? [first - 864e5, last + 864e5] : [first, last])
    .range([PAD.left + 8, WIDTH - PAD.right - 8])
  const most = Math.max(limit * 1.3, ...checks.map((c) => c.check.spread.p95))
  const y = scaleLinear()
    .domain([0, most])
    .range([HEIGHT - PAD.bottom, PAD.top])
    .nice()
  const own = checks.find((c) => c.id === shownId)?.profileId
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="mt-2 w-full" role="group" aria-label="Checks over time">
      {y.ticks(4).map((v) => (
        <g key={v}>
          <path d={`M${PAD.left} ${y(v)}H${WIDTH - PAD.right}`} stroke="var(--hair)" />
          <text x={PAD.left - 4} y={y(v) + 3} fontSize="9" textAnchor="end" fill="var(--soft)">
            {v}
          </text>
        </g>
      ))}
      <path d={`M${PAD.left} ${y(limit)}H${WIDTH - PAD.right}`} stroke="var(--ink)" strokeDasharray="5 3" />
      <text x={WIDTH / 2} y={y(limit) - 3} fontSize="9" textAnchor="middle" fill="var(--ink)">
        limit of the mean
      </text>
      {checks.map((c) => {
        const at = x(Date.parse(c.measuredOn))
        const { mean, p95 } = c.check.spread
        return (
          <g
            key={c.id}
            role="button"
            tabIndex={0}
            aria-label={`${c.measuredOn}, ${c.name}: mean ${mean.toFixed(2)}`}
            aria-pressed={c.id === shownId}
            className="cursor-pointer"
            onClick={() => onShow(c.id)}
            onKeyDown={(e) => e.key === 'Enter' && onShow(c.id)}
          >
            <rect x={at - 9} y={PAD.top} width="18" height={HEIGHT - PAD.top - PAD.bottom} fill="transparent" />
            <path d={`M${at} ${y(mean)}V${y(p95)}M${at - 4} ${y(p95)}h8`} stroke="var(--soft)" />
            <circle
              cx={at}
              cy={y(mean)}
              r={c.id === shownId ? 5.5 : 4}
              fill={c.profileId === own ? 'var(--ink)' : 'var(--paper)'}
              stroke="var(--ink)"
              strokeWidth="1.4"
            />
            {(c.id === shownId || c === checks[0] || c === checks.at(-1)) && (
              <text
                x={at}
                y={HEIGHT - 5}
                fontSize="9"
                textAnchor={at < 60 ? 'start' : at > WIDTH - 60 ? 'end' : 'middle'}
                fill="var(--soft)"
              >
                {c.measuredOn}
              </text>
            )}
          </g>
        )
      })}
    </svg>
  )
}
