import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { Run } from '../../../core/wire/api/dto.ts'
import { atWorkQuery } from '../../api/queries.ts'
import { ButtonLink } from '../../ui/button.tsx'
import { aheadOf } from './ahead-of.ts'

/** “Behind” the job that blocks, with what it waits for and the way to free the printer. */
export function Behind({ run }: { run: Pick<Run, 'id' | 'printerId'> }) {
  const { data } = useQuery({ ...atWorkQuery, refetchInterval: 10_000 })
  const ahead = data && aheadOf(data, run)
  if (!ahead) return null
  const waits = ahead.state === 'waiting'
  return (
    <p className="mt-2 max-w-prose border-l-4 border-warn pl-3" data-testid="behind">
      Behind{' '}
      <Link className="link" to={`/jobs/${ahead.jobId}/run`}>
        {ahead.jobTitle}
      </Link>
      {waits ? `, which waits: ${ahead.message}` : `, which takes ${Math.max(1, Math.round(ahead.minutesLeft))} min more.`}{' '}
      {waits && (
        <ButtonLink to={`/jobs/${ahead.jobId}/${ahead.reason === 'media-needed' ? 'load' : 'run'}`}>
          {ahead.reason === 'media-needed' ? 'Load it and free the printer' : 'See to it and free the printer'}
        </ButtonLink>
      )}
    </p>
  )
}
