import { Check } from '../../ui/check.tsx'

/** Whether the mark of a sheet out of a sample pack is printed in its border. */
export const SampleMarkChoice = ({ mark, on, onChange }: { mark: string; on: boolean; onChange(on: boolean): void }) => (
  <Check className="mb-3 border-b border-hair pb-3" checked={on} onChange={onChange}>
    Print “{mark}” small in the border: out of the pack nobody can tell the sheet from the others
  </Check>
)
