import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { inch, ROLL_UNITS, type Unit, writeRoll } from '../../../core/things/length/length.ts'
import { rollLength } from '../../../core/things/media/lot-measure.ts'
import type { Lot, Paper } from '../../../core/things/media/media.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Select } from '../../ui/select.tsx'
import { toast } from '../../ui/toast.tsx'

/** What is left on a roll, corrected by its diameter or by a length that was measured. */
export function RollLeft({ lot, paper, unit, onDone }: { lot: Lot; paper: Paper; unit: Unit; onDone?: () => void }) {
  const [by, setBy] = useState<'diameter' | 'length'>('diameter')
  const [outer, setOuter] = useState(120_000)
  const [core, setCore] = useState(inch(3))
  const [measured, setMeasured] = useState(Number((lot.stock / ROLL_UNITS[unit].um).toFixed(2)))
  const left = Math.round(by === 'diameter' ? rollLength(outer, core, paper.thickness) : measured * ROLL_UNITS[unit].um)
  const keep = useMutation({
    mutationFn: () => api('PATCH /lots/{id}', { id: lot.id, body: { stock: left } }),
    onSuccess: () => {
      void queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
      toast.success('What is left on the roll is corrected.')
      onDone?.()
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  return (
    <section aria-label="What is left on the roll">
      <p>
        On record: <b className="num">{writeRoll(lot.stock, unit)}</b>
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Select
          label="By"
          value={by}
          options={[
            ['diameter', 'its diameter'],
            ['length', 'a measured length'],
          ]}
          onChange={(to) => setBy(to)}
        />
        {by === 'diameter' ? (
          <>
            <LengthField label="Diameter of the roll" unit={unit} value={outer} onChange={setOuter} />
            <Select
              label="Core"
              value={core}
              options={[
                [inch(2), '2 in'],
                [inch(3), '3 in'],
              ]}
              onChange={(to) => setCore(to)}
            />
          </>
        ) : (
          <NumberField
            label="Length left"
            unit={ROLL_UNITS[unit].name}
            min={0}
            max={unit === 'mm' ? 200 : 650}
            step={0.1}
            value={measured}
            onChange={setMeasured}
          />
        )}
        <p className="pb-1.5">
          leaves <b className="num">{writeRoll(left, unit)}</b>
          {by === 'diameter' && ` of ${(paper.thickness / 1000).toFixed(2)} mm stock`}
        </p>
        <Button disabled={(by === 'diameter' && left <= 0) || keep.isPending} onClick={() => keep.mutate()}>
          That is what is left
        </Button>
      </div>
    </section>
  )
}
