import * as Comlink from 'comlink'
import { useEffect, useRef, useState } from 'react'
import { messageOf } from '../../api/client.ts'
import type { ProofRequest, ProofWorker, RenderingRequest } from '../../workers/proof.worker.ts'

interface Held {
  worker: Worker
  proof: Comlink.Remote<ProofWorker>
}

/** A proof is made in two halves at once; everything else is asked of the first worker. */
const WORKERS = 2
const workers: (Held | null)[] = Array.from({ length: WORKERS }, () => null)
function open(index = 0): Held['proof'] {
  const known = workers[index]
  if (known) return known.proof
  const worker = new Worker(new URL('../../workers/proof.worker.ts', import.meta.url), { type: 'module' })
  const held = { worker, proof: Comlink.wrap<ProofWorker>(worker) }
  workers[index] = held
  // A worker that dies is replaced at the next request.
  worker.addEventListener('error', () => {
    worker.terminate()
    if (workers[index] === held) workers[index] = null
  })
  return held.proof
}

/** A proof with the original beside it, RGBA. */
export interface Shown {
  width: number
  height: number
  original: Uint8ClampedArray
  originalKey: string
  proof: Uint8ClampedArray | null
  /** Share of the picture that cannot be printed; null without a printer profile. */
  outOfGamut: number | null
  /** Milliseconds for the repaint, without fetching and decoding. */
  milliseconds: number
}
export type Asked = Omit<ProofRequest, 'has' | 'part'>

/** Parts laid under each other. */
function joined(parts: (Uint8ClampedArray | null)[]): Uint8ClampedArray | null {
  const whole = parts.filter((p) => p !== null)
  if (whole.length !== parts.length) return null
  const out = new Uint8ClampedArray(whole.reduce((sum, p) => sum + p.length, 0))
  let at = 0
  for (const part of whole) {
    out.set(part, at)
    at += part.length
  }
  return out
}

/** One proof, its halves made at the same time. `last` may still have the original. */
async function proofOf(asked: Asked, last: Shown | null): Promise<Shown | null> {
  const has = last?.originalKey ?? null
  const parts = await Promise.all(workers.map((_, index) => open(index).proof({ ...asked, has, part: { index, of: WORKERS } })))
  const [first] = parts
  const original = joined(parts.map((p) => p.original)) ?? last?.original
  if (!first || !original) return null
  const { width, height, originalKey } = first
  const shares = parts.map((p) => (p.outOfGamut === null || !p.proof ? null : (p.outOfGamut * p.proof.length) / (width * height * 4)))
  return {
    width,
    height,
    originalKey,
    original,
    proof: joined(parts.map((p) => p.proof)),
    outOfGamut: shares.reduce((sum, s) => (sum === null || s === null ? null : sum + s), 0),
    milliseconds: Math.max(...parts.map((p) => p.milliseconds)),
  }
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
