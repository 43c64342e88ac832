import { Toggle } from '../../ui/toggle.tsx'

/** What a drag of a picture in a cell or a place moves: where it lies, or what of it is seen. */
export type Drags = 'places' | 'crops'

interface Props {
  value: Drags
  cells: boolean
  onChange(value: Drags): void
}

/** Chooses what a drag moves. */
export const DragChoice = ({ value, cells, onChange }: Props) => (
  <Toggle
    label="A drag moves"
    small
    className="mt-1"
    value={value}
    options={[
      ['places', cells ? 'Cells' : 'Places'],
      ['crops', 'Crops'],
    ]}
    onChange={onChange}
  />
)
