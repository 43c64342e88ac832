import { format } from 'date-fns'
import { useEffect, useState } from 'react'

/** Minutes and seconds, or hours and minutes from one hour on. */
function left(ms: number): string {
  const seconds = Math.ceil(ms / 1000)
  const two = (n: number) => String(n).padStart(2, '0')
  return seconds >= 3600
    ? `${Math.floor(seconds / 3600)} h ${two(Math.floor((seconds % 3600) / 60))} min`
    : `${Math.floor(seconds / 60)}:${two(seconds % 60)}`
}

/** Whether a time has come, looked at again every second. */
function useNow(until: string | null): number {
  const [now, setNow] = useState(Date.now())
  const over = until === null || new Date(until).getTime() <= now
  useEffect(() => {
    if (over) return
    const timer = setInterval(() => setNow(Date.now()), 1000)
    return () => clearInterval(timer)
  }, [over])
  return now
}

/** Time left until a moment that is kept on the server, so it goes on over a reload; says when it came. */
export function Countdown({ until, running, done }: { until: string; running: string; done: string }) {
  const now = useNow(until)
  const end = new Date(until)
  const ms = end.getTime() - now
  return (
    <div role="timer" aria-live="off" data-timer={ms > 0 ? 'running' : 'done'}>
      {ms > 0 ? (
        <>
          <span className="block text-sm text-soft">{running}</span>
          <span className="num text-4xl leading-none">{left(ms)}</span>
          <span className="block text-sm text-soft">until {format(end, 'HH:mm')}</span>
        </>
      ) : (
        <span role="status" className="font-semibold">
          {done} since {format(end, 'HH:mm')}
        </span>
      )}
    </div>
  )
}
