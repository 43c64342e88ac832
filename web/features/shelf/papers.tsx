import { useState } from 'react'
import type { Unit } from '../../../core/things/length/length.ts'
import { lotSizeName } from '../../../core/things/media/lot-name.ts'
import type { Lot, Paper } from '../../../core/things/media/media.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { LengthField } from '../../ui/length-field.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import { toast } from '../../ui/toast.tsx'
import { MeasureLot } from './measure-lot.tsx'

function LotEditor({ lot, paper, unit }: { lot: Lot; paper: Paper; unit: Unit }) {
  const [measuring, setMeasuring] = useState(false)
  const save = async (change: object) => {
    try {
      await api('PATCH /lots/{id}', { id: lot.id, body: change })
      await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
      toast.success('The lot is corrected.')
    } catch (error) {
      toast.error(messageOf(error))
    }
  }
  return (
    <>
      <div className="grid grid-cols-[9rem_repeat(3,8.5rem)_7rem] items-end gap-3 py-1">
        <span className="self-center">{lotSizeName(lot, unit)}</span>
        <LengthField
          label="measured width"
          unit={unit}
          value={lot.measured.width}
          onChange={(width) => save({ measured: { ...lot.measured, width } })}
        />
        {lot.form === 'sheet' ? (
          <LengthField
            label="measured length"
            unit={unit}
            value={lot.measured.length}
            onChange={(length) => save({ measured: { ...lot.measured, length } })}
          />
        ) : (
          <span />
        )}
        {lot.form === 'roll' ? (
          <LengthField label="left on the roll" unit={unit} value={lot.stock} onChange={(stock) => save({ stock })} />
        ) : (
          <NumberField label="sheets left" whole min={0} max={1_000_000} step={1} value={lot.stock} onChange={(stock) => save({ stock })} />
        )}
        <Button aria-expanded={measuring} onClick={() => setMeasuring(!measuring)}>
          Measure …
        </Button>
      </div>
      {measuring && <MeasureLot lot={lot} paper={paper} unit={unit} onDone={() => setMeasuring(false)} />}
    </>
  )
}

/** Every paper with its lots: what they measure and how much is left. */
export function Papers({ studio }: { studio: Studio }) {
  return (
    <ul className="mt-3 divide-y divide-hair">
      {studio.papers.map((paper) => (
        <li key={paper.id} className="grid gap-x-6 py-2 lg:grid-cols-[20rem_1fr]">
          <div className="flex items-start gap-3">
            <Swatch white={paper.white} surface={paper.surface} size={34} />
            <div>
              <h2>{paper.name}</h2>
              <p className="text-soft">
                {paper.surface}, {paper.weight} g/m², {(paper.thickness / 1000).toFixed(2)} mm{paper.twoSided ? ', two-sided' : ''}
              </p>
            </div>
          </div>
          <div className="overflow-x-auto">
            {studio.lots
              .filter((l) => l.paperId === paper.id)
              .map((lot) => (
                <LotEditor key={lot.id} lot={lot} paper={paper} unit={studio.rules.unit} />
              ))}
          </div>
        </li>
      ))}
    </ul>
  )
}
