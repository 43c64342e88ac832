import { useMutation } from '@tanstack/react-query'
import type { Paper } from '../../../core/things/media/media.ts'
import { api, messageOf } from '../../api/client.ts'
import { ordersQuery, packsQuery, queryClient, studioQuery } from '../../api/queries.ts'
import { papersKey } from '../../api/shelf-queries.ts'
import { Button } from '../../ui/button.tsx'
import { toast } from '../../ui/toast.tsx'

/** A sample that was liked becomes a paper of the studio with what is known of it on printers, and stands on the list of what is to be bought. */
export function Adopt({ paper, what, small = false }: { paper: Paper; what: string; small?: boolean }) {
  const adopt = useMutation({
    mutationFn: () => api('POST /papers/{id}/adopt', { id: paper.id, body: { what } }),
    onSuccess: async ({ pairings }) => {
      await Promise.all(
        [packsQuery.queryKey, papersKey, studioQuery.queryKey, ordersQuery.queryKey].map((queryKey) =>
          queryClient.invalidateQueries({ queryKey }),
        ),
      )
      toast.success(
        pairings.length > 0
          ? `${paper.name} is one of yours, with how it printed, and ${what} of it is to be bought.`
          : `${paper.name} is one of yours, and ${what} of it is to be bought. It has not been printed on yet.`,
      )
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  return (
    <Button kind={small ? 'usual' : 'act'} disabled={adopt.isPending} onClick={() => adopt.mutate()}>
      We like it: take it on
    </Button>
  )
}
