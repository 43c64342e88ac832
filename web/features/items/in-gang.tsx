import { useMutation } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { Job } from '../../../core/wire/api/dto.ts'
import { api, messageOf } from '../../api/client.ts'
import { jobQuery, queryClient } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { toast } from '../../ui/toast.tsx'

/** A job that is printed with others says where, and can be taken out. */
export function InGang({ job, gang }: { job: Job; gang: number }) {
  const release = useMutation({
    mutationFn: () => api('POST /gangs/{id}/release', { id: gang, body: { jobId: job.id } }),
    onSuccess: () => {
      void queryClient.invalidateQueries({ queryKey: jobQuery(job.id).queryKey })
      void queryClient.invalidateQueries({ queryKey: jobQuery(gang).queryKey })
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  return (
    <div role="status" className="flex flex-wrap items-center gap-3 border-b border-line bg-raised px-3 py-2">
      <p className="min-w-0 flex-1">
        {job.state === 'setup' || job.state === 'printing'
          ? 'This job is printed with others, as '
          : 'This job was printed with others, as '}
        <Link className="link" to={`/jobs/${gang}/sheet`}>
          gang {gang}
        </Link>
        .{job.state === 'setup' && ' What you change here changes its pieces there.'}
      </p>
      {job.state === 'setup' && (
        <Button disabled={release.isPending} onClick={() => release.mutate()}>
          Print it by itself
        </Button>
      )}
    </div>
  )
}
