interface Props {
  label: string
  tabs: readonly (readonly [value: string, label: string])[]
  value: string
  onChange(value: string): void
  /** Key that goes to the next one. */
  hint?: string
}

/** A row of words, one of them in use. Arrow keys move along it. */
export function Tabs({ label, tabs, value, onChange, hint }: Props) {
  const at = tabs.findIndex(([v]) => v === value)
  return (
    <div
      role="tablist"
      aria-label={label}
      className="flex min-w-0 items-center overflow-x-auto"
      onKeyDown={(e) => {
        const by = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0
        const next = tabs[(at + by + tabs.length) % tabs.length]
        if (by === 0 || !next) return
        e.preventDefault()
        onChange(next[0])
        e.currentTarget.querySelectorAll<HTMLButtonElement>('[role=tab]')[tabs.indexOf(next)]?.focus()
      }}
    >
      {tabs.map(([v, words]) => (
        <button
          key={v}
          type="button"
          role="tab"
          aria-selected={v === value}
          tabIndex={v === value ? 0 : -1}
          className={`shrink-0 border-b-2 px-3 py-1.5 whitespace-nowrap ${v === value ? 'border-ink font-semibold' : 'border-transparent text-soft hover:text-ink'}`}
          onClick={() => onChange(v)}
        >
          {words}
        </button>
      ))}
      {hint && <span className="kbd ml-1">{hint}</span>}
    </div>
  )
}
