import { useEffect, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import type { Fix } from '../../../core/plate/checks/check.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { LevelMark } from '../../ui/mark.tsx'

interface Props {
  plate: Plate
  onFix(fix: Fix): void
}

/** The worst finding in words with its fix; the rest one key away. */
export function FindingsBar({ plate, onFix }: Props) {
  const { findings } = plate
  const [at, setAt] = useState(0)
  const [open, setOpen] = useState(false)
  useEffect(() => setAt((i) => Math.min(i, Math.max(0, findings.length - 1))), [findings.length])
  const current = findings[Math.min(at, findings.length - 1)]
  useHotkeys('period', () => setAt((i) => (findings.length === 0 ? 0 : (i + 1) % findings.length)), [findings.length])
  useHotkeys('f', () => {
    if (current?.fix) onFix(current.fix as Fix)
  }, [current, onFix])
  const stops = findings.filter((f) => f.level === 'stop').length
  const warns = findings.filter((f) => f.level === 'warn').length
  return (
    <section aria-label="Findings" className="border-t border-line bg-paper">
      {open && (
        <ul className="max-h-64 divide-y divide-hair overflow-y-auto border-b border-line">
          {findings.map((f, i) => (
            <li key={f.id} className={`flex items-start gap-3 px-3 py-2 ${i === at ? 'bg-chosen' : ''}`}>
              <span className="w-14 shrink-0">
                <LevelMark level={f.level} />
              </span>
              <span className="min-w-0 flex-1">
                <b className="font-semibold">{f.title}.</b> {f.says}
              </span>
              {f.fix && (
                <button type="button" className="btn shrink-0" onClick={() => onFix(f.fix as Fix)}>
                  {f.fix.label}
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <div className="flex min-h-11 items-center gap-3 px-3 py-1.5 max-sm:flex-wrap">
        {current ? (
          <>
            <LevelMark level={current.level} />
            <p className="line-clamp-2 min-w-0 flex-1 max-sm:line-clamp-none max-sm:basis-full" aria-live="polite">
              <b className="font-semibold">{current.title}.</b> {current.says}
            </p>
            {current.fix && (
              <button type="button" className="btn btn-act shrink-0" onClick={() => onFix(current.fix as Fix)}>
                {current.fix.label}
              </button>
            )}
            <button type="button" className="btn shrink-0" aria-expanded={open} onClick={() => setOpen(!open)}>
              {findings.length === 1 ? 'One finding' : `${findings.length} findings`}
              {stops + warns > 0 && (
                <span className="text-faint">
                  {stops > 0 && ` ${stops} stop`}
                  {warns > 0 && ` ${warns} warn`}
                </span>
              )}
            </button>
          </>
        ) : (
          <p className="text-soft">Nothing found that would waste paper.</p>
        )}
      </div>
    </section>
  )
}
