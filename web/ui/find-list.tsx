import { Command } from 'cmdk'
import type { ReactNode } from 'react'
import { bestMatches } from './best-matches.ts'
import { Icon } from './icon.tsx'

/** Something that can be found. */
export interface Entry {
  /** Tells it from the others. */
  value: string
  /** What it is found by. */
  words: string
  shown: ReactNode
  disabled?: boolean
  onSelect(): void
}

interface Props {
  label: string
  placeholder: string
  search: string
  onSearch(search: string): void
  /** Its field has the focus. */
  onFocus?: () => void
  /** The entry that is marked at first. */
  first?: string
  entries: readonly Entry[]
}

/** A field and the entries that bear what is typed into it; arrow keys and Enter choose. Of a long list the best are shown. */
export function FindList({ label, placeholder, search, onSearch, onFocus, first, entries }: Props) {
  const { shown, left } = bestMatches(entries, search, first)
  return (
    <Command label={label} shouldFilter={false} className="flex min-h-0 flex-col" {...(first === undefined ? {} : { defaultValue: first })}>
      <div className="flex items-center gap-2 border-b border-line px-3">
        <Icon of="find" className="text-faint" />
        <Command.Input
          autoFocus
          placeholder={placeholder}
          className="w-full bg-transparent py-2.5 outline-none"
          value={search}
          onValueChange={onSearch}
          {...(onFocus ? { onFocus } : {})}
        />
      </div>
      <Command.List className="max-h-[60vh] overflow-y-auto py-1">
        {shown.map((entry) => (
          <Command.Item
            key={entry.value}
            value={entry.value}
            disabled={entry.disabled ?? false}
            className="over-item px-3"
            onSelect={entry.onSelect}
          >
            {entry.shown}
          </Command.Item>
        ))}
      </Command.List>
      {shown.length === 0 && <p className="px-3 py-2 text-soft">Nothing of that name.</p>}
      {left > 0 && <p className="border-t border-line px-3 py-1.5 text-sm text-soft">{left} more: type more of what you look for.</p>}
    </Command>
  )
}
