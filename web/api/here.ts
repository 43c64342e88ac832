/** The studio this page is in: its short name, the first part of the address. Empty on the page of studios. */
const first = (globalThis.location?.pathname ?? '').split('/')[1] ?? ''
export const HERE = first === 'studios' ? '' : first

/** The address of a file or a stream of this studio's API. */
export const apiUrl = (path: string): string => `/api/studios/${HERE}${path}`

/** Where a studio is handed out as an archive. */
export const archiveUrl = (studio: string, pictures: boolean): string => `/api/studios/${studio}/archive${pictures ? '?pictures=yes' : ''}`

/** Where printers, papers, or boxes with their papers are handed out alone. */
export const partUrl = (part: 'printers' | 'papers' | 'lots'): string => apiUrl(`/archive?only=${part}`)

/** The name under which this device keeps something of this studio's. */
export const keptAs = (name: string): string => `${name}@${HERE}`

const LAST = 'last-studio'
/** The studio this device was in last, or null. */
export const lastStudio = (): string | null => localStorage.getItem(LAST)
export const rememberStudio = (studio: string | null): void =>
  studio === null ? localStorage.removeItem(LAST) : localStorage.setItem(LAST, studio)
