import { Select as Radix } from 'radix-ui'
import { Combobox } from './combobox.tsx'
import { Field, type FieldWords } from './field.tsx'
import { Icon } from './icon.tsx'
import { asOption, type Options } from './options.ts'

interface Props<T> extends FieldWords {
  value: T
  options: Options<T>
  onChange(value: T): void
  disabled?: boolean | undefined
  /** What stands there while nothing is chosen. */
  placeholder?: string | undefined
  /** As wide as there is room. */
  full?: boolean | undefined
}

/** More than these nobody looks through. */
const MOST = 40

/** One of a list, opened by a press; letters find an entry. Of a long list one types a part of what is meant. */
export const Select = <const T,>(props: Props<T>) => (props.options.length > MOST ? <Combobox {...props} /> : <ShortSelect {...props} />)

function ShortSelect<T>({ value, options, onChange, disabled, placeholder, full, ...words }: Props<T>) {
  const all = options.map(asOption)
  const at = all.findIndex((option) => option.value === value)
  const now = all[at]
  return (
    <Field {...words}>
      {(own) => (
        <Radix.Root
          value={at < 0 ? '' : String(at)}
          {...(disabled ? { disabled } : {})}
          onValueChange={(i) => {
            const chosen = all[Number(i)]
            if (chosen) onChange(chosen.value)
          }}
        >
          <Radix.Trigger
            {...own}
            className={`field inline-flex max-w-full min-w-0 items-center gap-2 text-left ${full ? 'w-full' : ''}`}
            data-value={now?.words}
          >
            {now?.before}
            <span className="min-w-0 flex-1 truncate">{now?.words ?? <span className="text-faint">{placeholder ?? 'Choose …'}</span>}</span>
            <Icon of="more" size={14} className="text-faint" />
          </Radix.Trigger>
          <Radix.Portal>
            <Radix.Content
              position="popper"
              sideOffset={2}
              collisionPadding={8}
              className="over max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width) max-w-[94vw] overflow-hidden"
            >
              <Radix.ScrollUpButton className="flex justify-center py-0.5">
                <Icon of="less" size={14} />
              </Radix.ScrollUpButton>
              <Radix.Viewport className="py-1">
                {all.map((option, i) => (
                  <Radix.Item
                    // biome-ignore lint/suspicious/noArrayIndexKey: options are known by their place
                    key={i}
                    value={String(i)}
                    disabled={option.disabled ?? false}
                    className="over-item pr-8"
                  >
                    {option.before}
                    <Radix.ItemText>{option.words}</Radix.ItemText>
                    {option.note && <span className="text-sm text-faint">{option.note}</span>}
                    <Radix.ItemIndicator className="ml-auto">
                      <Icon of="chosen" size={14} />
                    </Radix.ItemIndicator>
                  </Radix.Item>
                ))}
              </Radix.Viewport>
              <Radix.ScrollDownButton className="flex justify-center py-0.5">
                <Icon of="more" size={14} />
              </Radix.ScrollDownButton>
            </Radix.Content>
          </Radix.Portal>
        </Radix.Root>
      )}
    </Field>
  )
}
