import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { toast } from 'sonner'
import { PRINT_FORMAT, PRINT_FORMATS, type PrintFormat } from '../../../core/output/page/print-format.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { itemOf } from '../../../core/things/brief/brief.ts'
import { api, messageOf } from '../../api/client.ts'
import type { JobEditor } from '../plate/job-editor.ts'

const size = (bytes: number) => (bytes > 1e8 ? `${(bytes / 1e9).toFixed(2)} GB` : `${(bytes / 1e6).toFixed(1)} MB`)

/** The page as a file, in the printer's own numbers and with its profile, for printing from another program. */
export function PrintFilePanel({ jobId, plate, editor }: { jobId: number; plate: Plate; editor: JobEditor }) {
  const [format, setFormat] = useState<PrintFormat>('tiff')
  const [madeId, setMadeId] = useState<string | null>(null)
  const make = useMutation({
    mutationFn: () => api('POST /jobs/{id}/print-files', { id: jobId, body: { format } }),
    onSuccess: (file) => setMadeId(file.id),
    onError: (error) => toast.error(messageOf(error)),
  })
  const file = useQuery({
    queryKey: ['print-file', madeId],
    queryFn: () => api('GET /print-files/{id}', { id: madeId ?? '' }),
    enabled: madeId !== null,
    refetchInterval: (query) => (query.state.data?.state === 'making' ? 400 : false),
  })
  const { setup } = plate
  if (!setup) return null
  const inProgram = setup.management === 'program' || setup.management === 'both'
  const now = madeId ? file.data : undefined
  return (
    <section aria-label="As a file" className="mt-8 border-t border-hair pt-4">
      <h2>Or hand it over as a file</h2>
      <p className="mt-1 max-w-prose text-soft">
        The whole page at {setup.printer.feedPpi} pixels per inch
        {inProgram && setup.profile
          ? `, converted with “${setup.profile.description}”, which is embedded. Print it at 100 % with colour management off everywhere.`
          : ', its colours as they are: the driver manages them.'}
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <label>
          <span className="block text-sm text-soft">Kind of file</span>
          <select value={format} onChange={(e) => setFormat(e.target.value as PrintFormat)}>
            {PRINT_FORMATS.map((f) => (
              <option key={f} value={f}>
                {PRINT_FORMAT[f].name}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="block text-sm text-soft">Output sharpening, %</span>
          <select value={itemOf(editor.draft.brief).sharpen} onChange={(e) => editor.item({ sharpen: Number(e.target.value) })}>
            {[0, 25, 50, 75, 100, 150, 200].map((v) => (
              <option key={v} value={v}>
                {v === 0 ? 'none' : v}
              </option>
            ))}
          </select>
        </label>
        <button
          type="button"
          className="btn"
          disabled={make.isPending || editor.dirty || now?.state === 'making'}
          onClick={() => make.mutate()}
        >
          Make the file
        </button>
      </div>
      {now?.state === 'making' && (
        <p className="mt-2 flex items-center gap-2" role="status">
          <progress value={now.share} aria-label="Making the file" /> Making {PRINT_FORMAT[now.format].name} …
        </p>
      )}
      {now?.state === 'failed' && (
        <p role="alert" className="mt-2 border-l-4 border-stop pl-3">
          {now.says}
        </p>
      )}
      {now?.state === 'ready' && (
        <p className="mt-2">
          <a className="btn" href={`/api/print-files/${now.id}/file`} download>
            Save {PRINT_FORMAT[now.format].name}, {size(now.bytes)}
          </a>
        </p>
      )}
      {file.error && (
        <p role="alert" className="mt-2">
          {messageOf(file.error)} Make it again.
        </p>
      )}
    </section>
  )
}
