import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { ProfileEntry, ProfileUses } from '../../../core/wire/api/dto.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { profilesKey } from '../../api/shelf-queries.ts'
import { Button } from '../../ui/button.tsx'
import { Confirm } from '../../ui/dialog.tsx'
import { toast } from '../../ui/toast.tsx'

/** What refers to a profile, a sentence each. */
function sentences({ pairings, jobs, setups, checks }: ProfileUses): string[] {
  const list = (names: readonly string[]) =>
    names.length > 4 ? `${names.slice(0, 4).join(', ')} and ${names.length - 4} more` : names.join(', ')
  return [
    pairings.length > 0
      ? `Named by the ${pairings.length === 1 ? 'pairing' : 'pairings'} of ${list(pairings.map((p) => `${p.paper} on ${p.printer}${p.borrowed ? ', which borrows it' : ''}`))}: plates there choose another, or none.`
      : '',
    jobs.length > 0 ? `Chosen in ${list(jobs.map((job) => `${job.id} ${job.title}`))}: each chooses anew.` : '',
    setups.length > 0 ? `In the kept set-ups ${list(setups.map(({ name }) => `“${name}”`))}: they begin with another, or none.` : '',
    checks > 0 ? `${checks === 1 ? 'Its check goes' : `Its ${checks} checks go`} with it.` : '',
  ].filter(Boolean)
}

/** Takes a profile off the shelf, once what refers to it has been looked at. */
export function RemoveProfile({ entry, onRemoved }: { entry: ProfileEntry; onRemoved(): void }) {
  const [asking, setAsking] = useState(false)
  const uses = useQuery({
    queryKey: ['profiles', 'uses', entry.id],
    queryFn: () => api('GET /profiles/{id}/uses', { id: entry.id }),
    enabled: asking,
    staleTime: 0,
  })
  const remove = useMutation({
    mutationFn: () => api('DELETE /profiles/{id}', { id: entry.id }),
    onSuccess: () => {
      onRemoved()
      toast(`“${entry.description}” is removed.`)
      return Promise.all([profilesKey, studioQuery.queryKey].map((queryKey) => queryClient.invalidateQueries({ queryKey })))
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  const says = uses.data && sentences(uses.data)
  return (
    <div className="mt-4 border-t border-hair pt-3">
      <Button disabled={remove.isPending} onClick={() => setAsking(true)}>
        Remove this profile …
      </Button>
      {asking && uses.error && <p role="alert">{messageOf(uses.error)}</p>}
      {asking && says && (
        <Confirm
          title={`Remove “${entry.description}”?`}
          act="Remove the profile"
          onAct={() => remove.mutate()}
          onLeave={() => setAsking(false)}
        >
          {says.length === 0 && <p>Nothing refers to it.</p>}
          {says.map((sentence) => (
            <p key={sentence} className="mt-1">
              {sentence}
            </p>
          ))}
          <p className="mt-2">What was printed with it keeps it. It can be added again from its file.</p>
        </Confirm>
      )}
    </div>
  )
}
