import * as Comlink from 'comlink'
import { useEffect, useRef, useState } from 'react'
import { messageOf } from '../../api/client.ts'
import type { ProofAnswer, ProofRequest, ProofWorker, RenderingRequest } from '../../workers/proof.worker.ts'

interface Held {
  worker: Worker
  proof: Comlink.Remote<ProofWorker>
}

let shared: Held | null = null
function open(): Held {
  if (!shared) {
    const worker = new Worker(new URL('../../workers/proof.worker.ts', import.meta.url), { type: 'module' })
    shared = { worker, proof: Comlink.wrap<ProofWorker>(worker) }
    // A worker that dies is replaced at the next request.
    worker.addEventListener('error', () => {
      worker.terminate()
      shared = null
    })
  }
  return shared
}

/** A proof with the original beside it. */
export type Shown = ProofAnswer & { original: Uint8ClampedArray }
type Asked = Omit<ProofRequest, 'has'>

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
          const got = wanted ? await open().proof.proof({ ...wanted, has: last.current?.originalKey ?? null }) : null
          const original = got?.original ?? last.current?.original
          const made = got && original ? { ...got, original } : null
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
  return { answer, error, busy }
}

export type { RenderingRequest }

/** The three ways a print can come out of who manages colour. */
export const workedPictures = (request: RenderingRequest) => open().proof.worked(request)

/** What lies under the pointer and what the print makes of it. */
export const readAt = (request: RenderingRequest, x: number, y: number) => open().proof.readout(request, x, y)

/** One candidate among several, smaller. */
export const candidateProof = (request: RenderingRequest, paperWhite: boolean) => open().proof.candidate(request, paperWhite)

/** The picture's colours and the paper's gamut at one lightness. */
export const sliceAt = (request: RenderingRequest, lightness: number) => open().proof.slice(request, lightness)

/** What becomes of a scale of greys. */
export const tonesOf = (request: RenderingRequest) => open().proof.tones(request)
