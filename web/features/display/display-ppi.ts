import { useSyncExternalStore } from 'react'

const KEY = 'display-ppi'
/** What a CSS inch is by definition (CSS Values 4); a real display differs. */
const NOMINAL = 96
export const PPI = { least: 40, most: 400 } as const

const listeners = new Set<() => void>()
const read = (): number | null => {
  const value = Number(localStorage.getItem(KEY))
  return value >= PPI.least && value <= PPI.most ? value : null
}
const subscribe = (told: () => void) => {
  listeners.add(told)
  return () => {
    listeners.delete(told)
  }
}

/** Keeps how many CSS pixels this display shows to an inch. */
export function keepPpi(ppi: number): void {
  localStorage.setItem(KEY, String(ppi))
  for (const told of listeners) told()
}

/** CSS pixels to an inch of this display, and whether somebody has held it against something. */
export function usePpi(): { ppi: number; measured: boolean } {
  const kept = useSyncExternalStore(subscribe, read)
  return { ppi: kept ?? NOMINAL, measured: kept !== null }
}
