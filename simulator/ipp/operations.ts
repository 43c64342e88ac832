import { RasterError } from '../../core/output/pwg-raster/lines.ts'
import { type Attributes, decode, encode, first, groupOf, IppError, type Message, v } from '../../core/wire/ipp/message.ts'
import { OPERATION, STATUS } from '../../core/wire/ipp/tags.ts'
import type { Machine } from '../machine/machine.ts'
import { finished, type Job } from '../machine/state.ts'
import { jobAttributes, printerAttributes } from './describe.ts'
import { FORMATS, PICTURES } from './formats.ts'
import { ticketFrom } from './job-ticket.ts'

interface Answer {
  status: number
  message?: string
  groups?: Message['groups']
}

interface Request {
  operation: Attributes
  job: Attributes
  document: Uint8Array
  uri: string
}

/** Told only to those who ask for it by name (PWG 5100.3). */
const LARGE = 'media-col-database'

function wanted(request: Request, all: Attributes, fallback: (name: string) => boolean): Attributes {
  const asked = request.operation['requested-attributes']?.map((a) => String(a.value)) ?? []
  const pick = asked.includes('all') ? (name: string) => name !== LARGE : asked.length === 0 ? fallback : () => false
  return Object.fromEntries(Object.entries(all).filter(([name]) => pick(name) || asked.includes(name)))
}

function getPrinterAttributes(machine: Machine, request: Request): Answer {
  const { description, template, media } = printerAttributes(machine, request.uri)
  const asked = request.operation['requested-attributes']?.map((a) => String(a.value)) ?? []
  const byGroup: Attributes = {
    ...(asked.includes('printer-description') ? description : {}),
    ...(asked.includes('job-template') ? template : {}),
  }
  const attributes = { ...byGroup, ...wanted(request, { ...description, ...template, ...media }, (name) => name !== LARGE) }
  return { status: STATUS.ok, groups: [{ group: 'printer', attributes }] }
}

/** Attributes the machine cannot honour, as RFC 8011 wants them told. */
function validate(machine: Machine, request: Request): Answer | null {
  const format = first(request.operation, 'document-format')
  if (typeof format === 'string' && !FORMATS.includes(format))
    return { status: STATUS.documentFormatNotSupported, message: `Documents of type ${format} are not taken.` }
  const compression = first(request.operation, 'compression')
  if (typeof compression === 'string' && compression !== 'none')
    return { status: STATUS.attributesNotSupported, message: 'Compressed documents are not taken.' }
  const refusal = machine.refuses(ticketFrom(request.operation, request.job))
  if (refusal)
    return {
      status: STATUS.attributesNotSupported,
      message: refusal.message,
      groups: [{ group: 'unsupported', attributes: { [refusal.attribute]: v.none(null) } }],
    }
  const ignored = unsupportedOf(machine, request.job)
  if (Object.keys(ignored).length > 0 && first(request.operation, 'ipp-attribute-fidelity') === true)
    return {
      status: STATUS.attributesNotSupported,
      message: `Not done here: ${Object.keys(ignored).join(', ')}.`,
      groups: [{ group: 'unsupported', attributes: ignored }],
    }
  return null
}

/** Asked of the machine and not done by it: what RFC 8011 section 4.1.7 calls ignored or substituted. */
function unsupportedOf(machine: Machine, job: Attributes): Attributes {
  const { template } = printerAttributes(machine, '')
  const canDo = (name: string, value: string | number | boolean | null | undefined) => {
    const supported = template[`${name}-supported`]
    return supported === undefined || supported.some((s) => s.value === value)
  }
  const asked = [
    'print-quality',
    'sides',
    'print-color-mode',
    'print-scaling',
    'print-rendering-intent',
    'orientation-requested',
    'platen-gap',
  ]
  const out = asked.flatMap((name) => {
    const value = first(job, name)
    return value === undefined || canDo(name, value) ? [] : [[name, job[name] ?? []] as const]
  })
  const finishings = (job.finishings ?? []).filter((f) => !canDo('finishings', f.value as number))
  const resolution = job['printer-resolution']?.[0]
  const other =
    resolution?.tag === 'resolution' && resolution.value[0] !== machine.printer.feedPpi
      ? [['printer-resolution', [resolution]] as const]
      : []
  return Object.fromEntries([...out, ...other, ...(finishings.length > 0 ? [['finishings', finishings] as const] : [])])
}

/** Success, with what is not done named. */
function withIgnored(machine: Machine, request: Request, answer: Answer): Answer {
  const ignored = unsupportedOf(machine, request.job)
  if (answer.status !== STATUS.ok || Object.keys(ignored).length === 0) return answer
  return {
    ...answer,
    status: STATUS.okIgnored,
    groups: [{ group: 'unsupported', attributes: ignored }, ...(answer.groups ?? [])],
  }
}

const jobAnswer = (job: Job, uri: string): Answer => {
  const all = jobAttributes(job, uri)
  const pick = ['job-id', 'job-uri', 'job-state', 'job-state-reasons', 'job-state-message']
  return { status: STATUS.ok, groups: [{ group: 'job', attributes: Object.fromEntries(pick.map((name) => [name, all[name] ?? []])) }] }
}

const head = (bytes: Uint8Array, length: number) => new TextDecoder('latin1').decode(bytes.subarray(0, length))

/** What a document is by its first bytes, whatever it is called. */
function kindOf(document: Uint8Array, format: unknown): 'raster' | 'picture' | null {
  if (head(document, 4) === 'RaS2' || format === 'image/pwg-raster') return 'raster'
  const picture = head(document, 3) === '\xff\xd8\xff' || head(document, 4) === 'II*\0' || head(document, 4) === 'MM\0*'
  return picture || PICTURES.includes(String(format)) ? 'picture' : null
}

async function take(machine: Machine, job: Job, document: Uint8Array, format: unknown): Promise<Answer | null> {
  const kind = kindOf(document, format)
  try {
    // A client's test file in another form is taken but makes no sheet; what calls itself raster must be raster.
    await machine.accept(job, kind === null ? null : document, kind ?? 'raster')
    return null
  } catch (error) {
    if (error instanceof RasterError)
      return { status: STATUS.documentFormatError, message: `The document could not be read: ${error.message}.` }
    throw error
  }
}

async function printJob(machine: Machine, request: Request): Promise<Answer> {
  const refusal = validate(machine, request)
  if (refusal) return refusal
  const job = machine.create(ticketFrom(request.operation, request.job))
  const refused = await take(machine, job, request.document, first(request.operation, 'document-format'))
  return refused ?? withIgnored(machine, request, jobAnswer(job, request.uri))
}

function findJob(machine: Machine, request: Request): Job | undefined {
  const id =
    first(request.operation, 'job-id') ??
    Number(
      String(first(request.operation, 'job-uri') ?? '')
        .split('/')
        .pop(),
    )
  return typeof id === 'number' ? machine.job(id) : undefined
}

async function sendDocument(machine: Machine, request: Request): Promise<Answer> {
  const job = findJob(machine, request)
  if (!job) return { status: STATUS.notFound, message: 'There is no such job.' }
  if (first(request.operation, 'last-document') === undefined) return { status: STATUS.badRequest, message: 'last-document is missing.' }
  if (job.state !== 'pending' || job.reason !== 'job-incoming')
    return { status: STATUS.notPossible, message: 'This job takes no more documents.' }
  return (await take(machine, job, request.document, first(request.operation, 'document-format'))) ?? jobAnswer(job, request.uri)
}

function getJobs(machine: Machine, request: Request): Answer {
  const which = first(request.operation, 'which-jobs') ?? 'not-completed'
  if (which !== 'completed' && which !== 'not-completed')
    return { status: STATUS.attributesNotSupported, message: `which-jobs “${which}” is not known.` }
  const limit = first(request.operation, 'limit')
  const mine = first(request.operation, 'my-jobs') === true ? first(request.operation, 'requesting-user-name') : null
  const jobs = machine.jobs
    .filter((j) => (which === 'completed') === finished(j) && (mine === null || j.user === mine))
    .slice(-(typeof limit === 'number' ? limit : 100))
  return {
    status: STATUS.ok,
    groups: jobs.map((job) => ({
      group: 'job' as const,
      attributes: wanted(request, jobAttributes(job, request.uri), (name) => name === 'job-id' || name === 'job-uri'),
    })),
  }
}

const OPERATIONS: Record<number, (machine: Machine, request: Request) => Answer | Promise<Answer>> = {
  [OPERATION['Get-Printer-Attributes']]: getPrinterAttributes,
  [OPERATION['Validate-Job']]: (machine, request) => validate(machine, request) ?? withIgnored(machine, request, { status: STATUS.ok }),
  [OPERATION['Print-Job']]: printJob,
  [OPERATION['Create-Job']]: (machine, request) =>
    validate(machine, request) ??
    withIgnored(machine, request, jobAnswer(machine.create(ticketFrom(request.operation, request.job)), request.uri)),
  [OPERATION['Send-Document']]: sendDocument,
  [OPERATION['Get-Job-Attributes']]: (machine, request) => {
    const job = findJob(machine, request)
    return job
      ? { status: STATUS.ok, groups: [{ group: 'job', attributes: wanted(request, jobAttributes(job, request.uri), () => true) }] }
      : { status: STATUS.notFound, message: 'There is no such job.' }
  },
  [OPERATION['Get-Jobs']]: getJobs,
  [OPERATION['Cancel-Job']]: (machine, request) => {
    const job = findJob(machine, request)
    if (!job) return { status: STATUS.notFound, message: 'There is no such job.' }
    return machine.cancel(job) ? { status: STATUS.ok } : { status: STATUS.notPossible, message: 'The job is over.' }
  },
}

async function answerTo(machine: Machine, message: Message, document: Uint8Array, uri: string): Promise<Answer> {
  if (message.version[0] < 1 || message.version[0] > 2)
    return { status: STATUS.versionNotSupported, message: 'This version of the protocol is not spoken.' }
  if (message.requestId < 1) return { status: STATUS.badRequest, message: 'The request id must be at least 1.' }
  const operation = groupOf(message, 'operation')
  const [one, two] = Object.keys(operation)
  if (message.groups[0]?.group !== 'operation' || one !== 'attributes-charset' || two !== 'attributes-natural-language')
    return { status: STATUS.badRequest, message: 'Charset and natural language must come first.' }
  const charset = first(operation, 'attributes-charset')
  if (charset !== 'utf-8' && charset !== 'us-ascii')
    return { status: STATUS.charsetNotSupported, message: `The charset ${charset} is not spoken.` }
  const run = OPERATIONS[message.code]
  if (!run) return { status: STATUS.operationNotSupported, message: 'This printer does not know that operation.' }
  if (operation['printer-uri'] === undefined && operation['job-uri'] === undefined)
    return { status: STATUS.badRequest, message: 'The printer’s address is missing.' }
  return run(machine, { operation, job: groupOf(message, 'job'), document, uri })
}

/** Answers one request. Never throws: what cannot be read is answered as a bad request. */
export async function handle(machine: Machine, body: Uint8Array, uri: string): Promise<Uint8Array> {
  let version: [number, number] = [1, 1]
  let requestId = 1
  let answer: Answer
  try {
    const { message, rest } = decode(body)
    requestId = message.requestId
    version = message.version[0] > 2 || message.version[0] < 1 ? [2, 0] : message.version
    answer = await answerTo(machine, message, body.subarray(rest), uri)
  } catch (error) {
    answer =
      error instanceof IppError
        ? { status: STATUS.badRequest, message: error.message }
        : { status: STATUS.internalError, message: (error as Error).message }
  }
  const operation: Attributes = {
    'attributes-charset': v.charset('utf-8'),
    'attributes-natural-language': v.language('en'),
    ...(answer.message ? { 'status-message': v.text(answer.message.slice(0, 255)) } : {}),
  }
  return encode({
    version,
    code: answer.status,
    requestId,
    groups: [{ group: 'operation', attributes: operation }, ...(answer.groups ?? [])],
  })
}
