import { Progress as Radix } from 'radix-ui'

interface Props {
  label: string
  /** 0 … 1; null while nobody knows. */
  share: number | null
  className?: string
}

/** How far something is. */
export const Progress = ({ label, share, className = 'w-full' }: Props) => (
  <Radix.Root
    aria-label={label}
    value={share === null ? null : Math.round(share * 100)}
    className={`relative inline-block h-2 overflow-hidden border border-line bg-hair ${className}`}
  >
    <Radix.Indicator
      className={share === null ? 'unknown block h-full' : 'block h-full bg-ink'}
      style={share === null ? undefined : { width: `${Math.min(100, Math.max(0, share * 100))}%` }}
    />
  </Radix.Root>
)
