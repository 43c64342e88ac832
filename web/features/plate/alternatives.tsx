import { useState } from 'react'
import type { DecisionKey } from '../../../core/plate/decisions/registry.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { Button } from '../../ui/button.tsx'
import { LevelMark } from '../../ui/mark.tsx'
import { unbroken } from '../../ui/unbroken.ts'

interface Props {
  plate: Plate
  selected: DecisionKey
  onPin(key: DecisionKey, id: string | null): void
  onClose(): void
}

const FIRST = 8

/** One decision with its reason and every other option: what it would cost, or why it is ruled out. */
export function Alternatives({ plate, selected, onPin, onClose }: Props) {
  const [all, setAll] = useState(false)
  const line = plate.decisions.find((d) => d.key === selected)
  if (!line) return null
  const shown = all ? line.alternatives : line.alternatives.slice(0, FIRST)
  return (
    <section id="alternatives" aria-label={`Alternatives for ${line.title}`} className="p-3">
      <div className="flex items-start justify-between gap-2">
        <h2>{line.title}</h2>
        <Button kind="plain" className="-mt-1" onClick={onClose}>
          Close
        </Button>
      </div>
      <p className="text-soft">{line.question}</p>
      <p className="mt-2 border-l-2 border-ink pl-2">{unbroken(line.reason)}</p>
      {line.pinned && (
        <Button className="mt-2" onClick={() => onPin(line.key, null)}>
          Release the pin
        </Button>
      )}
      <ul className="mt-3 divide-y divide-hair border-y border-hair">
        {shown.map((alternative) => {
          const chosen = alternative.id === line.value
          return (
            <li key={alternative.id} className={`py-2 ${chosen ? 'bg-chosen -mx-1 px-1' : ''}`}>
              <div className="flex items-start justify-between gap-2">
                <span className={`min-w-0 ${chosen ? 'font-semibold' : ''}`}>{alternative.label}</span>
                {chosen && line.pinned ? (
                  <span className="text-sm text-act">pinned</span>
                ) : (
                  <Button
                    small
                    className="shrink-0 text-sm"
                    onClick={() => onPin(line.key, alternative.id)}
                    aria-label={`Pin ${alternative.label}`}
                  >
                    {chosen ? 'Pin' : 'Use'}
                  </Button>
                )}
              </div>
              {alternative.ruledOut && (
                <p className="mt-0.5 flex gap-1.5 text-sm">
                  <LevelMark level="stop" word={false} />
                  <span>{alternative.ruledOut}</span>
                </p>
              )}
              {alternative.costs.length > 0 ? (
                <ul className="mt-0.5 text-sm text-soft">
                  {alternative.costs.map((cost) => (
                    <li key={cost.says}>{unbroken(cost.says)}</li>
                  ))}
                </ul>
              ) : (
                !alternative.ruledOut && <p className="mt-0.5 text-sm text-faint">costs nothing extra</p>
              )}
            </li>
          )
        })}
      </ul>
      {line.alternatives.length > FIRST && (
        <Button className="mt-2" onClick={() => setAll(!all)}>
          {all ? 'Show fewer' : `Show all ${line.alternatives.length}`}
        </Button>
      )}
    </section>
  )
}
