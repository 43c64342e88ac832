import * as Comlink from 'comlink'
import { useEffect, useRef, useState } from 'react'
import { messageOf } from '../../api/client.ts'
import type { ProofAnswer, ProofRequest, ProofWorker, RenderingRequest } from '../../workers/proof.worker.ts'

interface Held {
  worker: Worker
  proof: Comlink.Remote<ProofWorker>
}

let held: Held | null = null
function open(): Held['proof'] {
  if (held) return held.proof
  const worker = new Worker(new URL('../../workers/proof.worker.ts', import.meta.url), { type: 'module' })
  const opened = { worker, proof: Comlink.wrap<ProofWorker>(worker) }
  held = opened
  // A worker that dies is replaced at the next request.
  worker.addEventListener('error', () => {
    worker.terminate()
    if (held === opened) held = null
  })
  return opened.proof
}

/** A proof with the original beside it. */
export interface Shown extends Omit<ProofAnswer, 'original'> {
  original: ImageBitmap
}
export type Asked = Omit<ProofRequest, 'has'>

/** One proof. `last` may still have the original. */
async function proofOf(asked: Asked, last: Shown | null): Promise<Shown | null> {
  const answer = await open().proof({ ...asked, has: last?.originalKey ?? null })
  const original = answer.original ?? last?.original
  return original ? { ...answer, original } : null
}

/** The newest proof; while one is being made the last stays. Requests made meanwhile are answered once, the newest. */
export function useProof(request: Asked | null): { answer: Shown | null; error: string | null; busy: boolean } {
  const [answer, setAnswer] = useState<Shown | null>(null)
  const [error, setError] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const newest = useRef<string>('')
  const running = useRef(false)
  const last = useRef<Shown | null>(null)
  const key = JSON.stringify(request)
  useEffect(() => {
    newest.current = key
    if (running.current) return
    const work = async () => {
      running.current = true
      setBusy(true)
      try {
        for (let done = ''; done !== newest.current; ) {
          done = newest.current
          const wanted = JSON.parse(done) as Asked | null
          const made = wanted ? await proofOf(wanted, last.current) : null
          if (made) last.current = made
          if (done === newest.current) {
            setAnswer(made)
            setError(null)
          }
        }
      } catch (e) {
        setError(messageOf(e))
      } finally {
        running.current = false
        setBusy(false)
      }
    }
    void work()
  }, [key])
  // A proof that is shown no more gives its memory back at once: nothing of the browser's knows how much an image holds.
  useEffect(() => () => answer?.proof?.close(), [answer])
  return { answer, error, busy }
}

export type { RenderingRequest }

/** The three ways a print can come out of who manages colour. */
export const workedPictures = (request: RenderingRequest) => open().worked(request)

/** What lies under the pointer and what the print makes of it. */
export const readAt = (request: RenderingRequest, x: number, y: number) => open().readout(request, x, y)

/** One candidate among several, smaller. */
export const candidateProof = (request: RenderingRequest, paperWhite: boolean, greys?: boolean, longest?: number) =>
  open().candidate(request, paperWhite, greys, longest)

/** Paper on which nothing is printed, as the display shows it. */
export const paperShown = (printerUrl: string, paperWhite: boolean) => open().white(printerUrl, paperWhite)

/** The picture's colours and the paper's gamut at one lightness. */
export const sliceAt = (request: RenderingRequest, lightness: number) => open().slice(request, lightness)

/** What becomes of a scale of greys. */
export const tonesOf = (request: RenderingRequest) => open().tones(request)
