import { useState } from 'react'
import { lotChoices } from '../../../core/things/media/lot-choices.ts'
import { isRoll } from '../../../core/things/paths/kinds.ts'
import { capacityFor } from '../../../core/things/paths/limits.ts'
import type { Path } from '../../../core/things/paths/path.ts'
import type { Printer } from '../../../core/things/printers/printer.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { MachineState } from '../../../core/wire/api/machine.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Select } from '../../ui/select.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import type { useMachine } from './use-machine.ts'

interface Props {
  printer: Printer
  path: Path
  tray: MachineState['trays'][number] | undefined
  studio: Studio
  act: ReturnType<typeof useMachine>['act']
}

const metres = (um: number) => `${(um / 1e6).toFixed(1)} m`

/** One path of a simulated printer: what really lies there, a hand to put any lot in, and what the panel is told of it. */
export function TraySlot({ printer, path, tray, studio, act }: Props) {
  const lots = studio.lots.filter((l) => (l.form === 'roll') === isRoll(path))
  const [lotId, setLotId] = useState(lots[0]?.id ?? '')
  const [wrongSide, setWrongSide] = useState(false)
  const [printed, setPrinted] = useState(false)
  const lot = studio.lots.find((l) => l.id === lotId)
  const paper = studio.papers.find((p) => p.id === lot?.paperId)
  const lies = tray?.sheet ? studio.papers.find((p) => p.name === tray.sheet?.paperName) : undefined
  const panel = tray?.panel ?? { mediaTypeId: null, gap: 'auto' as const, sensing: 'on' as const }
  const put = () => {
    if (!lot || !paper) return
    const remaining = lot.form === 'roll' ? lot.stock : Math.min(lot.stock, Math.max(1, capacityFor(path, paper.thickness)))
    void act({ act: 'load', pathId: path.id, lotId: lot.id, remaining, wrongSide, printed })
  }
  return (
    <li className="border-t border-line py-3" data-path={path.id}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h2 className="w-40">{path.name}</h2>
        <p className="flex min-w-0 flex-1 items-center gap-2" data-lies>
          {tray?.sheet ? (
            <>
              {lies && <Swatch white={lies.white} surface={lies.surface} />}
              <span>
                {tray.sheet.paperName},{' '}
                <span className="num">{tray.sheet.form === 'roll' ? metres(tray.remaining) : counted(tray.remaining, 'sheet')}</span>
                {tray.sheet.wrongSide && ', back to the head'}
              </span>
            </>
          ) : (
            <span className="text-faint">empty</span>
          )}
        </p>
        <Button disabled={!tray?.sheet} onClick={() => void act({ act: 'load', pathId: path.id, lotId: null, remaining: 0 })}>
          Take it out
        </Button>
      </div>
      <div className="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2 text-sm">
        <Select label="Put in" value={lotId} options={lotChoices(lots, studio.papers, studio.rules.unit)} onChange={(to) => setLotId(to)} />
        <Check className="pb-1.5" checked={wrongSide} onChange={(on) => setWrongSide(on)}>
          back to the head
        </Check>
        <Check className="pb-1.5" checked={printed} onChange={(on) => setPrinted(on)}>
          just printed on the other side
        </Check>
        <Button onClick={put}>Put it in</Button>
        <span className="flex basis-full flex-wrap items-end gap-3">
          <Select
            label={`${path.panelName} set to`}
            value={panel.mediaTypeId}
            options={[[null, 'as the computer says'], ...printer.mediaTypes.map((m) => [m.id, m.panelName] as const)]}
            onChange={(to) => void act({ act: 'panel', pathId: path.id, mediaTypeId: to, gap: panel.gap })}
          />
          <Select
            label="Gap"
            value={panel.gap}
            options={[
              ['auto', 'by the paper'],
              ['wide', 'wide'],
            ]}
            onChange={(to) => void act({ act: 'panel', pathId: path.id, mediaTypeId: panel.mediaTypeId, gap: to })}
          />
          {path.senses.size && (
            <Select
              label="Senses the size"
              value={panel.sensing ?? 'on'}
              options={[
                ['on', 'on'],
                ['off', 'off'],
              ]}
              onChange={(to) =>
                void act({
                  act: 'panel',
                  pathId: path.id,
                  mediaTypeId: panel.mediaTypeId,
                  gap: panel.gap,
                  sensing: to,
                })
              }
            />
          )}
          <span className="pb-1.5 text-soft">
            <span className="num">{tray?.fed ?? 0}</span> fed{' '}
            <Button kind="link" onClick={() => void act({ act: 'service', pathId: path.id })}>
              service it
            </Button>
          </span>
        </span>
      </div>
    </li>
  )
}
