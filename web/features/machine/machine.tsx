import { useState } from 'react'
import { Link } from 'react-router'
import type { Setup } from '../../../core/plate/resolve/plate.ts'
import { lotChoices } from '../../../core/things/media/lot-choices.ts'
import { capacityFor } from '../../../core/things/paths/limits.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { counted } from '../../../core/things/words/counted.ts'
import { messageOf } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { Select } from '../../ui/select.tsx'
import { useMachine } from './use-machine.ts'

/** The simulated printer's physical side: what really lies in the path, and a hand to put any lot into it. */
export function Machine({ studio, setup }: { studio: Studio; setup: Setup }) {
  const { state, error, act } = useMachine(setup.printer.id)
  const [lotId, setLotId] = useState(setup.lot.id)
  const tray = state?.trays.find((t) => t.pathId === setup.path.id)
  const lots = studio.lots.filter((l) => (l.form === 'roll') === (setup.lot.form === 'roll'))
  const put = () => {
    const lot = studio.lots.find((l) => l.id === lotId)
    const paper = studio.papers.find((p) => p.id === lot?.paperId)
    if (!lot || !paper) return
    const remaining = lot.form === 'roll' ? lot.stock : Math.min(lot.stock, Math.max(1, capacityFor(setup.path, paper.thickness)))
    void act({ act: 'load', pathId: setup.path.id, lotId, remaining })
  }
  return (
    <section aria-label="Simulated printer" className="border border-line bg-paper p-3">
      <h2>Practise: the simulated {setup.printer.name}</h2>
      {error ? (
        <p className="mt-1 text-soft" role="alert">
          {messageOf(error)}
        </p>
      ) : (
        <>
          <p className="mt-1" data-tray>
            {setup.path.name} really holds:{' '}
            <b className="font-semibold">
              {tray?.sheet
                ? `${tray.sheet.paperName}, ${tray.sheet.form === 'roll' ? `${(tray.remaining / 1e6).toFixed(1)} m` : `${counted(tray.remaining, 'sheet')}`}`
                : 'nothing'}
            </b>
          </p>
          <div className="mt-2 flex flex-wrap items-end gap-2">
            <Select
              label="Put in"
              value={lotId}
              options={lotChoices(lots, studio.papers, studio.rules.unit)}
              onChange={(to) => setLotId(to)}
            />
            <Button onClick={put}>Put it in</Button>
            <Button disabled={!tray?.sheet} onClick={() => act({ act: 'load', pathId: setup.path.id, lotId: null, remaining: 0 })}>
              Take it out
            </Button>
            <Button onClick={() => act({ act: 'power', on: !(state?.on ?? true) })}>
              {state?.on === false ? 'Switch it on' : 'Switch it off'}
            </Button>
          </div>
          <p className="mt-2 text-sm text-soft">
            It prints on whatever lies here, right or wrong, as a real one would.{' '}
            <Link className="link" to={`/printers/${setup.printer.id}/panel`}>
              Go to its panel
            </Link>
          </p>
        </>
      )}
    </section>
  )
}
