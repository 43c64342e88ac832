import type { Form } from '../../../core/sheet/form.ts'
import { IconButton } from '../../ui/button.tsx'

interface Props {
  forms: readonly Form[]
  value: string
  onChange(id: string): void
}

/** Leafs through the kinds of sheet of a job, with how many there are of the one that is shown. */
export function SheetSwitch({ forms, value, onChange }: Props) {
  const at = Math.max(
    0,
    forms.findIndex(({ id }) => id === value),
  )
  const count = forms[at]?.count ?? 1
  const to = (step: number) => {
    const next = forms[at + step]
    if (next) onChange(next.id)
  }
  return (
    <div className="flex items-center gap-1" role="group" aria-label="Sheets">
      <IconButton icon="less" label="The sheet before" className="-rotate-90" disabled={at === 0} onClick={() => to(-1)} />
      <span className="num text-sm" role="status">
        Sheet {at + 1} of {forms.length}
        {count > 1 ? `, ${count} times` : ''}
      </span>
      <IconButton icon="less" label="The next sheet" className="rotate-90" disabled={at >= forms.length - 1} onClick={() => to(1)} />
    </div>
  )
}
