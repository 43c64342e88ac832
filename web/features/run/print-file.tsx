import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { PRINT_FORMAT, PRINT_FORMATS, type PrintFormat } from '../../../core/output/page/print-format.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { itemOf } from '../../../core/things/brief/brief.ts'
import { api, messageOf } from '../../api/client.ts'
import { apiUrl } from '../../api/here.ts'
import { Button, FileLink } from '../../ui/button.tsx'
import { Progress } from '../../ui/progress.tsx'
import { Select } from '../../ui/select.tsx'
import { toast } from '../../ui/toast.tsx'
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
        <Select
          label="Kind of file"
          value={format}
          options={PRINT_FORMATS.map((f) => [f, PRINT_FORMAT[f].name] as const)}
          onChange={(to) => setFormat(to)}
        />
        <Select
          label="Output sharpening, %"
          value={itemOf(editor.draft.brief).sharpen}
          options={[0, 25, 50, 75, 100, 150, 200].map((v) => [v, v === 0 ? 'none' : String(v)] as const)}
          onChange={(sharpen) => editor.everyItem({ sharpen })}
        />
        <Button disabled={make.isPending || editor.dirty || now?.state === 'making'} onClick={() => make.mutate()}>
          Make the file
        </Button>
      </div>
      {now?.state === 'making' && (
        <p className="mt-2 flex items-center gap-2" role="status">
          <Progress label="Making the file" className="w-40" share={now.share} /> Making {PRINT_FORMAT[now.format].name} …
        </p>
      )}
      {now?.state === 'failed' && (
        <p role="alert" className="mt-2 border-l-4 border-stop pl-3">
          {now.says}
        </p>
      )}
      {now?.state === 'ready' && (
        <p className="mt-2">
          <FileLink icon="saveFile" href={apiUrl(`/print-files/${now.id}/file`)}>
            Save {PRINT_FORMAT[now.format].name}, {size(now.bytes)}
          </FileLink>
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
