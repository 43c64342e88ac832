import { Separator as Radix } from 'radix-ui'

/** A hairline between parts. */
export const Separator = ({ upright = false, className = '' }: { upright?: boolean; className?: string }) => (
  <Radix.Root
    decorative
    orientation={upright ? 'vertical' : 'horizontal'}
    className={`bg-hair ${upright ? 'mx-1 h-5 w-px self-center' : 'my-2 h-px w-full'} ${className}`}
  />
)
