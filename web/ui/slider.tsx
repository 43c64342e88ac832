import type { ReactNode } from 'react'

interface Props {
  label: string
  min: number
  max: number
  step: number
  value: number
  onChange(value: number): void
  /** What stands after it: the value, say. */
  children?: ReactNode
  className?: string
}

/** A labelled range, as wide as there is room. */
export const Slider = ({ label, onChange, children, className = '', ...range }: Props) => (
  <label className={`mt-1 flex items-center gap-2 ${className}`}>
    {label}
    <input type="range" className="min-w-0 flex-1" {...range} onChange={(e) => onChange(Number(e.target.value))} />
    {children}
  </label>
)
