import { Command, defaultFilter } from 'cmdk'
import type { ReactNode } from 'react'
import { Icon } from './icon.tsx'

interface Props {
  label: string
  placeholder: string
  /** What is looked for, where somebody else keeps it. */
  search?: string
  onSearch?: (search: string) => void
  /** Its field has the focus. */
  onFocus?: () => void
  /** The entry that is marked at first. */
  first?: string
  children: ReactNode
}

/** Entries are found by their words; what tells them apart is no concern of who types. */
const byWords = (value: string, search: string, words?: string[]): number =>
  defaultFilter(words && words.length > 0 ? words.join(' ') : value, search)

/** A field and the entries that bear what is typed into it; arrow keys and Enter choose. */
export const FindList = ({ label, placeholder, search, onSearch, onFocus, first, children }: Props) => (
  <Command label={label} filter={byWords} className="flex min-h-0 flex-col" {...(first === undefined ? {} : { defaultValue: first })}>
    <div className="flex items-center gap-2 border-b border-line px-3">
      <Icon of="find" className="text-faint" />
      <Command.Input
        autoFocus
        placeholder={placeholder}
        className="w-full bg-transparent py-2.5 outline-none"
        {...(search === undefined ? {} : { value: search })}
        {...(onSearch ? { onValueChange: onSearch } : {})}
        {...(onFocus ? { onFocus } : {})}
      />
    </div>
    <Command.List className="max-h-[60vh] overflow-y-auto py-1">
      <Command.Empty className="px-3 py-2 text-soft">Nothing of that name.</Command.Empty>
      {children}
    </Command.List>
  </Command>
)

interface ItemProps {
  /** Tells it from the others; also found by, unless it has words of its own for that. */
  value: string
  words?: readonly string[]
  onSelect(): void
  children: ReactNode
}

export const FindItem = ({ value, words, onSelect, children }: ItemProps) => (
  <Command.Item value={value} {...(words ? { keywords: [...words] } : {})} className="over-item px-3" onSelect={onSelect}>
    {children}
  </Command.Item>
)
