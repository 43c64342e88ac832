import { type Attributes, decode, encode, first, groupOf, IppError, type Message, v } from '../../core/ipp/message.ts'
import { OPERATION, STATUS } from '../../core/ipp/tags.ts'
import { RasterError } from '../../core/pwg-raster/lines.ts'
import type { Job, Machine } from '../machine/machine.ts'
import { jobAttributes, printerAttributes } from './describe.ts'
import { ticketFrom } from './ticket.ts'

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

const FORMATS = new Set(['application/octet-stream', 'image/pwg-raster'])

function wanted(request: Request, all: Attributes, fallback: (name: string) => boolean): Attributes {
  const asked = request.operation['requested-attributes']?.map((a) => String(a.value)) ?? []
  const pick = asked.length === 0 || asked.includes('all') ? fallback : (name: string) => asked.includes(name)
  return Object.fromEntries(Object.entries(all).filter(([name]) => pick(name) || asked.includes(name)))
}

function getPrinterAttributes(machine: Machine, request: Request): Answer {
  const { description, template, media } = printerAttributes(machine, request.uri)
  const asked = request.operation['requested-attributes']?.map((a) => String(a.value)) ?? []
  const byGroup: Attributes = {
    ...(asked.includes('printer-description') ? description : {}),
    ...(asked.includes('job-template') ? template : {}),
  }
  const attributes = { ...byGroup, ...wanted(request, { ...description, ...template, ...media }, (name) => name !== 'media-col-database') }
  return { status: STATUS.ok, groups: [{ group: 'printer', attributes }] }
}

/** Attributes the machine cannot honour, as RFC 8011 wants them told. */
function validate(machine: Machine, request: Request): Answer | null {
  const format = first(request.operation, 'document-format')
  if (typeof format === 'string' && !FORMATS.has(format))
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
  return null
}

const jobAnswer = (job: Job, uri: string): Answer => {
  const all = jobAttributes(job, uri)
  const pick = ['job-id', 'job-uri', 'job-state', 'job-state-reasons', 'job-state-message']
  return { status: STATUS.ok, groups: [{ group: 'job', attributes: Object.fromEntries(pick.map((name) => [name, all[name] ?? []])) }] }
}

function take(machine: Machine, job: Job, document: Uint8Array, format: unknown): Answer | null {
  const isRaster = new TextDecoder().decode(document.subarray(0, 4)) === 'RaS2'
  try {
    // A client's test file in another form is taken but makes no sheet; what calls itself raster must be raster.
    machine.accept(job, isRaster || format === 'image/pwg-raster' ? document : null)
    return null
  } catch (error) {
    if (error instanceof RasterError)
      return { status: STATUS.documentFormatError, message: `The document could not be read: ${error.message}.` }
    throw error
  }
}

function printJob(machine: Machine, request: Request): Answer {
  const refusal = validate(machine, request)
  if (refusal) return refusal
  const job = machine.create(ticketFrom(request.operation, request.job))
  return take(machine, job, request.document, first(request.operation, 'document-format')) ?? jobAnswer(job, request.uri)
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

function sendDocument(machine: Machine, request: Request): Answer {
  const job = findJob(machine, request)
  if (!job) return { status: STATUS.notFound, message: 'There is no such job.' }
  if (first(request.operation, 'last-document') === undefined) return { status: STATUS.badRequest, message: 'last-document is missing.' }
  if (job.state !== 'pending' || job.reason !== 'job-incoming')
    return { status: STATUS.notPossible, message: 'This job takes no more documents.' }
  return take(machine, job, request.document, first(request.operation, 'document-format')) ?? jobAnswer(job, request.uri)
}

function getJobs(machine: Machine, request: Request): Answer {
  const which = first(request.operation, 'which-jobs') ?? 'not-completed'
  if (which !== 'completed' && which !== 'not-completed')
    return { status: STATUS.attributesNotSupported, message: `which-jobs “${which}” is not known.` }
  const limit = first(request.operation, 'limit')
  const jobs = machine.jobs.filter((j) => (which === 'completed') === (j.doneAt !== null)).slice(-(typeof limit === 'number' ? limit : 100))
  return {
    status: STATUS.ok,
    groups: jobs.map((job) => ({
      group: 'job' as const,
      attributes: wanted(request, jobAttributes(job, request.uri), (name) => name === 'job-id' || name === 'job-uri'),
    })),
  }
}

const OPERATIONS: Record<number, (machine: Machine, request: Request) => Answer> = {
  [OPERATION['Get-Printer-Attributes']]: getPrinterAttributes,
  [OPERATION['Validate-Job']]: (machine, request) => validate(machine, request) ?? { status: STATUS.ok },
  [OPERATION['Print-Job']]: printJob,
  [OPERATION['Create-Job']]: (machine, request) =>
    validate(machine, request) ?? jobAnswer(machine.create(ticketFrom(request.operation, request.job)), request.uri),
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

function answerTo(machine: Machine, message: Message, document: Uint8Array, uri: string): Answer {
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
export function handle(machine: Machine, body: Uint8Array, uri: string): Uint8Array {
  let version: [number, number] = [1, 1]
  let requestId = 1
  let answer: Answer
  try {
    const { message, rest } = decode(body)
    requestId = message.requestId
    version = message.version[0] > 2 || message.version[0] < 1 ? [2, 0] : message.version
    answer = answerTo(machine, message, body.subarray(rest), uri)
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
