import type { z } from 'zod'
import type { ProblemSchema } from '../../core/wire/api/dto.ts'

type Body = z.infer<typeof ProblemSchema>

/** An answer that was not what was asked for. `away` means that trying again later makes sense. */
export class ApiError extends Error {
  readonly status: number
  readonly problem: Body
  constructor(status: number, problem: Body) {
    super(problem.message)
    this.status = status
    this.problem = problem
  }
  get away(): boolean {
    return this.status === 0 || this.status === 503
  }
}

const OFFLINE: Body = { code: 'offline', message: 'Arch Plate does not answer. What you entered is kept here and sent as soon as it does.' }

/** One request to the server. Throws ApiError for anything but success. */
export async function api<T>(method: string, path: string, body?: unknown): Promise<T> {
  const answer = await fetch(`/api${path}`, {
    method,
    ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  }).catch(() => {
    throw new ApiError(0, OFFLINE)
  })
  const data = await answer.json().catch(() => null)
  if (!answer.ok)
    throw new ApiError(answer.status, (data as Body | null) ?? { code: 'unknown', message: `The server answered ${answer.status}.` })
  return data as T
}

/** Streams a file up with progress 0…1. Reject is always an ApiError. */
export function upload<T>(path: string, file: File, progress: (share: number) => void, signal: AbortSignal): Promise<T> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest()
    request.open('PUT', `/api${path}`)
    request.upload.onprogress = (e) => progress(e.lengthComputable ? e.loaded / e.total : 0)
    request.onload = () => {
      let data: unknown = null
      try {
        data = JSON.parse(request.responseText)
      } catch {}
      if (request.status < 300) resolve(data as T)
      else
        reject(
          new ApiError(request.status, (data as Body | null) ?? { code: 'unknown', message: `The server answered ${request.status}.` }),
        )
    }
    request.onerror = () =>
      reject(new ApiError(0, { code: 'offline', message: 'The upload was cut off. The file is still on your side; try again.' }))
    request.onabort = () => reject(new ApiError(0, { code: 'cancelled', message: 'The upload was cancelled.' }))
    signal.addEventListener('abort', () => request.abort())
    request.send(file)
  })
}

export const fileUrl = (hash: string): string => `/api/files/${hash}`
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : 'Something went wrong.')

/** Posts a file as it is. Throws ApiError for anything but success. */
export async function postBytes<T>(path: string, file: Blob): Promise<T> {
  const answer = await fetch(`/api${path}`, { method: 'POST', body: file }).catch(() => {
    throw new ApiError(0, OFFLINE)
  })
  const data = await answer.json().catch(() => null)
  if (!answer.ok)
    throw new ApiError(answer.status, (data as Body | null) ?? { code: 'unknown', message: `The server answered ${answer.status}.` })
  return data as T
}
