import { useEffect, useMemo, useState } from 'react'
import type { Finding, Fix } from '../../../core/plate/checks/check.ts'
import { causesOf } from '../../../core/plate/checks/registry.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { useKey } from '../../keys/use-key.ts'
import { Button } from '../../ui/button.tsx'
import { Fold } from '../../ui/fold.tsx'
import { KeyHint } from '../../ui/key-hint.tsx'
import { LevelMark } from '../../ui/mark.tsx'
import { unbroken } from '../../ui/unbroken.ts'

interface Props {
  plate: Plate
  onFix(fix: Fix): void
}

/** The ways out of a finding, one press each. */
function Ways({ finding, onFix, act = false }: { finding: Finding; onFix(fix: Fix): void; act?: boolean }) {
  return [finding.fix, finding.otherwise].map(
    (fix, i) =>
      fix && (
        <Button
          key={fix.label}
          kind={act && i === 0 ? 'act' : 'usual'}
          className="shrink-0"
          onClick={() => onFix(fix as Fix)}
          hint={act && i === 0 ? 'fix' : undefined}
        >
          {fix.label}
        </Button>
      ),
  )
}

const Words = ({ finding }: { finding: Finding }) => (
  <>
    <b className="font-semibold">{finding.title}.</b> {unbroken(finding.says)}
  </>
)

/** The worst finding in words with its ways out; the rest one key away, what follows from a finding folded under it. */
export function FindingsBar({ plate, onFix }: Props) {
  const { findings } = plate
  const causes = useMemo(() => causesOf(findings), [findings])
  const [at, setAt] = useState(0)
  const [open, setOpen] = useState(false)
  useEffect(() => setAt((i) => Math.min(i, Math.max(0, causes.length - 1))), [causes.length])
  const current = causes[Math.min(at, causes.length - 1)]
  useKey('finding', () => setAt((i) => (causes.length === 0 ? 0 : (i + 1) % causes.length)))
  useKey('fix', () => {
    if (current?.cause.fix) onFix(current.cause.fix as Fix)
  })
  useKey('back', () => setOpen(false), { enabled: open })
  const count = (level: Finding['level']) => causes.filter(({ cause }) => cause.level === level).length
  const [stops, warns] = [count('stop'), count('warn')]
  return (
    <section aria-label="Findings" className="border-t border-line bg-paper">
      {open && (
        <ul className="max-h-64 divide-y divide-hair overflow-y-auto border-b border-line">
          {causes.map(({ cause, follow }, i) => (
            <li key={cause.id} className={`flex items-start gap-3 px-3 py-2 ${i === at ? 'bg-chosen' : ''}`}>
              <span className="w-14 shrink-0">
                <LevelMark level={cause.level} />
              </span>
              <div className="min-w-0 flex-1">
                <p>
                  <Words finding={cause} />
                </p>
                {follow.length > 0 && (
                  <Fold says={`${follow.length} more ${follow.length === 1 ? 'follows' : 'follow'} from this`}>
                    <ul className="mt-1 space-y-1">
                      {follow.map((f) => (
                        <li key={f.id} className="flex gap-2">
                          <LevelMark level={f.level} word={false} />
                          <span>
                            <Words finding={f} />
                          </span>
                        </li>
                      ))}
                    </ul>
                  </Fold>
                )}
              </div>
              <Ways finding={cause} onFix={onFix} />
            </li>
          ))}
        </ul>
      )}
      <div className="flex min-h-11 items-center gap-3 px-3 py-1.5 max-sm:flex-wrap">
        {current ? (
          <>
            {open ? (
              <p className="min-w-0 flex-1 text-soft">
                <KeyHint of="finding" /> the next one, <KeyHint of="fix" /> its first way out, <KeyHint of="back" /> closes
              </p>
            ) : (
              <>
                <LevelMark level={current.cause.level} />
                <p className="line-clamp-2 min-w-0 flex-1 max-sm:line-clamp-none max-sm:basis-full" aria-live="polite">
                  <Words finding={current.cause} />
                  {current.follow.length > 0 && (
                    <span className="text-soft">
                      {' '}
                      {current.follow.length} more {current.follow.length === 1 ? 'follows' : 'follow'} from this.
                    </span>
                  )}
                </p>
                <Ways finding={current.cause} onFix={onFix} act />
              </>
            )}
            <Button className="shrink-0" aria-expanded={open} onClick={() => setOpen(!open)}>
              {causes.length === 1 ? 'One finding' : `${causes.length} findings`}
              {stops + warns > 0 && (
                <span className="text-faint">
                  {stops > 0 && ` ${stops} stop`}
                  {warns > 0 && ` ${warns} warn`}
                </span>
              )}
            </Button>
          </>
        ) : (
          <p className="text-soft">Nothing found that would waste paper.</p>
        )}
      </div>
    </section>
  )
}
