import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Job } from '../../../core/wire/api/dto.ts'
import { api, messageOf } from '../../api/client.ts'
import { jobQuery, jobsQuery, queryClient } from '../../api/queries.ts'
import { IconButton } from '../../ui/button.tsx'
import { Confirm } from '../../ui/dialog.tsx'
import { Menu } from '../../ui/menu.tsx'
import { toast } from '../../ui/toast.tsx'

/** What is done with a job as a whole: once more, the same with other pictures, put aside and brought back. */
export function JobMenu({ job, version, dirty }: { job: Job; version: number; dirty: boolean }) {
  const navigate = useNavigate()
  const onError = (error: Error) => toast.error(messageOf(error))
  const again = useMutation({
    mutationFn: () => api('POST /jobs', { body: { likeJob: job.id } }),
    onSuccess: (made) => navigate(`/jobs/${made.id}/brief`),
    onError,
  })
  const [asking, setAsking] = useState(false)
  const remove = useMutation({
    mutationFn: () => api('DELETE /jobs/{id}', { id: job.id, version }),
    onSuccess: () => {
      navigate('/')
      void queryClient.invalidateQueries({ queryKey: jobsQuery.queryKey })
      toast(`Job ${job.id} is deleted.`)
    },
    onError,
  })
  const aside = useMutation({
    mutationFn: (archived: boolean) => api('PATCH /jobs/{id}', { id: job.id, body: { version, archived } }),
    onSuccess: (now) => {
      queryClient.setQueryData(jobQuery(job.id).queryKey, now)
      void queryClient.invalidateQueries({ queryKey: jobsQuery.queryKey })
      toast(now.archived ? 'Put aside: it stands in no list any more, its runs stay in the log.' : 'It is back among the jobs.')
    },
    onError,
  })
  return (
    <>
      <Menu
        opener={<IconButton icon="menu" label="More of this job" />}
        acts={[
          { words: 'Duplicate', icon: 'copy', disabled: dirty, act: () => again.mutate() },
          { words: 'Same again with other pictures', icon: 'takeFile', disabled: dirty, act: () => navigate(`/new?like=${job.id}`) },
          null,
          job.archived
            ? { words: 'Bring it back', disabled: dirty, act: () => aside.mutate(false) }
            : { words: 'Put aside', disabled: dirty || job.state === 'printing', act: () => aside.mutate(true) },
          { words: 'Delete …', icon: 'remove', disabled: dirty || job.state !== 'setup', act: () => setAsking(true) },
        ]}
      />
      {asking && (
        <Confirm
          title={`Delete job ${job.id}, ${job.title}?`}
          act="Delete it"
          onAct={() => {
            setAsking(false)
            remove.mutate()
          }}
          onLeave={() => setAsking(false)}
        >
          What was set up for it is gone then. Its pictures stay in the studio. A job that was printed cannot be deleted, only put aside.
        </Confirm>
      )}
    </>
  )
}
