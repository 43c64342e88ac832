import { useState } from 'react'
import { Link } from 'react-router'
import { counted } from '../../../core/things/words/counted.ts'
import { disagreements, progressOf } from '../../../core/work/agreement/table.ts'
import { AgreementTable, type CellAt } from '../../features/agreement/agreement-table.tsx'
import { CellEditor } from '../../features/agreement/cell-editor.tsx'
import { SavedSetups } from '../../features/agreement/saved-setups.tsx'
import { TakeOver } from '../../features/agreement/take-over.tsx'
import { TicketPanel } from '../../features/agreement/ticket-panel.tsx'
import { useAgreement, useWho } from '../../features/agreement/use-readings.ts'
import { Button } from '../../ui/button.tsx'
import { Empty } from '../../ui/states.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'
import { Aside } from './stage-panes.tsx'
import type { StageProps } from './stage-props.ts'

type Tool = 'cell' | 'fill' | 'kept' | 'ticket'
const TOOLS = [
  ['fill', 'Fill in'],
  ['kept', 'Kept set-ups'],
  ['ticket', 'Job ticket'],
] as const

/** Places that differ from the plate, and what the plate itself has wrong. */
function sayWrong(wrong: readonly { place: unknown }[]): string {
  const places = wrong.filter((d) => d.place !== null).length
  const differ = `${counted(places, 'place differs', 'places differ')}`
  return places === wrong.length ? differ : places === 0 ? 'The plate itself is wrong here' : `${differ}, and the plate itself is wrong`
}

/** Whether program, driver, panel, paper and profile all mean the same print. */
export function AgreementStage({ job, plate, studio, editor, selected }: StageProps) {
  const { unit } = editor.draft.brief
  const { rows, waiting, see, tickPlace, forget, taken } = useAgreement(job.id, plate, studio, unit)
  const [who, setWho] = useWho()
  const [chosen, setChosen] = useState<CellAt | null>(null)
  const [tool, setTool] = useState<Tool | null>(null)
  const { setup } = plate
  if (!setup)
    return (
      <Empty title="Nothing to agree on yet">The table follows from printer, path and paper. The findings say what is still missing.</Empty>
    )
  const wrong = disagreements(rows)
  const { asked, looked } = progressOf(rows)
  const row = rows.find((r) => r.key === chosen?.setting)
  const choose = (at: CellAt | null) => {
    setChosen(at)
    if (at) setTool('cell')
  }
  const aside = !selected && tool !== null && (tool !== 'cell' || chosen !== null)
  return (
    <>
      <section aria-label="Agreement of settings" className="h-full min-h-0 min-w-0 overflow-y-auto p-4">
        <div className="float-right ml-4 flex flex-wrap items-center gap-2">
          <TextField
            label="Who is looking"
            labelAt="hidden"
            wide={18}
            most={60}
            value={who}
            placeholder="who is looking"
            onChange={setWho}
          />
          {TOOLS.map(([key, name]) => (
            <Button key={key} aria-expanded={tool === key} onClick={() => setTool(tool === key ? null : key)}>
              {name}
            </Button>
          ))}
        </div>
        <h2 className="text-2xl">
          {wrong.length > 0
            ? sayWrong(wrong)
            : looked === asked
              ? 'All places agree'
              : `${asked - looked} of ${asked} still to be looked at`}
        </h2>
        {wrong.length > 0 ? (
          <ul className="mt-1 max-w-prose">
            {wrong.map((d) => (
              <li key={`${d.place} ${d.setting}`} className="mt-1 border-l-4 border-stop pl-2">
                {d.says}
              </li>
            ))}
          </ul>
        ) : (
          <p className="mt-1 max-w-prose text-soft">
            {looked === asked
              ? 'Program, driver and panel were seen to be set as the plate says. '
              : 'Tick what you have seen; press the words to say that it shows something else. '}
            {looked === asked && (
              <Link className="link" to={`/jobs/${job.id}/load`}>
                On to loading
              </Link>
            )}
          </p>
        )}
        <div className="mt-3">
          <AgreementTable
            rows={rows}
            chosen={chosen}
            onChoose={choose}
            onTick={({ place, setting }, on) => {
              const cell = rows.find((r) => r.key === setting)?.cells[place]
              if (on && cell) see(place, setting, cell.wanted, 'ticked', who)
              else forget(place, setting)
            }}
            onTickPlace={(place) => tickPlace(place, who)}
          />
        </div>
        {waiting > 0 && (
          <p role="status" className="late sticky bottom-0 mt-3 w-fit border-l-4 border-warn bg-paper px-3 py-1">
            What was seen last is kept on this device and sent when the network is back.
          </p>
        )}
      </section>
      {aside && (
        <Aside label={TOOLS.find(([key]) => key === tool)?.[1] ?? 'One setting'}>
          <Button kind="plain" className="float-right m-1" onClick={() => setTool(null)}>
            Close
          </Button>
          {tool === 'cell' && chosen && row && row.cells[chosen.place].state !== 'none' && (
            <CellEditor
              key={`${chosen.place} ${chosen.setting}`}
              row={row}
              place={chosen.place}
              onSee={(words, how) => see(chosen.place, chosen.setting, words, how, who)}
              onForget={() => forget(chosen.place, chosen.setting)}
            />
          )}
          {tool === 'fill' && <TakeOver jobId={job.id} printer={setup.printer.name} by={who} onTaken={taken} />}
          {tool === 'kept' && (
            <SavedSetups
              jobId={job.id}
              printerId={setup.printer.id}
              printer={setup.printer.name}
              saved={!editor.dirty}
              onUse={(kept) => {
                editor.brief({ paperId: kept.begins.brief.paperId }, kept.begins.pins)
                toast(`“${kept.name}” is used here.`, { action: { label: 'Undo', onClick: editor.undo } })
              }}
            />
          )}
          {tool === 'ticket' && <TicketPanel jobId={job.id} />}
        </Aside>
      )}
    </>
  )
}
