import { useSyncExternalStore } from 'react'
import { type KeySettings, USUAL_KEYS } from './registry.ts'

const KEY = 'keys'
const listeners = new Set<() => void>()

function read(): KeySettings {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Partial<KeySettings> | null
    return { single: kept?.single !== false, moved: typeof kept?.moved === 'object' && kept.moved ? kept.moved : {} }
  } catch {
    return USUAL_KEYS
  }
}
let now: KeySettings | null = null

/** Keeps how this device wants its keys. */
export function setKeySettings(next: KeySettings): void {
  now = next
  localStorage.setItem(KEY, JSON.stringify(next))
  for (const told of listeners) told()
}

const subscribe = (told: () => void) => {
  listeners.add(told)
  return () => {
    listeners.delete(told)
  }
}
const current = () => {
  now ??= read()
  return now
}

/** The keys as this device wants them. */
export const useKeySettings = (): KeySettings => useSyncExternalStore(subscribe, current)
