import { beginsGroup, type DecisionKey } from '../../../core/plate/decisions/registry.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { LevelMark } from '../../ui/mark.tsx'

interface Props {
  plate: Plate
  selected: DecisionKey | null
  onSelect(key: DecisionKey | null): void
}

/** The plate at a glance: every decision in the order of the work, who took it, and what touches it. */
export function Spine({ plate, selected, onSelect }: Props) {
  return (
    <ol aria-label="Decisions" className="divide-y divide-hair">
      {/* What is decided for further pictures stands with them, not here. */}
      {plate.decisions
        .filter(({ key }, i, all) => all.findIndex((d) => d.key === key) === i)
        .map((line) => {
          const worst = plate.findings.find((f) => f.touches[0] === line.key && f.level !== 'note')
          const chosen = selected === line.key
          return (
            <li key={line.key} className={beginsGroup(line.key) ? 'border-t-2 border-t-line' : ''}>
              <button
                type="button"
                aria-expanded={chosen}
                aria-controls="alternatives"
                data-decision={line.key}
                onClick={() => onSelect(chosen ? null : line.key)}
                className={`grid w-full grid-cols-[1fr_auto] gap-x-2 px-3 py-1 text-left hover:bg-hair ${chosen ? 'bg-chosen' : ''}`}
              >
                <span className="truncate text-sm text-soft">{line.title}</span>
                <span className={`text-sm ${line.pinned ? 'font-semibold text-act' : 'text-faint'}`}>{line.by}</span>
                <span className={`truncate ${line.pinned ? 'font-semibold' : ''}`}>{line.label}</span>
                <span className="flex items-center gap-1 text-sm text-faint">
                  {worst && <LevelMark level={worst.level} word={false} />}
                  {line.ruledOut && !worst && <LevelMark level="stop" word={false} />}
                  {line.close && !worst && (
                    <span title="A runner-up is close">
                      ≈<span className="sr-only">a runner-up is close</span>
                    </span>
                  )}
                </span>
              </button>
            </li>
          )
        })}
    </ol>
  )
}
