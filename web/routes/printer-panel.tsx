import { useQuery } from '@tanstack/react-query'
import { format } from 'date-fns'
import { Link, useParams } from 'react-router'
import type { Printer } from '../../core/things/printers/printer.ts'
import type { MachineState } from '../../core/wire/api/machine.ts'
import { isLocal } from '../../core/wire/ipp/address.ts'
import { studioQuery } from '../api/queries.ts'
import { TraySlot } from '../features/machine/tray-slot.tsx'
import { useMachine } from '../features/machine/use-machine.ts'
import { Button } from '../ui/button.tsx'
import { Select } from '../ui/select.tsx'
import { Failed, Loading } from '../ui/states.tsx'
import { NotHere } from './not-here.tsx'

/** Lines of its record shown, the newest. */
const SHOWN = 24

/** The panel of a simulated printer and its physical side: for practising, mistakes and all. */
export function PrinterPanel() {
  const { id = '' } = useParams()
  const studio = useQuery(studioQuery)
  const machine = useMachine(id, true)
  if (studio.error) return <Failed error={studio.error} again={() => void studio.refetch()} />
  if (!studio.data) return <Loading what="the printer" />
  const printer = studio.data.printers.find((p) => p.id === id)
  if (!printer || !isLocal(printer.address)) return <NotHere />
  const { state, act } = machine
  if (machine.error) return <Failed error={machine.error} again={() => void machine.refetch()} />
  if (!state) return <Loading what="the printer" />
  return (
    <div className="mx-auto w-full max-w-7xl p-4">
      <h1>
        <Link to={`/shelf/printers/${printer.id}`} className="link text-soft">
          {printer.name}
        </Link>{' '}
        · at the machine
      </h1>
      <p className="mt-1 max-w-prose text-soft">
        A simulated printer to practise on. It prints on whatever lies in it, right or wrong, and tells no more than a real one would.
      </p>
      <div className="mt-4 grid gap-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div className="min-w-0">
          <Face printer={printer} state={state} act={act} />
          <ul aria-label="Paths" className="mt-5 border-b border-line">
            {printer.paths.map((path) => (
              <TraySlot
                key={path.id}
                printer={printer}
                path={path}
                studio={studio.data}
                tray={state.trays.find((t) => t.pathId === path.id)}
                act={act}
              />
            ))}
          </ul>
        </div>
        <aside className="space-y-5">
          <Inks printer={printer} state={state} act={act} />
          <Select
            label="Pace"
            full
            value={state.pace}
            options={[
              ...(PACES.some((p) => p.pace === state.pace) ? [] : [[state.pace, `${state.pace} times as fast`] as const]),
              ...PACES.map(({ pace, name }) => [pace, name] as const),
            ]}
            onChange={(pace) => void act({ act: 'pace', pace })}
          />
          <section aria-label="Its record">
            <h2>Its record</h2>
            <ol className="mt-1 space-y-0.5 text-sm">
              {state.events
                .slice(-SHOWN)
                .reverse()
                .map((e) => (
                  <li key={`${e.at} ${e.says}`} className="flex gap-2">
                    <span className="num text-faint">{format(e.at, 'HH:mm:ss')}</span>
                    <span className="min-w-0">{e.says}</span>
                  </li>
                ))}
            </ol>
          </section>
        </aside>
      </div>
    </div>
  )
}

const PACES = [
  { pace: 1, name: 'real time' },
  { pace: 10, name: '10 times as fast' },
  { pace: 60, name: '60 times as fast' },
  { pace: 1000, name: '1000 times as fast' },
]

interface Part {
  printer: Printer
  state: MachineState
  act: ReturnType<typeof useMachine>['act']
}

/** Display and keys. */
function Face({ printer, state, act }: Part) {
  const { display } = state
  return (
    <section
      aria-label={`Panel of ${printer.name}`}
      className="grid gap-4 border border-line bg-paper p-4 sm:grid-cols-[minmax(0,1fr)_auto]"
    >
      <div
        role="status"
        aria-label="Display"
        className="flex min-h-32 flex-col justify-between border border-ink bg-glass p-4 text-glass-ink"
      >
        <p className="text-2xl font-semibold">{state.on ? display.title : ''}</p>
        <p className="num mt-2 text-base leading-snug">{state.on ? display.line : ''}</p>
        <p className="mt-2 h-5 text-right text-glass-soft">{display.ok && state.on ? `OK: ${display.ok}` : ''}</p>
      </div>
      <div className="grid w-full grid-cols-2 content-start gap-2 sm:w-56">
        <Button
          kind="act"
          className="col-span-2 justify-center text-lg"
          style={{ minHeight: '3.2rem' }}
          disabled={!state.on || display.ok === null}
          onClick={() => void act({ act: 'go' })}
        >
          OK
        </Button>
        <Button className="justify-center" disabled={!state.on} onClick={() => void act({ act: 'stop' })}>
          Stop
        </Button>
        <Button className="justify-center" onClick={() => void act({ act: 'power', on: !state.on })}>
          {state.on ? 'Switch off' : 'Switch on'}
        </Button>
        <Button className="col-span-2 justify-center" onClick={() => void act({ act: 'cover', open: !state.coverOpen })}>
          {state.coverOpen ? 'Close the cover' : 'Open the cover'}
        </Button>
      </div>
    </section>
  )
}

function Inks({ printer, state, act }: Part) {
  return (
    <section aria-label="Inks">
      <h2>Inks{state.black === 'both' ? '' : `, ${state.black} black in`}</h2>
      <ul className="mt-1">
        {printer.inks.map((ink) => {
          const left = state.inks[ink.id] ?? 0
          return (
            <li key={ink.id} className="flex items-center gap-2 py-0.5 text-sm">
              <span className="w-28 truncate">{ink.name}</span>
              <span className="h-2 flex-1 bg-hair">
                <span className="block h-2 bg-soft" style={{ width: `${(left / ink.capacity) * 100}%` }} />
              </span>
              <span className="num w-16 text-right">{left.toFixed(1)} ml</span>
              <Button kind="link" onClick={() => void act({ act: 'ink', inkId: ink.id })} aria-label={`Replace ${ink.name}`}>
                replace
              </Button>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
