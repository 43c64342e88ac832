import { useId, useState } from 'react'
import { lotSizeName } from '../../../core/things/media/lot-name.ts'
import { isRoll } from '../../../core/things/paths/kinds.ts'
import { capacityFor } from '../../../core/things/paths/limits.ts'
import type { Path } from '../../../core/things/paths/path.ts'
import type { Printer } from '../../../core/things/printers/printer.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { MachineState } from '../../../core/wire/api/machine.ts'
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
  const id = useId()
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
                <span className="num">{tray.sheet.form === 'roll' ? metres(tray.remaining) : `${tray.remaining} sheets`}</span>
                {tray.sheet.wrongSide && ', back to the head'}
              </span>
            </>
          ) : (
            <span className="text-faint">empty</span>
          )}
        </p>
        <button
          type="button"
          className="btn"
          disabled={!tray?.sheet}
          onClick={() => void act({ act: 'load', pathId: path.id, lotId: null, remaining: 0 })}
        >
          Take it out
        </button>
      </div>
      <div className="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2 text-sm">
        <label htmlFor={`${id}-lot`} className="text-soft">
          Put in
          <select id={`${id}-lot`} className="block max-w-64 text-ink" value={lotId} onChange={(e) => setLotId(e.target.value)}>
            {lots.map((l) => (
              <option key={l.id} value={l.id}>
                {studio.papers.find((p) => p.id === l.paperId)?.name}, {lotSizeName(l, studio.rules.unit)}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-1.5 pb-1.5">
          <input type="checkbox" checked={wrongSide} onChange={(e) => setWrongSide(e.target.checked)} />
          back to the head
        </label>
        <label className="flex items-center gap-1.5 pb-1.5">
          <input type="checkbox" checked={printed} onChange={(e) => setPrinted(e.target.checked)} />
          just printed on the other side
        </label>
        <button type="button" className="btn" onClick={put}>
          Put it in
        </button>
        <span className="ml-auto flex flex-wrap items-end gap-3">
          <label className="text-soft">
            {path.panelName} set to
            <select
              className="block max-w-48 text-ink"
              value={panel.mediaTypeId ?? ''}
              onChange={(e) => void act({ act: 'panel', pathId: path.id, mediaTypeId: e.target.value || null, gap: panel.gap })}
            >
              <option value="">as the computer says</option>
              {printer.mediaTypes.map((m) => (
                <option key={m.id} value={m.id}>
                  {m.panelName}
                </option>
              ))}
            </select>
          </label>
          <label className="text-soft">
            Gap
            <select
              className="block text-ink"
              value={panel.gap}
              onChange={(e) =>
                void act({ act: 'panel', pathId: path.id, mediaTypeId: panel.mediaTypeId, gap: e.target.value as 'auto' | 'wide' })
              }
            >
              <option value="auto">by the paper</option>
              <option value="wide">wide</option>
            </select>
          </label>
          {path.senses.size && (
            <label className="text-soft">
              Senses the size
              <select
                className="block text-ink"
                value={panel.sensing ?? 'on'}
                onChange={(e) =>
                  void act({
                    act: 'panel',
                    pathId: path.id,
                    mediaTypeId: panel.mediaTypeId,
                    gap: panel.gap,
                    sensing: e.target.value as 'on' | 'off',
                  })
                }
              >
                <option value="on">on</option>
                <option value="off">off</option>
              </select>
            </label>
          )}
          <span className="pb-1.5 text-soft">
            <span className="num">{tray?.fed ?? 0}</span> fed{' '}
            <button type="button" className="link" onClick={() => void act({ act: 'service', pathId: path.id })}>
              service it
            </button>
          </span>
        </span>
      </div>
    </li>
  )
}
