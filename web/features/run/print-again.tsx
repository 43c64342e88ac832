import { useMutation, useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { useNavigate } from 'react-router'
import { resolve } from '../../../core/plate/resolve/resolve.ts'
import { printedAgain } from '../../../core/plate/saved/begin-with.ts'
import { differenceOf } from '../../../core/plate/saved/change-several.ts'
import type { RunDetail } from '../../../core/wire/api/dto.ts'
import { api, messageOf } from '../../api/client.ts'
import { studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { LevelMark } from '../../ui/mark.tsx'
import { toast } from '../../ui/toast.tsx'

/** Begins a job as a run was printed, after saying what would come out otherwise in the studio as it is today. */
export function PrintAgain({ run }: { run: RunDetail }) {
  const navigate = useNavigate()
  const studio = useQuery(studioQuery)
  const today = useMemo(() => {
    if (!studio.data) return null
    const { brief, pins } = printedAgain(run.plate)
    return differenceOf(run.plate, resolve(brief, studio.data, pins))
  }, [run.plate, studio.data])
  const again = useMutation({
    mutationFn: () => api('POST /jobs', { body: { likeRun: run.id } }),
    onSuccess: (made) => navigate(`/jobs/${made.id}/sheet`),
    onError: (error) => toast.error(messageOf(error)),
  })
  const found = today?.found.filter(({ level }) => level !== 'note') ?? []
  return (
    <section aria-label="Print again" className="mt-4 border-l-4 border-act pl-3">
      <Button icon="copy" disabled={again.isPending} onClick={() => again.mutate()}>
        Print again
      </Button>
      {today && (
        <>
          <p className="mt-1 text-sm text-soft">
            {today.decisions.length === 0 ? 'In the studio as it is today everything is decided the same.' : 'Today it would differ:'}
          </p>
          <ul className="text-sm">
            {today.decisions.map((says) => (
              <li key={says}>{says}</li>
            ))}
            {found.map(({ level, says }) => (
              <li key={says} className="flex gap-2">
                <LevelMark level={level} word={false} /> {says}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}
