import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Printer } from '../../../core/things/printers/printer.ts'
import { PRINTER_EVENTS, type PrinterEvent, PrinterNoteSchema } from '../../../core/things/printers/printer-log.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { DayField } from '../../ui/day-field.tsx'
import { dayOf } from '../../ui/days.ts'
import { Refused } from '../../ui/file-drop.tsx'
import { Select } from '../../ui/select.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'

const EVENTS = Object.entries(PRINTER_EVENTS).map(([event, { title }]) => [event as PrinterEvent, title] as const)

/** What happened to a printer beside printing, and a line to write down what has happened now. */
export function PrinterLog({ printer }: { printer: Printer }) {
  const log = useQuery({
    queryKey: ['studio', 'printer-log', printer.id],
    queryFn: () => api('GET /printers/{id}/log', { id: printer.id }),
  })
  const [event, setEvent] = useState<PrinterEvent>('serviced')
  const [pathId, setPath] = useState<string | null>(printer.paths[0]?.id ?? null)
  const [on, setOn] = useState<string | null>(dayOf(new Date()))
  const [says, setSays] = useState('')
  const { of } = PRINTER_EVENTS[event]
  const note = PrinterNoteSchema.safeParse({ event, pathId: of === 'machine' ? null : pathId, on, says })
  const add = useMutation({
    mutationFn: () => api('POST /printers/{id}/log', { id: printer.id, body: PrinterNoteSchema.parse(note.data) }),
    onSuccess: async () => {
      await Promise.all([queryClient.invalidateQueries(studioQuery), queryClient.invalidateQueries({ queryKey: ['printer', printer.id] })])
      setSays('')
      toast.success('Written down.')
    },
  })
  const nameOf = (id: string | null) => printer.paths.find((p) => p.id === id)?.name ?? 'the whole machine'
  return (
    <section aria-label="The printer’s own log" className="mt-6 border-t border-line pt-3">
      <h2>What happened to it</h2>
      <p className="text-sm text-soft">
        A path noted as worn says so on every plate until it is serviced. Let its maker or a qualified service open what is closed.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <Select label="What" value={event} options={EVENTS} onChange={setEvent} />
        {of !== 'machine' && (
          <Select<string | null>
            label="Where"
            value={pathId}
            options={[
              ...(of === 'either' ? [[null, 'the whole machine'] as const] : []),
              ...printer.paths.map((p) => [p.id, p.name] as const),
            ]}
            onChange={setPath}
          />
        )}
        <DayField label="On" value={on} onChange={setOn} />
        <TextField label="In words" className="min-w-48 flex-1" most={400} value={says} onChange={setSays} />
        <Button kind="act" disabled={!note.success || add.isPending} onClick={() => add.mutate()}>
          Write it down
        </Button>
      </div>
      <Refused message={add.error ? messageOf(add.error) : null} />
      <ul className="mt-2 divide-y divide-hair">
        {(log.data ?? []).map((line) => (
          <li key={line.id} className="flex flex-wrap gap-x-3 py-1">
            <span className="num text-soft">{line.on}</span>
            <span>
              {PRINTER_EVENTS[line.event].title}, {nameOf(line.pathId)}
              {line.says && `: ${line.says}`}
            </span>
          </li>
        ))}
      </ul>
      {log.data?.length === 0 && <p className="py-1 text-soft">Nothing yet.</p>}
    </section>
  )
}
