import { useQuery } from '@tanstack/react-query'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { BeforeSending } from '../../../core/wire/api/dto.ts'
import type { PreflightItem } from '../../../core/work/preflight/preflight.ts'
import { api, messageOf } from '../../api/client.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { LevelMark } from '../../ui/mark.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

const FORMAT: Record<string, string> = {
  'image/pwg-raster': 'PWG Raster',
  'image/tiff': 'TIFF',
  'image/jpeg': 'JPEG',
  'application/pdf': 'PDF',
}

/** What the printer says, asked when the stage opens and again on demand. */
export const useBeforeSending = (jobId: number, version: number, asks: boolean) =>
  useQuery({
    queryKey: ['job', jobId, 'before-sending', version],
    queryFn: () => api('GET /jobs/{id}/before-sending', { id: jobId }),
    retry: false,
    staleTime: 0,
    refetchOnMount: 'always',
    refetchInterval: 15_000,
    enabled: asks,
  })

interface Props {
  jobId: number
  plate: Plate
  editor: JobEditor
  items: readonly PreflightItem[]
  asked: ReturnType<typeof useBeforeSending>
}

/** Where an item is put right. */
function Way({
  item,
  jobId,
  editor,
  behind,
}: {
  item: PreflightItem
  jobId: number
  editor: JobEditor
  behind: NonNullable<BeforeSending['now']>['behind']
}) {
  const { fix } = item
  if (fix)
    return (
      <Button className="shrink-0" onClick={() => editor.apply(fix)}>
        {fix.label}
      </Button>
    )
  if (item.id === 'printer:ahead' && behind)
    return (
      <ButtonLink className="shrink-0" to={`/jobs/${behind.jobId}/${behind.waits ? 'load' : 'run'}`}>
        {behind.waits ? 'See to it' : 'Look at it'}
      </ButtonLink>
    )
  if (item.about === 'place')
    return (
      <ButtonLink className="shrink-0" to={`/jobs/${jobId}/agreement`}>
        Agreement
      </ButtonLink>
    )
  if (item.about === 'step' || item.id === 'printer:empty' || item.id === 'printer:size')
    return (
      <ButtonLink className="shrink-0" to={`/jobs/${jobId}/load`}>
        Load
      </ButtonLink>
    )
  return null
}

/** The one list beside Print: what holds it, and what is to be known. */
export function PreflightList({ jobId, plate, editor, items, asked }: Props) {
  const printer = plate.setup?.printer.name ?? 'The printer'
  const would = asked.data?.substitutions ?? []
  const behind = asked.data?.now?.behind ?? null
  const clear = items.length === 0 && would.length === 0 && asked.data
  return (
    <section aria-label="Pre-flight" className="mt-4 max-w-prose">
      <h3 className="flex items-baseline gap-3 text-lg">
        Pre-flight
        <span className="text-sm font-normal text-soft">
          {asked.isFetching ? (
            `asking ${printer} …`
          ) : (
            <Button kind="link" onClick={() => void asked.refetch()}>
              ask {printer} again
            </Button>
          )}
        </span>
      </h3>
      {asked.error && <p className="mt-1 border-l-4 border-warn pl-3">{messageOf(asked.error)}</p>}
      {clear && (
        <p className="mt-1 text-soft">
          Nothing stands against it. {printer} was asked and takes everything as the plate says
          {asked.data?.format ? `; the page goes as ${FORMAT[asked.data.format] ?? asked.data.format}` : ''}.
        </p>
      )}
      <ul className="mt-1 divide-y divide-hair border-y border-hair">
        {items.map((item) => (
          <li
            key={`${item.id} ${item.says}`}
            data-preflight={item.id}
            className={`flex items-start gap-3 border-l-4 py-2 pl-3 ${item.level === 'red' ? 'border-l-stop' : 'border-l-warn'}`}
          >
            <span className="min-w-0 flex-1">
              <LevelMark level={item.level === 'red' ? 'stop' : 'warn'} word={false} /> {item.says}
            </span>
            <Way item={item} jobId={jobId} editor={editor} behind={behind} />
          </li>
        ))}
        {would.map((s) => (
          <li
            key={`${s.attribute} ${s.says}`}
            className={`border-l-4 py-2 pl-3 ${s.weight === 'matters' ? 'border-l-warn' : 'border-l-hair'}`}
          >
            <LevelMark level={s.weight === 'matters' ? 'warn' : 'note'} word={false} /> {s.says}
          </li>
        ))}
      </ul>
    </section>
  )
}
