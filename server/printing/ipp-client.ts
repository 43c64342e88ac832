import { lookup as dnsLookup } from 'node:dns'
import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { type ClientRequest, request as plain, type RequestOptions } from 'node:http'
import { request as secure } from 'node:https'
import type { LookupFunction } from 'node:net'
import { networkInterfaces } from 'node:os'
import { isLoopback, parsePrinterAddress, refusedHost } from '../../core/wire/ipp/address.ts'
import type { SentFormat } from '../../core/wire/ipp/capabilities.ts'
import {
  type Attributes,
  decode,
  encode,
  first,
  groupOf,
  IppError,
  LIMITS,
  type Message,
  operationGroup,
  v,
} from '../../core/wire/ipp/message.ts'
import { JOB_STATE, OPERATION } from '../../core/wire/ipp/tags.ts'
import { config } from '../config.ts'

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

/** A printer has this long to answer, from the last byte it was sent to the last of its own, ms. */
const PATIENCE = 20_000
/** A page may take this long to be sent, ms. */
const LONGEST = 30 * 60_000
let nextRequest = 1

/** Ports of this program's own, where nothing is a printer. */
const OWN: readonly number[] = [config.port, config.database.port]
const ourselves = () => new Refused(0, 'At this address is Arch Plate itself, not a printer.')
const isOurs = (host: string): boolean =>
  isLoopback(host) ||
  host === config.database.host ||
  Object.values(networkInterfaces()).some((all) => all?.some(({ address }) => address === host))

/** A name may point anywhere: what it points at is held to the same rules as what is typed. */
const lookupFor =
  (port: number): LookupFunction =>
  (host, options, done) =>
    dnsLookup(host, { ...options, all: false }, (error, address, family) => {
      const refused = error ? null : refusedHost(String(address))
      if (refused) return done(new Refused(0, refused) as NodeJS.ErrnoException, '', 0)
      if (!error && OWN.includes(port) && isOurs(String(address))) return done(ourselves() as NodeJS.ErrnoException, '', 0)
      if (options.all) return done(error, [{ address: String(address), family: Number(family) }] as never)
      done(error, String(address), Number(family))
    })

function explain(error: NodeJS.ErrnoException): Error {
  if (error instanceof Refused || error instanceof Unreachable) return error
  if (/CERT|SSL|TLS|self.signed/i.test(`${error.code} ${error.message}`))
    return new Refused(
      0,
      'The printer’s certificate is not one this machine trusts. Use its ipp:// address, or have the certificate trusted.',
    )
  return new Unreachable('The printer cannot be reached. Is it switched on?')
}

/** Sends one request, with a file behind the attributes when there is one. Never follows a redirect. */
async function exchange(
  address: string,
  operation: keyof typeof OPERATION,
  extra: Attributes,
  job: Attributes | null,
  file: string | null,
): Promise<Message> {
  const read = parsePrinterAddress(address)
  if (!read.ok) throw new Refused(0, read.problem.message)
  const { host, port, path, uri } = read.value
  // A number is not looked up.
  if (OWN.includes(port) && isOurs(host)) throw ourselves()
  const head = encode({
    version: [2, 0],
    code: OPERATION[operation],
    requestId: nextRequest++ & 0x7fffffff,
    groups: [
      operationGroup(uri, {
        ...('job-id' in extra ? { 'job-id': extra['job-id'] as Attributes[string] } : {}),
        'requesting-user-name': v.name('Arch Plate'),
        ...extra,
      }),
      ...(job ? [{ group: 'job' as const, attributes: job }] : []),
    ],
  })
  const length = head.length + (file ? (await stat(file)).size : 0)
  const options: RequestOptions = {
    host,
    port,
    path,
    method: 'POST',
    lookup: lookupFor(port),
    // A connection of its own: one that a printer has meanwhile closed must not look like a printer that is away.
    agent: false,
    headers: { 'content-type': 'application/ipp', 'content-length': length },
    timeout: PATIENCE,
  }
  const body = await new Promise<Buffer>((resolve, reject) => {
    let longest: NodeJS.Timeout | undefined
    const settle =
      <T>(then: (value: T) => void) =>
      (value: T) => {
        clearTimeout(longest)
        then(value)
      }
    const out: ClientRequest = (read.value.secure ? secure : plain)(options, (answer) => {
      const { statusCode = 0 } = answer
      if (statusCode !== 200) {
        answer.resume()
        const away = statusCode >= 300 && statusCode < 400
        return settle(reject)(
          new Refused(
            statusCode,
            away
              ? `The printer sends its visitors elsewhere (${statusCode}); Arch Plate does not follow. Enter the address it is really at.`
              : `The printer’s web server answered ${statusCode}.`,
          ),
        )
      }
      if (!/^application\/ipp\b/i.test(answer.headers['content-type'] ?? '')) {
        out.destroy(new Refused(0, 'What answers there does not speak IPP: it is not a printer, or not at this address.'))
        return
      }
      const parts: Buffer[] = []
      let size = 0
      answer.on('data', (part: Buffer) => {
        size += part.length
        if (size > LIMITS.bytes) out.destroy(new Refused(0, 'The printer’s answer is larger than any real one.'))
        parts.push(part)
      })
      answer.on('end', () => settle(resolve)(Buffer.concat(parts)))
      answer.on('error', (error) => settle(reject)(explain(error)))
    })
    const within = (ms: number) => {
      clearTimeout(longest)
      longest = setTimeout(() => out.destroy(new Unreachable('The printer does not come to an end.')), ms)
    }
    within(file ? LONGEST : PATIENCE)
    // All of it is sent: from here on the printer has the word, however slowly it speaks.
    out.on('finish', () => within(PATIENCE))
    out.on('timeout', () => out.destroy(new Unreachable('The printer does not answer.')))
    out.on('error', (error) => settle(reject)(explain(error)))
    out.write(head)
    if (file)
      createReadStream(file)
        .on('error', (error) => out.destroy(error))
        .pipe(out)
    else out.end()
  })
  let message: Message
  try {
    message = decode(body).message
  } catch (error) {
    if (error instanceof IppError) throw new Refused(0, `The printer’s answer cannot be read: ${error.message}.`)
    throw error
  }
  if (message.code >= 0x0400) {
    const why = first(groupOf(message, 'operation'), 'status-message')
    throw new Refused(message.code, typeof why === 'string' && why ? why : `The printer refused (status 0x${message.code.toString(16)}).`)
  }
  return message
}

export interface PrinterJob {
  id: number
  /** As whoever sent it named it; null where the printer does not say. */
  name: string | null
  /** RFC 8011 job state number. */
  state: number
  /** The reason that says most: not `none`, and what it waits for before what it does. */
  reason: string
  /** It has been made and its document is still to come. */
  incoming: boolean
  message: string
  /** 0…100 of the sheet now printing, or null when the printer does not say. */
  progress: number | null
  delivered: number
}

const readJob = (attributes: Attributes): PrinterJob => {
  const reasons = (attributes['job-state-reasons'] ?? []).map((r) => String(r.value))
  const state = Number(first(attributes, 'job-state') ?? 0)
  const progress = first(attributes, 'job-media-progress')
  const done = first(attributes, 'job-impressions-completed') ?? first(attributes, 'job-media-sheets-completed')
  return {
    id: Number(first(attributes, 'job-id') ?? 0),
    name: typeof first(attributes, 'job-name') === 'string' ? String(first(attributes, 'job-name')) : null,
    state,
    reason: reasons.find((r) => !['none', 'job-printing', 'printer-stopped', 'job-incoming'].includes(r)) ?? reasons[0] ?? 'none',
    incoming: (state === JOB_STATE.pending || state === JOB_STATE.held) && reasons.includes('job-incoming'),
    message: String(first(attributes, 'job-state-message') ?? ''),
    progress: typeof progress === 'number' ? progress : null,
    delivered: Number(done ?? 0),
  }
}

const NAMED = (name: string, format: SentFormat): Attributes => ({ 'job-name': v.name(name), 'document-format': v.mime(format) })

/** `media-col-database` is large and has to be asked for by name (PWG 5100.3). */
const EVERYTHING = ['all', 'media-col-database']

/** What this program says to printers. Every call throws Unreachable or Refused when it cannot be done. */
export const ipp = {
  validate: (address: string, name: string, job: Attributes, format: SentFormat) =>
    exchange(address, 'Validate-Job', NAMED(name, format), job, null),

  async print(address: string, name: string, job: Attributes, file: string, format: SentFormat): Promise<PrinterJob> {
    return readJob(groupOf(await exchange(address, 'Print-Job', NAMED(name, format), job, file), 'job'))
  },

  /** A job without its document yet. */
  async create(address: string, name: string, job: Attributes): Promise<PrinterJob> {
    return readJob(groupOf(await exchange(address, 'Create-Job', { 'job-name': v.name(name) }, job, null), 'job'))
  },

  async send(address: string, id: number, file: string, format: SentFormat): Promise<PrinterJob> {
    const extra = { 'job-id': v.integer(id), 'document-format': v.mime(format), 'last-document': v.boolean(true) }
    return readJob(groupOf(await exchange(address, 'Send-Document', extra, null, file), 'job'))
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
