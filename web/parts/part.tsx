import type { ReactNode } from 'react'

/** One part in its states. */
export const Part = ({ name, children }: { name: string; children: ReactNode }) => (
  <section aria-label={name} data-part={name} className="border-t border-line py-4">
    <h2>{name}</h2>
    <div className="mt-2 flex flex-wrap items-start gap-x-6 gap-y-3">{children}</div>
  </section>
)

/** A state with its name under it. */
export const State = ({ of, children, wide = false }: { of: string; children: ReactNode; wide?: boolean }) => (
  <div className={`min-w-0 ${wide ? 'w-full' : 'max-w-full'}`}>
    {children}
    <p className="mt-1 text-sm text-faint">{of}</p>
  </div>
)
