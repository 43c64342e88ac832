import type { ReactNode } from 'react'

/** Fields of a record that belong together, in columns. */
export const FieldSet = ({ title, children, help, beside }: { title: string; children: ReactNode; help?: string; beside?: ReactNode }) => (
  <fieldset className="border-t border-hair pt-2">
    <legend className="pr-2 font-semibold">{title}</legend>
    {beside}
    {help && <p className="mb-1 text-sm text-soft">{help}</p>}
    <div className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-4">{children}</div>
  </fieldset>
)
