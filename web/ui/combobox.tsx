import { Popover } from 'radix-ui'
import { useState } from 'react'
import { flushSync } from 'react-dom'
import { Field, type FieldWords } from './field.tsx'
import { FindList } from './find-list.tsx'
import { Icon } from './icon.tsx'
import { asOption, type Options } from './options.ts'

interface Props<T> extends FieldWords {
  value: T
  options: Options<T>
  onChange(value: T): void
  placeholder?: string | undefined
  /** Asked for in the field that finds: “A paper”. */
  find?: string | undefined
  disabled?: boolean | undefined
  full?: boolean | undefined
}

/** One of a long list, found by typing a part of its name. */
export function Combobox<const T>({ value, options, onChange, placeholder, find = 'Find', disabled, full, ...words }: Props<T>) {
  const [open, setOpen] = useState(false)
  const [search, setSearch] = useState('')
  const all = options.map(asOption)
  const now = all.find((option) => option.value === value)
  return (
    <Field {...words}>
      {(own) => (
        <Popover.Root
          open={open}
          onOpenChange={(next) => {
            setSearch('')
            setOpen(next)
          }}
        >
          <Popover.Trigger
            {...own}
            {...(disabled ? { disabled } : {})}
            role="combobox"
            aria-expanded={open}
            aria-haspopup="dialog"
            // A letter opens it and is the first of what is looked for.
            onKeyDown={(e) => {
              if (e.key.length !== 1 || e.key === ' ' || e.ctrlKey || e.metaKey || e.altKey) return
              e.preventDefault()
              flushSync(() => {
                setSearch(e.key)
                setOpen(true)
              })
            }}
            className={`field inline-flex max-w-full min-w-0 items-center gap-2 text-left ${full ? 'w-full' : ''}`}
            data-value={now?.words}
          >
            {now?.before}
            <span className="min-w-0 flex-1 truncate">{now?.words ?? <span className="text-faint">{placeholder ?? 'Choose …'}</span>}</span>
            <Icon of="more" size={14} className="text-faint" />
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="start"
              sideOffset={2}
              collisionPadding={8}
              aria-label={words.label}
              className="over flex max-h-(--radix-popover-content-available-height) w-max max-w-[94vw] min-w-(--radix-popover-trigger-width) flex-col overflow-hidden"
            >
              {open && (
                <FindList
                  label={words.label}
                  placeholder={find}
                  search={search}
                  onSearch={setSearch}
                  first={now ? String(all.indexOf(now)) : ''}
                  entries={all.map((option, i) => ({
                    value: String(i),
                    words: `${option.words} ${option.note ?? ''}`,
                    disabled: option.disabled ?? false,
                    shown: (
                      <>
                        {option.before}
                        <span className="min-w-0 flex-1">
                          {option.words}
                          {option.note && <span className="ml-2 text-sm text-faint">{option.note}</span>}
                        </span>
                        {option === now && <Icon of="chosen" size={14} />}
                      </>
                    ),
                    onSelect: () => {
                      setOpen(false)
                      onChange(option.value)
                    },
                  }))}
                />
              )}
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </Field>
  )
}
