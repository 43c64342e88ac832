import { useSyncExternalStore } from 'react'
import type { Answer, Asked, CallKey } from '../../core/wire/api/calls/calls.ts'
import { toast } from '../ui/toast.tsx'
import { ApiError, callAs, messageOf } from './client.ts'
import { HERE } from './here.ts'
import { afterFailure, goneFrom, inOrder, nextCall, nextPlace, readCall, type Waiting, withCall, withoutCall } from './outbox-list.ts'

/** Each waiting call has an entry of its own on the device: it is there before anybody is told that it counts, and no tab writes over another's. */
const KEY = 'outbox '
const AGAIN = 1500

/**
 * Calls that count at once and are made as soon as that is possible. They outlive a reload and a lost network: they are
 * on the device, where all tabs see them, and one tab at a time sends.
 */
let waiting: readonly Waiting[] = []
/** Those of the studio this page is in. */
let here: readonly Waiting[] = []
/** What a device that keeps nothing, or has no room, still has while this page is open. */
let loose: readonly Waiting[] = []
/** What another tab has sent is shown until this one knows what the server has now: in between neither would show it. */
let leaving: readonly Waiting[] = []
const listeners = new Set<() => void>()

/** Asks the device; one that keeps nothing throws, or has no room. */
function device<T>(ask: (storage: Storage) => T, otherwise: () => T): T {
  try {
    return ask(localStorage)
  } catch {
    return otherwise()
  }
}

const read = (): Waiting[] =>
  inOrder([
    ...device(
      (kept) =>
        Object.keys(kept)
          .filter((key) => key.startsWith(KEY))
          .flatMap((key) => readCall(kept.getItem(key))),
      () => [],
    ),
    ...loose,
  ])

function show(): void {
  waiting = read()
  here = inOrder([...waiting, ...leaving]).filter((call) => call.studio === HERE)
  for (const listener of listeners) listener()
}

/** Makes what waits this list: entries that are not in it go, new ones come; what other tabs have put down since stays. */
function change(list: readonly Waiting[]): void {
  const stay = new Set(list.map(({ id }) => id))
  loose = loose.filter(({ id }) => stay.has(id))
  // What takes the place of another is there before that goes: a page may end in between.
  for (const call of list.filter((one) => !waiting.includes(one)))
    device(
      (kept) => kept.setItem(KEY + call.id, JSON.stringify(call)),
      () => {
        loose = [...loose, call]
      },
    )
  for (const { id } of waiting.filter((one) => !stay.has(one.id)))
    device(
      (kept) => kept.removeItem(KEY + id),
      () => undefined,
    )
  show()
}

type Sent<K extends CallKey> = (asked: Asked<K>, answer: Answer<K> | null) => Promise<void>
const told = new Map<CallKey, (asked: never, answer: never) => Promise<void>>()

/** Says what to do once calls of this kind have been answered; the answer is null where they were refused or another tab made them. */
export function onSent<K extends CallKey>(call: K, act: Sent<K>): void {
  told.set(call, act as (asked: never, answer: never) => Promise<void>)
}
const tell = async ({ studio, call, asked }: Waiting, answer: unknown): Promise<void> => {
  if (studio === HERE) await told.get(call)?.(asked as never, answer as never)
}

/** Makes one waiting call. `later`: the server has trouble with this one, `away`: with all; either is made again. */
async function make(entry: Waiting): Promise<'made' | 'later' | 'away'> {
  let answer: unknown = null
  try {
    answer = await (callAs as (name: string, call: CallKey, asked: object, studio: string) => Promise<unknown>)(
      entry.id,
      entry.call,
      entry.asked,
      entry.studio,
    )
  } catch (error) {
    const now = afterFailure(error instanceof ApiError ? error : null)
    if (now !== 'refused') return now
    // Its answer was lost, not the call.
    if (!(error instanceof ApiError && error.problem.code === 'already-done')) toast.error(messageOf(error))
  }
  // First what the server has now, then no longer what waited for it: in between neither would show it.
  await tell(entry, answer)
  change(withoutCall(waiting, entry.id))
  return 'made'
}

let again: ReturnType<typeof setTimeout> | undefined
/** Makes the calls that wait, one after the other, until the server is away; what is left is tried again soon. */
async function flush(): Promise<void> {
  clearTimeout(again)
  await navigator.locks.request(KEY, { ifAvailable: true }, async (mine) => {
    if (!mine) return
    const tried = new Set<string>()
    for (let next = nextCall(waiting, tried); next; next = nextCall(waiting, tried)) {
      tried.add(next.id)
      if ((await make(next)) === 'away') return
    }
  })
  if (waiting.length > 0) again = setTimeout(() => void flush(), AGAIN)
}

/** Puts a call down to be made; `about` names what a later call would replace. It is kept when this returns. */
export function enqueue<K extends CallKey>(call: K, asked: Asked<K>, about: string): void {
  const entry: Waiting = {
    id: crypto.randomUUID(),
    studio: HERE,
    call,
    asked: asked as Record<string, unknown>,
    about: `${HERE} ${call.split(' ')[1]} ${about}`,
    at: nextPlace(waiting, Date.now()),
  }
  change(withCall(waiting, entry))
  void flush()
}

/** Another tab has put down a call, or has made one. */
async function changedElsewhere(): Promise<void> {
  const gone = goneFrom(waiting, read())
  leaving = [...leaving, ...gone]
  show()
  await Promise.all(gone.map((call) => tell(call, null)))
  leaving = leaving.filter((call) => !gone.includes(call))
  show()
}
window.addEventListener('storage', ({ key }) => {
  if (key === null || key.startsWith(KEY)) void changedElsewhere()
})
addEventListener('online', () => void flush())
show()
void flush()

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** What of this studio's waits to be sent from this device. */
export const useWaiting = (): readonly Waiting[] => useSyncExternalStore(subscribe, () => here)
