import { useEffect } from 'react'
import { queryClient } from './queries.ts'

/** Listens for changes made anywhere and asks again for what they touch. */
export function useLiveChanges(): void {
  useEffect(() => {
    const source = new EventSource('/api/events')
    source.onmessage = (event) => {
      const { what, id } = JSON.parse(event.data) as { what: string; id: number | string }
      if (what === 'run') {
        void queryClient.invalidateQueries({ queryKey: ['runs'] })
        void queryClient.invalidateQueries({ queryKey: ['machine'] })
      }
      if (what === 'job') {
        void queryClient.invalidateQueries({ queryKey: ['job', Number(id)] })
        void queryClient.invalidateQueries({ queryKey: ['jobs'] })
      }
      if (what === 'studio') {
        void queryClient.invalidateQueries({ queryKey: ['studio'] })
        void queryClient.invalidateQueries({ queryKey: ['profiles'] })
        void queryClient.invalidateQueries({ queryKey: ['machine'] })
      }
    }
    let lost = false
    source.onerror = () => {
      lost = true
    }
    // After a gap nobody knows what was missed.
    source.onopen = () => {
      if (lost) void queryClient.invalidateQueries()
      lost = false
    }
    return () => source.close()
  }, [])
}
