import { format, formatDistanceToNowStrict, isThisYear, isToday, isTomorrow } from 'date-fns'

/** `today 14:30`, `tomorrow 09:00`, `Wed 3 Jun 14:30`, `3 Jun 2019 14:30`. */
export function clock(iso: string): string {
  const date = new Date(iso)
  if (isToday(date)) return `today ${format(date, 'HH:mm')}`
  if (isTomorrow(date)) return `tomorrow ${format(date, 'HH:mm')}`
  return format(date, isThisYear(date) ? 'EEE d MMM HH:mm' : 'd MMM yyyy HH:mm')
}

export const away = (iso: string): string => formatDistanceToNowStrict(new Date(iso), { addSuffix: true })
