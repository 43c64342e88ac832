import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { request } from 'node:http'
import { type Attributes, decode, encode, first, groupOf, LIMITS, type Message, v } from '../../core/ipp/message.ts'
import { OPERATION } from '../../core/ipp/tags.ts'

/** The printer cannot be reached: it may be off. Worth trying again. */
export class Unreachable extends Error {}

/** The printer answered and said no. */
export class Refused extends Error {
  readonly status: number
  constructor(status: number, message: string) {
    super(message)
    this.status = status
  }
}

const ANSWER_TIMEOUT = 20_000
let nextRequest = 1

/** `ipp://` address to the HTTP one behind it; only plain IPP on this machine is spoken in this version. */
function httpUrl(address: string): URL {
  const url = new URL(address.replace(/^ipp:/, 'http:'))
  if (!address.startsWith('ipp://') || url.hostname !== '127.0.0.1')
    throw new Refused(0, `The address ${address} is not one of this machine’s printers.`)
  return url
}

/** Sends one request, with a file behind the attributes when there is one. Never follows a redirect. */
async function exchange(
  address: string,
  operation: keyof typeof OPERATION,
  extra: Attributes,
  job: Attributes | null,
  file: string | null,
): Promise<Message> {
  const url = httpUrl(address)
  const head = encode({
    version: [2, 0],
    code: OPERATION[operation],
    requestId: nextRequest++,
    groups: [
      {
        group: 'operation',
        attributes: {
          'attributes-charset': v.charset('utf-8'),
          'attributes-natural-language': v.language('en'),
          'printer-uri': v.uri(address),
          'requesting-user-name': v.name('Arch Plate'),
          ...extra,
        },
      },
      ...(job ? [{ group: 'job' as const, attributes: job }] : []),
    ],
  })
  const length = head.length + (file ? (await stat(file)).size : 0)
  const body = await new Promise<Buffer>((resolve, reject) => {
    const out = request(
      url,
      { method: 'POST', headers: { 'content-type': 'application/ipp', 'content-length': length }, timeout: ANSWER_TIMEOUT },
      (answer) => {
        if (answer.statusCode !== 200) {
          answer.resume()
          return reject(new Refused(answer.statusCode ?? 0, `The printer’s web server answered ${answer.statusCode}.`))
        }
        const parts: Buffer[] = []
        let size = 0
        answer.on('data', (part: Buffer) => {
          size += part.length
          if (size > LIMITS.bytes) out.destroy(new Refused(0, 'The printer’s answer is larger than any real one.'))
          parts.push(part)
        })
        answer.on('end', () => resolve(Buffer.concat(parts)))
        answer.on('error', reject)
      },
    )
    out.on('timeout', () => out.destroy(new Unreachable('The printer does not answer.')))
    out.on('error', (error) =>
      reject(
        error instanceof Refused || error instanceof Unreachable
          ? error
          : new Unreachable('The printer cannot be reached. Is it switched on?'),
      ),
    )
    out.write(head)
    if (file) createReadStream(file).on('error', reject).pipe(out)
    else out.end()
  })
  const { message } = decode(body)
  if (message.code >= 0x0400) {
    const why = first(groupOf(message, 'operation'), 'status-message')
    throw new Refused(message.code, typeof why === 'string' ? why : `The printer refused (status 0x${message.code.toString(16)}).`)
  }
  return message
}

export interface PrinterJob {
  id: number
  /** RFC 8011 job state number. */
  state: number
  reason: string
  message: string
  progress: number
  delivered: number
}

const readJob = (attributes: Attributes): PrinterJob => ({
  id: Number(first(attributes, 'job-id') ?? 0),
  state: Number(first(attributes, 'job-state') ?? 0),
  reason: String(first(attributes, 'job-state-reasons') ?? 'none'),
  message: String(first(attributes, 'job-state-message') ?? ''),
  progress: Number(first(attributes, 'job-media-progress') ?? 0),
  delivered: Number(first(attributes, 'job-impressions-completed') ?? 0),
})

const NAMED = (name: string): Attributes => ({ 'job-name': v.name(name), 'document-format': v.mime('image/pwg-raster') })

/** `media-col-database` is large and has to be asked for by name (PWG 5100.3). */
const EVERYTHING = ['all', 'media-col-database']

/** What this program says to printers. Every call throws Unreachable or Refused when it cannot be done. */
export const ipp = {
  validate: (address: string, name: string, job: Attributes) => exchange(address, 'Validate-Job', NAMED(name), job, null),

  async print(address: string, name: string, job: Attributes, file: string): Promise<PrinterJob> {
    return readJob(groupOf(await exchange(address, 'Print-Job', NAMED(name), job, file), 'job'))
  },

  async job(address: string, id: number): Promise<PrinterJob> {
    return readJob(groupOf(await exchange(address, 'Get-Job-Attributes', { 'job-id': v.integer(id) }, null, null), 'job'))
  },

  /** Everything a printer says of itself. */
  async describe(address: string): Promise<Attributes> {
    return groupOf(
      await exchange(address, 'Get-Printer-Attributes', { 'requested-attributes': v.keyword(...EVERYTHING) }, null, null),
      'printer',
    )
  },

  cancel: (address: string, id: number) => exchange(address, 'Cancel-Job', { 'job-id': v.integer(id) }, null, null),

  /** Percent left by the name of the ink, from `marker-names` and `marker-levels`. */
  async inkLevels(address: string): Promise<Map<string, number>> {
    const answer = groupOf(
      await exchange(address, 'Get-Printer-Attributes', { 'requested-attributes': v.keyword('marker-names', 'marker-levels') }, null, null),
      'printer',
    )
    const levels = answer['marker-levels'] ?? []
    return new Map((answer['marker-names'] ?? []).map((name, i) => [String(name.value), Number(levels[i]?.value ?? -1)]))
  },

  /** The printer's job of this name, done or not, or null: how a restarted server learns whether it had sent it. */
  async findByName(address: string, name: string): Promise<PrinterJob | null> {
    for (const which of ['not-completed', 'completed']) {
      const answer = await exchange(
        address,
        'Get-Jobs',
        { 'which-jobs': v.keyword(which), 'requested-attributes': v.keyword('all') },
        null,
        null,
      )
      const found = answer.groups.find((g) => g.group === 'job' && first(g.attributes, 'job-name') === name)
      if (found) return readJob(found.attributes)
    }
    return null
  },
}
