import { useMutation } from '@tanstack/react-query'
import { Link } from 'react-router'
import { toast } from 'sonner'
import type { Run } from '../../../core/api/dto.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient } from '../../api/queries.ts'

const TITLE: Record<string, string> = {
  queued: 'In the queue',
  rendering: 'Making the page',
  sending: 'Sending',
  waiting: 'Waiting for you',
  printing: 'Printing',
}
const REMEDY: Record<string, string> = {
  'media-needed': 'Load it as the guide says. The printer goes on by itself.',
  'media-jam': 'Take the sheet out, square the stack, put it back, then go on. Fingers clear of the rollers.',
  'media-size-mismatch': 'Something else lies in the path. Change it, then go on.',
  'printer-away': 'Switch the printer on and check its cable. The run goes on by itself; nothing is sent twice.',
}

/** A run under way: what it is doing, what it waits for, how far it is. */
export function RunProgress({ run, asks }: { run: Run; asks: boolean }) {
  const act = useMutation({
    mutationFn: (what: 'cancel' | 'go') => api<Run>('POST', `/runs/${run.id}/${what}`),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ['runs'] }),
    onError: (error) => toast.error(messageOf(error)),
  })
  const share =
    run.state === 'printing' || run.state === 'waiting'
      ? (run.sheetsDelivered + (run.progress >= 100 ? 0 : run.progress / 100)) / Math.max(1, run.copies)
      : 0
  return (
    <div aria-live="polite" data-run={run.id} data-run-state={run.state}>
      <h2 className="text-2xl">{TITLE[run.state] ?? run.state}</h2>
      <p
        className={`mt-2 max-w-prose text-lg ${run.state === 'waiting' || run.reason === 'printer-away' ? 'border-l-4 border-act pl-3 font-semibold' : ''}`}
      >
        {run.message}
      </p>
      {run.reason && REMEDY[run.reason] && <p className="mt-2 max-w-prose text-soft">{REMEDY[run.reason]}</p>}
      <progress
        className="mt-4 h-3 w-full max-w-md"
        max={1}
        value={run.state === 'rendering' || run.state === 'sending' ? undefined : share}
        aria-label="Progress"
      />
      <p className="num mt-1 text-soft">
        {run.sheetsDelivered} of {run.copies} delivered
      </p>
      <div className="mt-4 flex flex-wrap gap-2">
        {run.state === 'waiting' && run.reason !== 'media-needed' && (
          <button type="button" className="btn btn-act" onClick={() => act.mutate('go')}>
            Go on
          </button>
        )}
        {run.state === 'waiting' && asks && (
          <Link className="btn" to={`/jobs/${run.jobId}/load`}>
            Loading guide
          </Link>
        )}
        <button type="button" className="btn" disabled={act.isPending} onClick={() => act.mutate('cancel')}>
          Cancel the run
        </button>
      </div>
    </div>
  )
}
