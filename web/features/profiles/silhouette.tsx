/** Chroma at the rim of a small drawing. */
const RIM = 110

const outline = (reach: readonly number[]) =>
  `${reach
    .map((c, i) => {
      const turn = (i / reach.length) * 2 * Math.PI
      return `${i === 0 ? 'M' : 'L'}${(Math.cos(turn) * c).toFixed(1)} ${(-Math.sin(turn) * c).toFixed(1)}`
    })
    .join('')}Z`

interface Props {
  reach: readonly number[]
  /** Another gamut to hold it against, drawn as a line. */
  beside?: readonly number[]
  size?: number
  label?: string
}

/** How far a gamut reaches in each direction of hue: a* to the right, b* up. Neutral ink, for it stands beside proofs. */
export function Silhouette({ reach, beside, size = 34, label }: Props) {
  return (
    <svg
      viewBox={`${-RIM} ${-RIM} ${2 * RIM} ${2 * RIM}`}
      width={size}
      height={size}
      className="shrink-0"
      {...(label ? { role: 'img', 'aria-label': label } : { 'aria-hidden': true })}
    >
      <path d={`M${-RIM} 0H${RIM}M0 ${-RIM}V${RIM}`} stroke="var(--hair)" strokeWidth={120 / size} />
      <path d={outline(reach)} fill="var(--ink)" fillOpacity=".16" stroke="var(--ink)" strokeWidth={200 / size} strokeLinejoin="round" />
      {beside && <path d={outline(beside)} fill="none" stroke="var(--ink)" strokeWidth={200 / size} strokeDasharray={`${600 / size}`} />}
    </svg>
  )
}
