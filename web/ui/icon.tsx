import { memo } from 'react'
import { ICONS, type IconName } from './icons.ts'

/** An icon by what it means; silent, for it stands beside a word. */
export const Icon = memo(({ of, size = 16, className = '' }: { of: IconName; size?: number; className?: string }) => {
  const Drawn = ICONS[of]
  return <Drawn size={size} strokeWidth={1.6} aria-hidden="true" className={`shrink-0 ${className}`} />
})
