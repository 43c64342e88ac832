import { PLACE_NAMES, PLACES, type Place, SET_PLACES, type SetPlace } from '../../../core/work/agreement/place.ts'
import type { SettingKey } from '../../../core/work/agreement/settings.ts'
import type { AgreementRow, Cell } from '../../../core/work/agreement/table.ts'
import { clock } from '../../ui/ago.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'

export interface CellAt {
  place: SetPlace
  setting: SettingKey
}

interface Props {
  rows: AgreementRow[]
  chosen: CellAt | null
  onChoose(at: CellAt): void
  onTick(at: CellAt, on: boolean): void
  onTickPlace(place: SetPlace): void
}

const isSet = (place: Place): place is SetPlace => (SET_PLACES as readonly string[]).includes(place)

/** All settings by all places. What differs stands out by its bar, its weight and its words; what is open by its box. */
export function AgreementTable({ rows, chosen, onChoose, onTick, onTickPlace }: Props) {
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full min-w-[52rem] table-fixed border-collapse text-left align-top" aria-label="Agreement">
        <thead>
          <tr className="border-b border-ink align-bottom">
            <th className="sticky left-0 w-28 bg-bench py-1.5 pr-3 font-semibold">Setting</th>
            <th className="px-2 py-1.5 font-semibold">Plate</th>
            {PLACES.map((place) => {
              const open = isSet(place) ? rows.filter((r) => r.cells[place].state === 'open').length : 0
              return (
                <th key={place} className="px-2 py-1.5 font-semibold">
                  {PLACE_NAMES[place]}
                  {isSet(place) && open > 0 && (
                    <Button
                      kind="link"
                      className="block text-sm font-normal whitespace-nowrap"
                      onClick={() => onTickPlace(place)}
                      aria-label={`all ${open} as wanted, ${PLACE_NAMES[place].toLowerCase()}`}
                    >
                      all {open} as wanted
                    </Button>
                  )}
                </th>
              )
            })}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const differs = row.harm !== null || PLACES.some((place) => row.cells[place].state === 'differs')
            return (
              <tr key={row.key} data-setting={row.key} className="border-b border-hair align-top">
                <th scope="row" className={`sticky left-0 bg-bench py-2 pr-3 ${differs ? 'font-semibold' : 'font-normal text-soft'}`}>
                  {row.title}
                </th>
                <td className="px-2 py-2">
                  {row.says}
                  {row.harm && <span className="mt-0.5 block border-l-4 border-stop pl-1.5 text-sm font-semibold">{row.harm}</span>}
                </td>
                {PLACES.map((place) => (
                  <td key={place} className="px-2 py-1">
                    <CellBody
                      cell={row.cells[place]}
                      row={row}
                      chosen={chosen?.place === place && chosen.setting === row.key}
                      onChoose={onChoose}
                      onTick={onTick}
                    />
                  </td>
                ))}
              </tr>
            )
          })}
        </tbody>
      </table>
    </div>
  )
}

function CellBody({
  cell,
  row,
  chosen,
  onChoose,
  onTick,
}: { cell: Cell; row: AgreementRow; chosen: boolean } & Pick<Props, 'onChoose' | 'onTick'>) {
  const { place, state } = cell
  if (state === 'none') return <span className="block pt-1 text-faint">–</span>
  if (state === 'overridden') return <span className="block pt-1 text-sm text-soft">the computer decides</span>
  const differs = state === 'differs'
  const words = (
    <>
      <span className={differs ? 'font-semibold' : state === 'open' ? 'text-soft' : ''}>{cell.shows ?? cell.wanted}</span>
      {differs && row.harm === null && <span className="block text-sm">wanted: {cell.wanted}</span>}
      {cell.reading && (
        <span className="block text-sm text-soft">
          {[cell.reading.by, clock(cell.reading.at).replace('today ', '')].filter(Boolean).join(', ')}
        </span>
      )}
      {state === 'open' && !isSet(place) && <span className="block text-sm text-soft">not recorded yet</span>}
    </>
  )
  const frame = `w-full border-l-4 pt-1 pl-1.5 text-left ${differs ? 'border-stop' : 'border-transparent'}`
  if (!isSet(place))
    return (
      <span className={`block ${frame}`} data-state={state}>
        {words}
      </span>
    )
  const at = { place, setting: row.key }
  return (
    <div className={`flex items-start ${chosen ? 'bg-chosen' : ''}`} data-state={state}>
      <Check
        className="px-1.5 py-1"
        label={`${row.title}, ${PLACE_NAMES[place].toLowerCase()}: shows ${cell.wanted}`}
        checked={state === 'agrees' ? true : state === 'differs' ? 'mixed' : false}
        mixed="differs"
        onChange={() => onTick(at, state !== 'agrees')}
      />
      <button type="button" className={`flex min-h-8 flex-col items-start ${frame} pr-1`} onClick={() => onChoose(at)}>
        <span className="sr-only">{`Look at ${row.title}, ${PLACE_NAMES[place].toLowerCase()}: `}</span>
        {words}
      </button>
    </div>
  )
}
