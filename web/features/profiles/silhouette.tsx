import { Chart } from '../../ui/chart/chart.tsx'

/** Chroma at the rim. */
const RIM = 110

type Reach = readonly number[]

/** A gamut's reach as places on the a*b* plane, one a direction of hue. */
const places = (reach: Reach) =>
  reach.map((chroma, i) => {
    const turn = (i / reach.length) * 2 * Math.PI
    return { hue: Math.round((i / reach.length) * 360), chroma, a: Math.cos(turn) * chroma, b: Math.sin(turn) * chroma }
  })

const outline = (reach: Reach, x: (a: number) => number, y: (b: number) => number) =>
  `${places(reach)
    .map(({ a, b }, i) => `${i === 0 ? 'M' : 'L'}${x(a).toFixed(1)} ${y(b).toFixed(1)}`)
    .join('')}Z`

/** How far a gamut reaches in each direction of hue, as a mark in a row. Neutral ink, for it stands beside proofs. */
export const SilhouetteMark = ({ reach, size = 34 }: { reach: Reach; size?: number }) => (
  <svg viewBox={`${-RIM} ${-RIM} ${2 * RIM} ${2 * RIM}`} width={size} height={size} className="shrink-0" aria-hidden="true">
    <path d={`M${-RIM} 0H${RIM}M0 ${-RIM}V${RIM}`} stroke="var(--hair)" strokeWidth={120 / size} />
    <path
      d={outline(
        reach,
        (a) => a,
        (b) => -b,
      )}
      fill="var(--ink)"
      fillOpacity=".16"
      stroke="var(--ink)"
      strokeWidth={200 / size}
      strokeLinejoin="round"
    />
  </svg>
)

interface Props {
  reach: Reach
  /** Another gamut to hold it against, drawn as a line. */
  beside?: Reach
  label: string
}

/** The same with its axes, to be read off: a* to the right, b* up. */
export const Silhouette = ({ reach, beside, label }: Props) => (
  <Chart
    label={label}
    plane
    className="w-56"
    width={190}
    height={184}
    x={{ from: -RIM, to: RIM, ticks: [-100, 0, 100], label: 'a*' }}
    y={{ from: -RIM, to: RIM, ticks: [-100, 0, 100], label: 'b*' }}
    readings={places(reach).map(({ hue, chroma, a, b }, i) => ({
      x: a,
      y: b,
      says: `hue ${hue}°: chroma ${chroma.toFixed(0)}${beside ? `, the other ${(beside[i] ?? 0).toFixed(0)}` : ''}`,
    }))}
    {...(beside ? { legend: [['area', 'this one'] as const, ['dashed', 'the other'] as const] } : {})}
    table={{
      head: ['hue, °', 'chroma', ...(beside ? ['the other'] : [])],
      rows: places(reach).map(({ hue, chroma }, i) => [hue, chroma.toFixed(0), ...(beside ? [(beside[i] ?? 0).toFixed(0)] : [])]),
    }}
  >
    {({ x, y }) => (
      <>
        <path d={outline(reach, x, y)} fill="var(--ink)" fillOpacity=".16" stroke="var(--ink)" strokeWidth="1.4" strokeLinejoin="round" />
        {beside && <path d={outline(beside, x, y)} fill="none" stroke="var(--ink)" strokeWidth="1.4" strokeDasharray="4 3" />}
      </>
    )}
  </Chart>
)
