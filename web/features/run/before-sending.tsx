import { useQuery } from '@tanstack/react-query'
import { api, messageOf } from '../../api/client.ts'
import { LevelMark } from '../../ui/mark.tsx'

const FORMAT: Record<string, string> = {
  'image/pwg-raster': 'PWG Raster',
  'image/tiff': 'TIFF',
  'image/jpeg': 'JPEG',
  'application/pdf': 'PDF',
}

/** What the printer, asked beforehand, would leave out or do otherwise. */
export function BeforeSendingNote({ jobId, version, printer }: { jobId: number; version: number; printer: string }) {
  const asked = useQuery({
    queryKey: ['job', jobId, 'before-sending', version],
    queryFn: () => api('GET /jobs/{id}/before-sending', { id: jobId }),
    retry: false,
    staleTime: 10_000,
  })
  const list = asked.data?.substitutions ?? []
  return (
    <section aria-label="What the printer says beforehand" className="mt-4 max-w-prose text-sm">
      {asked.isPending ? (
        <p className="text-soft">Asking {printer} …</p>
      ) : asked.error ? (
        <p className="border-l-4 border-warn pl-3">
          {messageOf(asked.error)}{' '}
          <button type="button" className="link" onClick={() => void asked.refetch()}>
            Ask again
          </button>
        </p>
      ) : list.length === 0 ? (
        <p className="text-soft">
          {printer} was asked and takes everything as the plate says
          {asked.data?.format ? `; the page goes as ${FORMAT[asked.data.format] ?? asked.data.format}` : ''}.
        </p>
      ) : (
        <>
          <p className="font-semibold">{printer} was asked, and would not do it all:</p>
          <ul className="mt-1 space-y-1">
            {list.map((s) => (
              <li key={`${s.attribute} ${s.says}`} className={`border-l-4 pl-2 ${s.weight === 'matters' ? 'border-warn' : 'border-hair'}`}>
                <LevelMark level={s.weight === 'matters' ? 'warn' : 'note'} word={false} /> {s.says}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}
