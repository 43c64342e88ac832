import type { ReactNode } from 'react'
import { ButtonLink } from '../../ui/button.tsx'

interface Props {
  list: ReactNode
  /** Something of it is looked at: on a phone it stands instead of the list. */
  chosen: boolean
  /** The way back to the list, on a phone: where, and what it is called. */
  back: { to: string; words: string }
  children: ReactNode
}

/** A list at the left, and what is looked at beside it. */
export const ListBeside = ({ list, chosen, back, children }: Props) => (
  <div className="mt-3 grid gap-6 lg:grid-cols-[19rem_1fr]">
    <div className={chosen ? 'max-lg:hidden' : ''}>{list}</div>
    <div className="min-w-0">
      {chosen && (
        <p className="mb-2 lg:hidden">
          <ButtonLink kind="plain" to={back.to}>
            {back.words}
          </ButtonLink>
        </p>
      )}
      {children}
    </div>
  </div>
)
