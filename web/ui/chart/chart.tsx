import { type ScaleLinear, scaleLinear } from 'd3-scale'
import { type KeyboardEvent, type PointerEvent, type ReactNode, useId, useRef, useState } from 'react'
import { Fold } from '../fold.tsx'
import { nearest } from './nearest.ts'

export interface Axis {
  from: number
  to: number
  /** Where its figures stand, or about how many of them; none where it says 0. */
  ticks?: readonly number[] | number
  write?: (value: number) => string
  /** What it counts. */
  label?: string
}

/** What can be read off the chart: a place in the data's own units, and what it says there. */
export interface Reading {
  x: number
  y: number
  says: string
}

type Sign = 'line' | 'dashed' | 'dotted' | 'dot' | 'ring' | 'area' | 'bar'

interface Props {
  /** What it shows, in a few words. */
  label: string
  width: number
  height: number
  x: Axis
  y: Axis
  /** In the order the arrow keys go through them. */
  readings: readonly Reading[]
  /** A plane: both directions count alike when a place is pointed at. */
  plane?: boolean
  legend?: readonly (readonly [Sign, string])[]
  /** The same numbers in rows. */
  table: { head: readonly string[]; rows: readonly (readonly (string | number)[])[] }
  /** Enter, or a press, on a reading. */
  onPress?: (index: number) => void
  /** Background of the plot, a class. */
  ground?: string
  className?: string
  children(scales: { x: ScaleLinear<number, number>; y: ScaleLinear<number, number> }): ReactNode
}

const FONT = 9
const ticksOf = (axis: Axis, scale: ScaleLinear<number, number>, usual: number): readonly number[] =>
  typeof axis.ticks === 'object' ? axis.ticks : axis.ticks === 0 ? [] : scale.ticks(axis.ticks ?? usual)

/** The one frame of every chart: axes, grid, figures, a readout for pointer and keys, a legend, the numbers as a table. */
export function Chart({
  label,
  width,
  height,
  x,
  y,
  readings,
  plane = false,
  legend = [],
  table,
  onPress,
  ground = '',
  className = '',
  children,
}: Props) {
  const id = useId()
  const svg = useRef<SVGSVGElement>(null)
  const [at, setAt] = useState<number | null>(null)
  const pad = {
    left:
      y.ticks === 0
        ? 4
        : 8 +
          FONT * 0.62 * Math.max(1, ...ticksOf(y, scaleLinear([y.from, y.to], [0, 1]), 4).map((v) => (y.write?.(v) ?? String(v)).length)),
    right: 8,
    top: y.label ? 20 : 6,
    bottom: x.ticks === 0 ? 4 : 16,
  }
  const sx = scaleLinear([x.from, x.to], [pad.left, width - pad.right])
  const sy = scaleLinear([y.from, y.to], [height - pad.bottom, pad.top])
  const [xs, ys] = [ticksOf(x, sx, 5), ticksOf(y, sy, 4)]
  const places = readings.map((r) => ({ x: sx(r.x), y: sy(r.y) }))
  const chosen = at === null ? undefined : readings[Math.min(at, readings.length - 1)]
  const point = (e: PointerEvent) => {
    const matrix = svg.current?.getScreenCTM()
    if (!matrix) return
    const to = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse())
    const found = nearest(places, to, plane ? 'xy' : 'x')
    setAt(found < 0 ? null : found)
  }
  const onKeyDown = (e: KeyboardEvent) => {
    const last = readings.length - 1
    const now = at ?? -1
    const next = {
      ArrowRight: now + 1,
      ArrowUp: now + 1,
      ArrowLeft: now < 0 ? last : now - 1,
      ArrowDown: now < 0 ? last : now - 1,
      Home: 0,
      End: last,
    }[e.key]
    if (next !== undefined) {
      e.preventDefault()
      setAt(Math.min(last, Math.max(0, next)))
    } else if (e.key === 'Enter' && at !== null && onPress) {
      e.preventDefault()
      onPress(at)
    }
  }
  return (
    <figure className={className} aria-label={label}>
      <div
        role="slider"
        tabIndex={readings.length > 0 ? 0 : -1}
        aria-label={`${label}, to read off`}
        aria-valuemin={0}
        aria-valuemax={Math.max(0, readings.length - 1)}
        aria-valuenow={at ?? 0}
        aria-valuetext={chosen?.says ?? 'nothing chosen'}
        onKeyDown={onKeyDown}
        onBlur={() => setAt(null)}
      >
        <svg
          ref={svg}
          viewBox={`0 0 ${width} ${height}`}
          className={`block w-full ${onPress ? 'cursor-pointer' : ''} ${ground}`}
          aria-hidden="true"
          fontSize={FONT}
          fontFamily="var(--font-mono)"
          onPointerMove={point}
          onPointerDown={point}
          onPointerLeave={() => setAt(null)}
          onClick={() => at !== null && onPress?.(at)}
        >
          <clipPath id={id}>
            <rect x={pad.left} y={pad.top} width={width - pad.left - pad.right} height={height - pad.top - pad.bottom} />
          </clipPath>
          {ys.map((v) => (
            <g key={v}>
              <path d={`M${pad.left} ${sy(v)}H${width - pad.right}`} stroke="var(--chart-grid,var(--hair))" />
              <text x={pad.left - 4} y={sy(v) + FONT * 0.35} textAnchor="end" fill="var(--chart-ink,var(--soft))">
                {y.write?.(v) ?? v}
              </text>
            </g>
          ))}
          {xs.map((v, i) => (
            <g key={v}>
              <path d={`M${sx(v)} ${pad.top}V${height - pad.bottom}`} stroke="var(--chart-grid,var(--hair))" />
              <text
                x={sx(v)}
                y={height - 4}
                textAnchor={sx(v) < pad.left + 14 && i === 0 ? 'start' : sx(v) > width - 24 ? 'end' : 'middle'}
                fill="var(--chart-ink,var(--soft))"
              >
                {x.write?.(v) ?? v}
              </text>
            </g>
          ))}
          {y.label && (
            <text x={2} y={FONT} fill="var(--chart-ink,var(--soft))">
              {y.label}
            </text>
          )}
          {x.label && (
            <text x={width - pad.right} y={height - pad.bottom - 3} textAnchor="end" fill="var(--chart-ink,var(--soft))">
              {x.label}
            </text>
          )}
          <g clipPath={`url(#${id})`}>{children({ x: sx, y: sy })}</g>
          {chosen && (
            <g pointerEvents="none" stroke="var(--chart-ink,var(--ink))" fill="none">
              {!plane && <path d={`M${sx(chosen.x)} ${pad.top}V${height - pad.bottom}`} strokeDasharray="2 2" />}
              <circle cx={sx(chosen.x)} cy={sy(chosen.y)} r={plane ? 7 : 4} strokeWidth="1.4" />
            </g>
          )}
        </svg>
      </div>
      <p className="min-h-5 text-sm text-soft" aria-hidden="true" data-readout>
        {chosen ? <span className="num">{chosen.says}</span> : ''}
      </p>
      {legend.length > 0 && (
        <ul className="flex flex-wrap gap-x-4 gap-y-0.5 text-sm text-soft">
          {legend.map(([sign, words]) => (
            <li key={words} className="flex items-center gap-1.5">
              <LegendSign sign={sign} />
              {words}
            </li>
          ))}
        </ul>
      )}
      <Fold says="The numbers">
        <div className="max-h-56 overflow-auto">
          <table className="text-left text-sm" aria-label={`${label}, the numbers`}>
            <thead>
              <tr className="border-b border-line text-soft">
                {table.head.map((head) => (
                  <th key={head} scope="col" className="pr-4 font-normal">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {table.rows.map((row, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: rows of figures are known by their place
                <tr key={i} className="border-b border-hair">
                  {row.map((value, k) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: columns of a table
                    <td key={k} className="num pr-4 whitespace-nowrap">
                      {value}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </Fold>
    </figure>
  )
}

const DASH: Partial<Record<Sign, string>> = { dashed: '4 3', dotted: '1.5 2' }

const LegendSign = ({ sign }: { sign: Sign }) => (
  <svg viewBox="0 0 22 10" width="22" height="10" aria-hidden="true" stroke="var(--ink)" fill="none" strokeWidth="1.5">
    {sign === 'dot' ? (
      <circle cx="11" cy="5" r="3.4" fill="var(--ink)" />
    ) : sign === 'ring' ? (
      <circle cx="11" cy="5" r="3.4" />
    ) : sign === 'area' ? (
      <rect x="3" y="1" width="16" height="8" fill="var(--ink)" fillOpacity=".16" />
    ) : sign === 'bar' ? (
      <path d="M11 1v8M7 1h8" />
    ) : (
      <path d="M1 5h20" strokeDasharray={DASH[sign]} />
    )}
  </svg>
)
