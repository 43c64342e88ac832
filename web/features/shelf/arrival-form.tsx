import { useMutation } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { ROLL_UNITS, type Unit, writeLength } from '../../../core/things/length/length.ts'
import type { Arrival } from '../../../core/things/media/arrival.ts'
import { lotFrom } from '../../../core/things/media/arrival.ts'
import { lotSizeName } from '../../../core/things/media/lot-name.ts'
import type { Paper } from '../../../core/things/media/media.ts'
import type { TypedSize } from '../../../core/things/sizes/size-field.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { papersKey } from '../../api/shelf-queries.ts'
import { Button } from '../../ui/button.tsx'
import { DayField } from '../../ui/day-field.tsx'
import { dayOf } from '../../ui/days.ts'
import { Dialog } from '../../ui/dialog.tsx'
import { Refused } from '../../ui/file-drop.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { MoneyField } from '../../ui/money-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { SizeField } from '../../ui/size-field.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'

/** What a roll usually holds, µm. */
const FULL_ROLL = 15_000_000

/** A box, a pack or a roll has come in: what its label says, how much, and what was paid. */
export function ArrivalForm({
  paper,
  unit,
  currency,
  favourites,
  onArrived,
  onClose,
}: {
  paper: Paper
  unit: Unit
  currency: string
  favourites: readonly string[]
  /** It is on the shelf now. */
  onArrived?(): void
  onClose(): void
}) {
  const [size, setSize] = useState<TypedSize | null>(null)
  const [sheets, setSheets] = useState(25)
  const [full, setFull] = useState(FULL_ROLL)
  const [left, setLeft] = useState(FULL_ROLL)
  const [number, setNumber] = useState('')
  const [arrived, setArrived] = useState<string | null>(dayOf(new Date()))
  const [paidCents, setPaid] = useState(0)
  const roll = size !== null && size.width !== null && size.length === null
  /** What it is paid by: metres or feet of a roll, or sheets. */
  const pieces = roll ? left / ROLL_UNITS[unit].um : sheets
  const arrival: Arrival | null = size && {
    paperId: paper.id,
    form: roll ? 'roll' : 'sheet',
    width: size.width ?? 0,
    length: roll ? full : (size.length ?? 0),
    stock: roll ? left : sheets,
    number,
    arrived,
    paidCents: paidCents > 0 ? paidCents : null,
  }
  const read = arrival && lotFrom(arrival, paper, [])
  const add = useMutation({
    mutationFn: () => api('POST /lots', { body: arrival as Arrival }),
    onSuccess: async (lot) => {
      await Promise.all([queryClient.invalidateQueries({ queryKey: papersKey }), queryClient.invalidateQueries(studioQuery)])
      toast.success(`${paper.name}, ${lotSizeName(lot, unit)}, is on the shelf.`)
      onArrived?.()
      onClose()
    },
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    if (read?.ok) add.mutate()
  }
  return (
    <Dialog title={`${paper.name} has arrived`} onClose={onClose}>
      <form className="grid grid-cols-2 gap-3 overflow-y-auto p-4" onSubmit={submit}>
        <SizeField
          label="Size on the label"
          of="sheet"
          unit={unit}
          offers={favourites}
          placeholder="A3, 13 × 19 in, 24 in roll"
          value={size}
          onChange={setSize}
        />
        {roll ? (
          <>
            <LengthField
              label="A full roll holds"
              unit={unit}
              value={full}
              onChange={(um) => {
                setFull(um)
                setLeft(um)
              }}
            />
            <LengthField label="There is on it" unit={unit} value={left} onChange={setLeft} />
          </>
        ) : (
          <NumberField label="Sheets" whole min={1} max={1_000_000} step={5} value={sheets} onChange={setSheets} />
        )}
        <TextField label="Number on the box" most={60} value={number} onChange={setNumber} />
        <DayField label="Arrived on" value={arrived} onChange={setArrived} />
        <MoneyField label="Paid for it" currency={currency} value={paidCents} onChange={setPaid} />
        {read?.ok && paidCents > 0 && pieces > 0 && (
          <p className="col-span-full text-sm text-soft">
            That is {currency} {(paidCents / 100 / pieces).toFixed(2)} a{' '}
            {roll ? { m: 'metre', ft: 'foot' }[ROLL_UNITS[unit].name] : 'sheet'}.
          </p>
        )}
        <div className="col-span-full">
          <Refused message={read && !read.ok ? read.problem.message : add.error ? messageOf(add.error) : null} />
          {size && size.width === null && <p className="text-stop">{writeLength(size.length ?? 0, unit)} long: how wide?</p>}
        </div>
        <p className="col-span-full flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button kind="act" type="submit" disabled={!read?.ok || add.isPending}>
            Put it on the shelf
          </Button>
        </p>
      </form>
    </Dialog>
  )
}
