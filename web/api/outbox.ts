import { get, update } from 'idb-keyval'
import { useSyncExternalStore } from 'react'
import type { Answer, Asked, CallKey } from '../../core/wire/api/calls/calls.ts'
import { toast } from '../ui/toast.tsx'
import { ApiError, callAs, messageOf } from './client.ts'
import { HERE } from './here.ts'
import { afterFailure, nextCall, readList, type Waiting, withCall, withoutCall } from './outbox-list.ts'

const KEY = 'outbox'
const AGAIN = 1500

/**
 * Calls that count at once and are made as soon as that is possible. They outlive a reload and a lost network: the list is
 * on the device, where all tabs change it one after the other, and one tab at a time sends.
 */
let waiting: readonly Waiting[] = []
/** Those of the studio this page is in. */
let here: readonly Waiting[] = []
const listeners = new Set<() => void>()
const tabs = new BroadcastChannel(KEY)

function show(list: readonly Waiting[]): void {
  waiting = list
  here = list.filter((call) => call.studio === HERE)
  for (const tell of listeners) tell()
}

/** How often this page has changed the list. */
let changes = 0

/** Changes the list on the device and in every tab. A device that keeps nothing still has it while this page is open. */
async function change(by: (list: readonly Waiting[]) => Waiting[]): Promise<void> {
  changes++
  show(by(waiting))
  await update(KEY, (kept) => by(readList(kept))).then(
    () => tabs.postMessage('changed'),
    () => undefined,
  )
}

async function look(): Promise<void> {
  const before = changes
  const kept = readList(await get(KEY).catch(() => null))
  // Changed while the device was looked at: what was read lacks that, and a tick would vanish.
  if (changes !== before) return look()
  if (kept.length > 0 || waiting.length > 0) show(kept)
}

type Sent<K extends CallKey> = (asked: Asked<K>, answer: Answer<K> | null) => void
const told = new Map<CallKey, (asked: never, answer: never) => void>()

/** Says what to do once calls of this kind have been answered; the answer is null where they were refused. */
export function onSent<K extends CallKey>(call: K, act: Sent<K>): void {
  told.set(call, act as (asked: never, answer: never) => void)
}

/** Makes one waiting call. `later`: the server has trouble with this one, `away`: with all; either is made again. */
async function make({ id, studio, call, asked }: Waiting): Promise<'made' | 'later' | 'away'> {
  let answer: unknown = null
  try {
    answer = await (callAs as (name: string, call: CallKey, asked: object, studio: string) => Promise<unknown>)(id, call, asked, studio)
  } catch (error) {
    const now = afterFailure(error instanceof ApiError ? error : null)
    if (now !== 'refused') return now
    // Its answer was lost, not the call.
    if (!(error instanceof ApiError && error.problem.code === 'already-done')) toast.error(messageOf(error))
  }
  // First what the server has now, then no longer what waited for it: in between neither would show it.
  if (studio === HERE) told.get(call)?.(asked as never, answer as never)
  await change((list) => withoutCall(list, id))
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

/** Puts a call down to be made; `about` names what a later call would replace. */
export function enqueue<K extends CallKey>(call: K, asked: Asked<K>, about: string): void {
  const entry: Waiting = {
    id: crypto.randomUUID(),
    studio: HERE,
    call,
    asked: asked as Record<string, unknown>,
    about: `${HERE} ${call.split(' ')[1]} ${about}`,
  }
  void change((list) => withCall(list, entry)).then(flush)
}

tabs.onmessage = () => void look()
addEventListener('online', () => void flush())
void look().then(flush)

const subscribe = (tell: () => void) => {
  listeners.add(tell)
  return () => listeners.delete(tell)
}

/** What of this studio's waits to be sent from this device. */
export const useWaiting = (): readonly Waiting[] => useSyncExternalStore(subscribe, () => here)
