import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Unit } from '../../../core/things/length/length.ts'
import { lotAmount } from '../../../core/things/media/lot-amount.ts'
import { lotSizeName } from '../../../core/things/media/lot-name.ts'
import type { Paper } from '../../../core/things/media/media.ts'
import type { LotEdit, LotEntry, LotFate } from '../../../core/wire/api/papers.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { papersKey } from '../../api/shelf-queries.ts'
import { Button, IconButton } from '../../ui/button.tsx'
import { dayOf } from '../../ui/days.ts'
import { LengthField } from '../../ui/length-field.tsx'
import { Menu } from '../../ui/menu.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { toast } from '../../ui/toast.tsx'
import { MeasureLot } from './measure-lot.tsx'

const refresh = () => Promise.all([queryClient.invalidateQueries({ queryKey: papersKey }), queryClient.invalidateQueries(studioQuery)])

/** One box or roll: how much is left, what it measures, what became of it. */
export function LotLine({ lot, paper, unit }: { lot: LotEntry; paper: Paper; unit: Unit }) {
  const [measuring, setMeasuring] = useState(false)
  const edit = useMutation({
    mutationFn: (change: LotEdit) => api('PATCH /lots/{id}', { id: lot.id, body: change }),
    onSuccess: refresh,
    onError: (error) => toast.error(messageOf(error)),
  })
  const fate = useMutation({
    mutationFn: (change: LotFate) => api('PATCH /lots/{id}/fate', { id: lot.id, body: change }),
    onSuccess: refresh,
    onError: (error) => toast.error(messageOf(error)),
  })
  /** Says what was done, with the way back. */
  const become = (change: LotFate, says: string, back: LotFate) =>
    fate.mutate(change, { onSuccess: () => toast(says, { action: { label: 'Undo', onClick: () => fate.mutate(back) } }) })
  const name = lotSizeName(lot, unit)
  const told = [
    lot.number && `no. ${lot.number}`,
    lot.arrived && `came ${lot.arrived}${lot.arrivedWith ? ` with ${lotAmount(lot, lot.arrivedWith, unit)}` : ''}`,
    lot.opened ? `opened ${lot.opened}` : null,
    lot.aside && 'set aside: nothing is planned on it',
    lot.finished && 'used up',
  ].filter(Boolean)
  return (
    <li aria-label={`${paper.name}, ${name}`} className={`border-b border-hair py-2 ${lot.finished || lot.aside ? 'text-soft' : ''}`}>
      <div className="flex flex-wrap items-end gap-3">
        <div className="min-w-32 flex-1 self-center">
          <Link className="link font-semibold" to={`/lots/${lot.id}`}>
            {name}
          </Link>
          {told.length > 0 && <p className="text-sm text-soft">{told.join(' · ')}</p>}
        </div>
        {lot.form === 'roll' ? (
          <LengthField
            label="left on the roll"
            className="w-32"
            unit={unit}
            value={lot.stock}
            onChange={(stock) => edit.mutate({ stock })}
          />
        ) : (
          <NumberField
            label="sheets left"
            className="w-24"
            whole
            min={0}
            max={1_000_000}
            step={1}
            value={lot.stock}
            onChange={(stock) => edit.mutate({ stock })}
          />
        )}
        <LengthField
          label="measured width"
          className="w-32"
          unit={unit}
          value={lot.measured.width}
          onChange={(width) => edit.mutate({ measured: { ...lot.measured, width } })}
        />
        {lot.form === 'sheet' && (
          <LengthField
            label="measured length"
            className="w-32"
            unit={unit}
            value={lot.measured.length}
            onChange={(length) => edit.mutate({ measured: { ...lot.measured, length } })}
          />
        )}
        <Button aria-expanded={measuring} onClick={() => setMeasuring(!measuring)}>
          Measure …
        </Button>
        <Menu
          opener={<IconButton icon="menu" label={`What became of ${name}`} />}
          acts={[
            lot.opened
              ? { words: 'Not opened after all', act: () => fate.mutate({ opened: null }) }
              : { words: 'Opened today', act: () => become({ opened: dayOf(new Date()) }, `${name} is open.`, { opened: null }) },
            lot.aside
              ? { words: 'Use it again', act: () => fate.mutate({ aside: false }) }
              : { words: 'Set it aside', act: () => become({ aside: true }, `${name} is set aside.`, { aside: false }) },
            null,
            lot.finished
              ? { words: 'It is not used up', act: () => fate.mutate({ finished: false }) }
              : { words: 'It is used up', act: () => become({ finished: true }, `${name} is used up.`, { finished: false }) },
          ]}
        />
      </div>
      {measuring && <MeasureLot lot={lot} paper={paper} unit={unit} onDone={() => setMeasuring(false)} />}
    </li>
  )
}
