import { askAgain } from './ask-again.ts'
import { apiUrl, keptAs } from './here.ts'
import { queryClient } from './queries.ts'

/** What the tabs tell each other: a change made somewhere, or that some may have been missed. */
type Told = { what: string; id: number | string } | 'all'

const LIVE = keptAs('live')
/** First parts of the keys of what changes are told of; all else follows from files, which never change. */
const TOLD = ['runs', 'machine', 'job', 'jobs', 'studio', 'profiles', 'printer']

/** Asks again for what a change touches. */
function ask(told: Told): void {
  const stale = (...key: (string | number)[]) => askAgain(queryClient, ...key)
  if (told === 'all') {
    for (const key of TOLD) stale(key)
    return
  }
  if (told.what === 'run') {
    stale('runs')
    stale('machine')
  }
  if (told.what === 'job') {
    stale('job', Number(told.id))
    stale('jobs')
  }
  if (told.what === 'studio') {
    stale('studio')
    stale('profiles')
    stale('machine')
  }
}

/** Listens to the server for all tabs until it is called off. */
function listen(tabs: BroadcastChannel): () => void {
  const source = new EventSource(apiUrl('/events'))
  const tell = (told: Told) => {
    ask(told)
    tabs.postMessage(told)
  }
  source.onmessage = (event) => tell(JSON.parse(event.data) as Told)
  // Whatever was fetched before it opened may have changed meanwhile: between two streams, or before the first.
  source.onopen = () => tell('all')
  return () => source.close()
}

/**
 * One stream of changes for all tabs of a browser, which opens but six connections to one server: the tab that holds the
 * lock listens and tells the others. When it goes, the next takes over.
 */
function join(): () => void {
  const tabs = new BroadcastChannel(LIVE)
  tabs.onmessage = (event) => ask(event.data as Told)
  const left = new AbortController()
  /** Listens, and holds the lock, for as long as this tab stays. */
  const lead = () =>
    new Promise<void>((over) => {
      const stop = listen(tabs)
      left.signal.addEventListener('abort', () => {
        stop()
        over()
      })
    })
  // Left while it was waiting, there is nothing to hear.
  void navigator.locks.request(LIVE, { signal: left.signal }, lead).catch(() => undefined)
  return () => {
    left.abort()
    tabs.close()
  }
}

/**
 * Hears of changes made anywhere and asks again for what they touch. Begun before anything is asked for: what changes
 * between an answer and the first screen is heard of too.
 */
export function hearChanges(): void {
  let leave = join()
  // A page that is put aside must not hold the stream; taken out again it has missed whatever was told meanwhile.
  window.addEventListener('pagehide', () => leave())
  window.addEventListener('pageshow', (event) => {
    if (!event.persisted) return
    leave = join()
    ask('all')
  })
}
