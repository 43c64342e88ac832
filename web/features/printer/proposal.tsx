import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Unit } from '../../../core/things/length/length.ts'
import { sayPart, sayPlace } from '../../../core/things/printers/say-part.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { PrinterProposal } from '../../../core/wire/api/calls/printers.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { FileDrop } from '../../ui/file-drop.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'

/** A record read from elsewhere, shown as a difference before anything of it is taken. */
function ProposalView({ proposal, unit, onDone }: { proposal: PrinterProposal; unit: Unit; onDone(): void }) {
  const navigate = useNavigate()
  const { current, proposed, differences, assumed } = proposal
  // Ink levels are read at every print; what matters here is what the machine is.
  const [taken, setTaken] = useState<string[]>(() => differences.filter((d) => !d.at.startsWith('inks')).map((d) => d.at))
  const take = useMutation({
    mutationFn: () =>
      current
        ? api('POST /printers/{id}/take', { id: proposed.id, body: { version: current.version, proposed, take: taken } })
        : api('POST /printers', { body: proposed }),
    onSuccess: (entry) => {
      void queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
      void queryClient.invalidateQueries({ queryKey: ['printer', entry.printer.id] })
      toast.success(current ? 'The record is brought up to date.' : `${entry.printer.name} is on the shelf.`)
      onDone()
      void navigate(`/shelf/printers/${entry.printer.id}`)
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  return (
    <section aria-label="Proposal" className="mt-4 border-l-4 border-act bg-paper p-3">
      <h2>{current ? `What would change in ${current.printer.name}` : `A new printer: ${proposed.name}`}</h2>
      {assumed.length > 0 && (
        <ul className="mt-1 list-disc pl-5 text-sm text-soft">
          {assumed.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      )}
      {!current && (
        <p className="mt-2">
          {counted(proposed.paths.length, 'path')}, {counted(proposed.mediaTypes.length, 'media type')},{' '}
          {counted(proposed.inks.length, 'ink')}. Add it, then fill in from its manual what it does not say of itself.
        </p>
      )}
      {current && differences.length === 0 && <p className="mt-2">Nothing: the record says the same.</p>}
      {differences.length > 0 && (
        <table className="mt-2 w-full text-left text-sm" aria-label="Differences">
          <thead>
            <tr className="border-b border-line text-soft">
              <th className="w-8 font-normal">
                <Check
                  label="Take all"
                  checked={taken.length === differences.length}
                  onChange={(on) => setTaken(on ? differences.map((d) => d.at) : [])}
                />
              </th>
              <th className="font-normal">Where</th>
              <th className="font-normal">In the record</th>
              <th className="font-normal">Proposed</th>
            </tr>
          </thead>
          <tbody>
            {differences.map((d) => (
              <tr key={d.at} className="border-b border-hair align-top">
                <td className="py-1">
                  <Check
                    label={`Take ${sayPlace(d.at)}`}
                    checked={taken.includes(d.at)}
                    onChange={(on) => setTaken(on ? [...taken, d.at] : taken.filter((t) => t !== d.at))}
                  />
                </td>
                <th scope="row" className="py-1 pr-3 font-normal">
                  {sayPlace(d.at)}
                </th>
                <td className="py-1 pr-3 text-soft">{sayPart(d.at, d.now, unit)}</td>
                <td className="py-1">{sayPart(d.at, d.proposed, unit)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="mt-3 flex gap-2">
        {(!current || differences.length > 0) && (
          <Button kind="act" disabled={(current !== null && taken.length === 0) || take.isPending} onClick={() => take.mutate()}>
            {current ? `Take ${taken.length} of ${differences.length}` : 'Add this printer'}
          </Button>
        )}
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </section>
  )
}

/** Printers that answer on the network, looked for only when somebody asks. */
function Nearby({ onChoose }: { onChoose(address: string): void }) {
  const look = useMutation({ mutationFn: () => api('POST /printers/nearby') })
  return (
    <div className="mt-3">
      <Button icon="find" disabled={look.isPending} onClick={() => look.mutate()}>
        {look.isPending ? 'Listening for three seconds …' : 'Look for printers on the network'}
      </Button>
      {look.error && <p className="mt-1 text-stop">{messageOf(look.error)}</p>}
      {look.data && (
        <div role="status" className="mt-2">
          {look.data.length === 0 ? (
            <p className="max-w-prose text-soft">
              None answered. It may be asleep, on another network, or have IPP switched off in its settings; with its address it can be
              asked all the same.
            </p>
          ) : (
            <ul aria-label="Printers nearby">
              {look.data.map(({ name, says, address }) => (
                <li key={address} className="flex flex-wrap items-center gap-3 py-1">
                  <span>
                    {name} <span className="text-soft">{says}</span> <span className="num text-sm text-faint">{address}</span>
                  </span>
                  <Button small onClick={() => onChoose(address)}>
                    Ask it
                  </Button>
                </li>
              ))}
            </ul>
          )}
        </div>
      )}
    </div>
  )
}

/** Reads a record from a printer that speaks IPP, or from a document. */
export function ReadRecord({ id, address, unit }: { id: string | null; address: string; unit: Unit }) {
  const [at, setAt] = useState(address)
  const [proposal, setProposal] = useState<PrinterProposal | null>(null)
  const read = useMutation({
    mutationFn: (ask: () => Promise<PrinterProposal>) => ask(),
    onSuccess: setProposal,
  })
  return (
    <section aria-label="Read a record">
      <h2>{id === null ? 'Add a printer' : 'Compare with the printer itself, or with a document'}</h2>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <TextField
          label="Its address"
          labelAt="before"
          wide={38}
          figures
          value={at}
          placeholder="ipp://127.0.0.1:8651/ipp/print"
          onChange={setAt}
        />
        <Button
          disabled={!at || read.isPending}
          onClick={() => read.mutate(() => api('POST /printers/read', { body: { address: at.trim(), id } }))}
        >
          {read.isPending ? 'Asking …' : 'Ask the printer'}
        </Button>
        <FileDrop
          label="Document of a printer"
          endings={['.json']}
          act="Open a document …"
          onFiles={([file]) => {
            if (file) read.mutate(async () => api('POST /printers/compare', { body: { document: await file.text() } }))
          }}
        />
      </div>
      {id === null && (
        <Nearby
          onChoose={(found) => {
            setAt(found)
            read.mutate(() => api('POST /printers/read', { body: { address: found, id } }))
          }}
        />
      )}
      {read.error && (
        <p role="alert" className="mt-2 max-w-prose text-stop">
          {messageOf(read.error)}
        </p>
      )}
      {proposal && (
        <ProposalView key={JSON.stringify(proposal.differences)} proposal={proposal} unit={unit} onDone={() => setProposal(null)} />
      )}
    </section>
  )
}
