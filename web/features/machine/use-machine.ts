import { useQuery } from '@tanstack/react-query'
import type { z } from 'zod'
import type { HandSchema } from '../../../core/wire/api/machine.ts'
import { api, messageOf } from '../../api/client.ts'
import { machineQuery, queryClient } from '../../api/queries.ts'
import { toast } from '../../ui/toast.tsx'

type Hand = z.infer<typeof HandSchema>

/** A simulated printer as somebody standing there sees it, and a hand to lay on it. */
export function useMachine(printerId: string, watch = false) {
  const query = useQuery({ ...machineQuery(printerId), refetchInterval: watch ? 700 : false })
  const act = async (hand: Hand): Promise<boolean> => {
    try {
      const state = await api('POST /printers/{id}/machine', { id: printerId, body: hand })
      queryClient.setQueryData(machineQuery(printerId).queryKey, state)
      return true
    } catch (error) {
      toast.error(messageOf(error))
      return false
    }
  }
  return { state: query.data, error: query.error, refetch: query.refetch, act }
}
