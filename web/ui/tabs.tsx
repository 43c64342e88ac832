import { Tabs as Radix } from 'radix-ui'
import { memo, type ReactNode } from 'react'
import { Link, NavLink } from 'react-router'
import type { KeyId } from '../keys/registry.ts'
import { KeyHint } from './key-hint.tsx'
import { tip } from './tip.ts'

interface Props<T extends string> {
  value: T
  onChange(value: T): void
  className?: string
  children: ReactNode
}

/** A row of names and what stands behind the chosen one: a `TabRow` and a `TabPanel` somewhere below it. */
export const Tabs = <T extends string>({ value, onChange, className, children }: Props<T>) => (
  <Radix.Root value={value} onValueChange={(now) => onChange(now as T)} activationMode="automatic" {...(className ? { className } : {})}>
    {children}
  </Radix.Root>
)

interface RowProps {
  label: string
  tabs: readonly (readonly [value: string, words: ReactNode])[]
  /** Key that goes to the next one. */
  hint?: KeyId
}

/** The names; arrow keys move along them. */
export const TabRow = memo(({ label, tabs, hint }: RowProps) => (
  <div className="flex min-w-0 items-center overflow-x-auto">
    <Radix.List aria-label={label} className="flex">
      {tabs.map(([value, words]) => (
        <Radix.Trigger key={value} value={value} className="tab">
          {words}
        </Radix.Trigger>
      ))}
    </Radix.List>
    {hint && <KeyHint of={hint} className="ml-1" />}
  </div>
))

interface TabLinkProps {
  to: string
  end?: boolean
  current?: boolean
  hint?: KeyId
  className?: string
  children: ReactNode
}

/** A name in such a row that leads to a place of its own; `current` where the address alone does not tell. */
export const TabLink = ({ to, className = '', current, end = false, hint, children }: TabLinkProps) =>
  current === undefined ? (
    <NavLink to={to} end={end} {...tip({ hint })} className={`tab ${className}`}>
      {children}
    </NavLink>
  ) : (
    <Link to={to} {...tip({ hint })} aria-current={current ? 'page' : undefined} className={`tab ${className}`}>
      {children}
    </Link>
  )

/** What stands behind the name in use. Only that is there. */
export const TabPanel = ({ value, className, children }: { value: string; className?: string; children: ReactNode }) => (
  <Radix.Content value={value} tabIndex={-1} {...(className ? { className } : {})}>
    {children}
  </Radix.Content>
)
