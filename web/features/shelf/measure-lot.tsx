import { useState } from 'react'
import { type Unit, writeLength, writeSize } from '../../../core/things/length/length.ts'
import { iso216Tolerance, measureLot } from '../../../core/things/media/lot-measure.ts'
import type { Lot, Paper, Readings } from '../../../core/things/media/media.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { toast } from '../../ui/toast.tsx'
import { RollLeft } from '../loading/roll-left.tsx'

const PLACES = ['one end', 'middle', 'other end']

/** Where to lay the ruler: three times across, three times along, and both diagonals. */
function Guide({ roll }: { roll: boolean }) {
  const across = roll ? [60] : [22, 60, 98]
  return (
    <svg viewBox="-12 -8 124 136" width="150" height="164" role="img" aria-label="Where to measure" className="shrink-0">
      <rect x="10" y="8" width="80" height="104" fill="var(--sheet)" stroke="var(--sheet-edge)" />
      {!roll && <path d="M10 8 90 112M90 8 10 112" stroke="#8a8a8a" strokeDasharray="4 3" fill="none" />}
      {across.map((y) => (
        <path key={y} d={`M12 ${y}H88M12 ${y}l4-2v4zM88 ${y}l-4-2v4z`} stroke="#333" fill="#333" strokeWidth="1" />
      ))}
      {!roll &&
        [26, 50, 74].map((x) => (
          <path key={x} d={`M${x} 10V110M${x} 10l-2 4h4zM${x} 110l-2-4h4z`} stroke="#333" fill="#333" strokeWidth=".7" />
        ))}
      {roll && <path d="M10 112c0 8 80 8 80 0" stroke="var(--sheet-edge)" fill="none" />}
    </svg>
  )
}

/** Readings with a ruler, and what they come to; for a roll also what is left on it, from its diameter. */
export function MeasureLot({ lot, paper, unit, onDone }: { lot: Lot; paper: Paper; unit: Unit; onDone(): void }) {
  const roll = lot.form === 'roll'
  const blank = (value: number) => [value, value, value]
  const start = (read: number[], value: number) => (read.length === 3 ? read : blank(value))
  const [width, setWidth] = useState(start(lot.readings.width, lot.measured.width))
  const [length, setLength] = useState(start(lot.readings.length, lot.measured.length))
  const diagonal = Math.round(Math.hypot(lot.measured.width, lot.measured.length))
  const [diagonals, setDiagonals] = useState(lot.readings.diagonals.length === 2 ? lot.readings.diagonals : [diagonal, diagonal])
  const readings: Readings = { width, length: roll ? [] : length, diagonals: roll ? [] : diagonals }
  const result = measureLot(lot, readings, unit)
  const change = (list: number[], set: (list: number[]) => void, i: number) => (um: number) => set(list.map((v, k) => (k === i ? um : v)))
  const send = async (sending: Promise<unknown>, said: string) => {
    try {
      await sending
      await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
      toast.success(said)
      onDone()
    } catch (error) {
      toast.error(messageOf(error))
    }
  }
  const off = result.ok ? [result.value.measured.width - lot.nominal.width, result.value.measured.length - lot.nominal.length] : [0, 0]
  const beyond =
    result.ok && !roll && [lot.nominal.width, lot.nominal.length].some((edge, i) => Math.abs(off[i] ?? 0) > iso216Tolerance(edge))
  return (
    <section aria-label={`Measure lot ${lot.id}`} className="my-2 border-l-4 border-act bg-paper p-3">
      <div className="flex flex-wrap gap-5">
        <Guide roll={roll} />
        <div className="min-w-0 flex-1">
          <p className="max-w-prose text-sm text-soft">
            Take three sheets from the middle of the pack. Lay a steel rule flat, read to half a millimetre or better, at three places each
            way{roll ? '' : '; then corner to corner, both ways, which shows whether it is square'}.
          </p>
          <div className="mt-2 grid grid-cols-3 gap-x-3 gap-y-2 sm:max-w-md">
            {width.map((um, i) => (
              <LengthField
                key={`w${PLACES[i]}`}
                label={`Width, ${PLACES[i]}`}
                unit={unit}
                value={um}
                onChange={change(width, setWidth, i)}
              />
            ))}
            {!roll &&
              length.map((um, i) => (
                <LengthField
                  key={`l${PLACES[i]}`}
                  label={`Length, ${PLACES[i]}`}
                  unit={unit}
                  value={um}
                  onChange={change(length, setLength, i)}
                />
              ))}
            {!roll &&
              diagonals.map((um, i) => (
                <LengthField
                  key={i === 0 ? 'one' : 'other'}
                  label={i === 0 ? 'One diagonal' : 'The other'}
                  unit={unit}
                  value={um}
                  onChange={change(diagonals, setDiagonals, i)}
                />
              ))}
          </div>
          {result.ok ? (
            <p className="mt-2">
              It measures{' '}
              <b className="num">
                {roll
                  ? writeLength(result.value.measured.width, unit)
                  : writeSize(result.value.measured.width, result.value.measured.length, unit)}
              </b>
              , ± <span className="num">{writeLength(result.value.spread, unit)}</span>
              {roll ? '' : `, ${result.value.outOfSquare < 0.02 ? 'square' : `${result.value.outOfSquare.toFixed(2)}° out of square`}`}.
              {beyond && <span className="text-warn"> That is more than ISO 216 allows a trimmed sheet.</span>}
            </p>
          ) : (
            <p role="alert" className="mt-2 text-stop">
              {result.problem.message}
            </p>
          )}
          <div className="mt-2 flex gap-2">
            <Button
              kind="act"
              disabled={!result.ok}
              onClick={() => void send(api('PUT /lots/{id}/readings', { id: lot.id, body: readings }), 'The lot is measured.')}
            >
              Keep these readings
            </Button>
            <Button onClick={onDone}>Close</Button>
          </div>
        </div>
      </div>
      {roll && (
        <div className="mt-4 border-t border-hair pt-3">
          <RollLeft lot={lot} paper={paper} unit={unit} onDone={onDone} />
        </div>
      )}
    </section>
  )
}
