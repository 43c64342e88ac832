import { pictureName } from '../../../core/sheet/arrange/captions.ts'
import type { Brief } from '../../../core/things/brief/brief.ts'
import { Combobox } from '../../ui/combobox.tsx'

interface Props {
  brief: Pick<Brief, 'items'>
  value: string
  onChange(id: string): void
}

/** Which picture of the job is looked at; nothing where there is but one. */
export function ItemPicker({ brief, value, onChange }: Props) {
  if (brief.items.length < 2) return null
  return (
    <Combobox
      label="Picture"
      labelAt="before"
      find="A picture"
      value={value}
      options={brief.items.map((item, i) => ({ value: item.id, words: `${i + 1}  ${pictureName(item) || 'no picture yet'}` }))}
      onChange={onChange}
    />
  )
}
