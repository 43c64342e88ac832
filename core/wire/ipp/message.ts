import { GROUP, type GroupName, TAG, type TagName } from './tags.ts'

/** A value with its syntax, so that nothing is guessed when it is written. */
export type Value =
  | { tag: 'integer' | 'enum'; value: number }
  | { tag: 'boolean'; value: boolean }
  | { tag: 'rangeOfInteger'; value: [number, number] }
  | { tag: 'resolution'; value: [number, number, 'dpi' | 'dpcm'] }
  | { tag: 'begCollection'; value: Attributes }
  | { tag: 'octetString' | 'dateTime'; value: Uint8Array }
  | { tag: 'noValue' | 'unknown' | 'unsupported'; value: null }
  | {
      tag: Exclude<
        TagName,
        | 'integer'
        | 'enum'
        | 'boolean'
        | 'rangeOfInteger'
        | 'resolution'
        | 'begCollection'
        | 'octetString'
        | 'dateTime'
        | 'noValue'
        | 'unknown'
        | 'unsupported'
      >
      value: string
    }

/** Attributes in order; each has one value or more. */
export type Attributes = Record<string, Value[]>

export interface Message {
  version: [number, number]
  /** Operation id of a request, status code of an answer. */
  code: number
  requestId: number
  groups: { group: GroupName; attributes: Attributes }[]
}

export class IppError extends Error {
  readonly code: 'truncated' | 'malformed' | 'too-large'
  constructor(code: IppError['code'], message: string) {
    super(message)
    this.code = code
  }
}

/** Most bytes an attribute section may have, most attributes, and how deep collections may nest. */
export const LIMITS = { bytes: 4 << 20, attributes: 20_000, depth: 8 } as const

const text = new TextEncoder()
const plain = new TextDecoder('utf-8', { fatal: false })
const TAG_NAMES = new Map<number, TagName>(Object.entries(TAG).map(([name, code]) => [code, name as TagName]))
const GROUP_NAMES = new Map<number, GroupName>(Object.entries(GROUP).map(([name, code]) => [code, name as GroupName]))

function int32(value: number): Uint8Array {
  const bytes = new Uint8Array(4)
  new DataView(bytes.buffer).setInt32(0, value)
  return bytes
}

function valueBytes(value: Exclude<Value, { tag: 'begCollection' }>): Uint8Array {
  switch (value.tag) {
    case 'integer':
    case 'enum':
      return int32(value.value)
    case 'boolean':
      return new Uint8Array([value.value ? 1 : 0])
    case 'rangeOfInteger':
      return new Uint8Array([...int32(value.value[0]), ...int32(value.value[1])])
    case 'resolution':
      return new Uint8Array([...int32(value.value[0]), ...int32(value.value[1]), value.value[2] === 'dpi' ? 3 : 4])
    case 'octetString':
    case 'dateTime':
      return value.value
    case 'noValue':
    case 'unknown':
    case 'unsupported':
      return new Uint8Array()
    default:
      return text.encode(value.value)
  }
}

class Writer {
  private parts: Uint8Array[] = []
  bytes(...values: number[]) {
    this.parts.push(new Uint8Array(values))
  }
  field(bytes: Uint8Array) {
    this.bytes(bytes.length >> 8, bytes.length & 255)
    this.parts.push(bytes)
  }
  entry(name: string, value: Value) {
    this.bytes(TAG[value.tag])
    this.field(text.encode(name))
    if (value.tag !== 'begCollection') return this.field(valueBytes(value))
    this.field(new Uint8Array())
    for (const [member, values] of Object.entries(value.value)) {
      this.bytes(TAG.memberAttrName)
      this.field(new Uint8Array())
      this.field(text.encode(member))
      for (const v of values) this.entry('', v)
    }
    this.bytes(TAG.endCollection)
    this.field(new Uint8Array())
    this.field(new Uint8Array())
  }
  done(): Uint8Array {
    const out = new Uint8Array(this.parts.reduce((sum, p) => sum + p.length, 0))
    let at = 0
    for (const part of this.parts) {
      out.set(part, at)
      at += part.length
    }
    return out
  }
}

/** Writes a message as RFC 8010 lays it out, without document data. */
export function encode(message: Message): Uint8Array {
  const w = new Writer()
  w.bytes(...message.version, message.code >> 8, message.code & 255, ...int32(message.requestId))
  for (const { group, attributes } of message.groups) {
    w.bytes(GROUP[group])
    for (const [name, values] of Object.entries(attributes)) {
      for (const [i, value] of values.entries()) w.entry(i === 0 ? name : '', value)
    }
  }
  w.bytes(GROUP.end)
  return w.done()
}

class Reader {
  at = 0
  private readonly view: DataView
  private readonly data: Uint8Array
  constructor(data: Uint8Array) {
    this.data = data
    this.view = new DataView(data.buffer, data.byteOffset, data.byteLength)
  }
  need(count: number) {
    if (this.at + count > this.data.length)
      throw new IppError('truncated', `the message ends at byte ${this.data.length}, ${count} more were expected`)
    if (this.at + count > LIMITS.bytes) throw new IppError('too-large', `the attributes are longer than ${LIMITS.bytes} bytes`)
  }
  u8(): number {
    this.need(1)
    return this.view.getUint8(this.at++)
  }
  peek(): number {
    this.need(1)
    return this.view.getUint8(this.at)
  }
  u16(): number {
    this.need(2)
    const value = this.view.getUint16(this.at)
    this.at += 2
    return value
  }
  i32(): number {
    this.need(4)
    const value = this.view.getInt32(this.at)
    this.at += 4
    return value
  }
  field(): Uint8Array {
    const length = this.u16()
    this.need(length)
    const value = this.data.subarray(this.at, this.at + length)
    this.at += length
    return value
  }
}

function readValue(tagCode: number, r: Reader, depth: number): Value {
  const tag = TAG_NAMES.get(tagCode)
  const bytes = r.field()
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const sized = (length: number) => {
    if (bytes.length !== length)
      throw new IppError('malformed', `a value of syntax 0x${tagCode.toString(16)} has ${bytes.length} bytes, not ${length}`)
  }
  switch (tag) {
    case 'integer':
    case 'enum':
      sized(4)
      return { tag, value: view.getInt32(0) }
    case 'boolean':
      sized(1)
      return { tag, value: view.getUint8(0) !== 0 }
    case 'rangeOfInteger':
      sized(8)
      return { tag, value: [view.getInt32(0), view.getInt32(4)] }
    case 'resolution':
      sized(9)
      return { tag, value: [view.getInt32(0), view.getInt32(4), view.getUint8(8) === 3 ? 'dpi' : 'dpcm'] }
    case 'begCollection':
      return { tag, value: readCollection(r, depth + 1) }
    case 'octetString':
    case 'dateTime':
      return { tag, value: bytes.slice() }
    case 'noValue':
    case 'unknown':
    case 'unsupported':
      return { tag, value: null }
    case 'textWithLanguage':
    case 'nameWithLanguage': {
      // language length, language, text length, text: only the text is of use here
      if (bytes.length < 4) throw new IppError('malformed', 'a text with language is too short')
      const skip = 2 + view.getUint16(0)
      if (skip + 2 > bytes.length) throw new IppError('malformed', 'a text with language is cut off')
      return { tag: tag === 'textWithLanguage' ? 'text' : 'name', value: plain.decode(bytes.subarray(skip + 2)) }
    }
    case undefined:
      throw new IppError('malformed', `unknown value syntax 0x${tagCode.toString(16)}`)
    default:
      return { tag, value: plain.decode(bytes) }
  }
}

function readCollection(r: Reader, depth: number): Attributes {
  if (depth > LIMITS.depth) throw new IppError('too-large', `collections nest deeper than ${LIMITS.depth}`)
  const members: Attributes = {}
  let current: Value[] | null = null
  for (;;) {
    const tag = r.u8()
    r.field()
    if (tag === TAG.endCollection) {
      r.field()
      return members
    }
    if (tag === TAG.memberAttrName) {
      current = []
      members[plain.decode(r.field())] = current
    } else if (current) current.push(readValue(tag, r, depth))
    else throw new IppError('malformed', 'a collection value without a member name')
  }
}

/** Reads a message; `rest` is where document data begins. Throws IppError on anything malformed or beyond the limits. */
export function decode(data: Uint8Array): { message: Message; rest: number } {
  const r = new Reader(data)
  const version: [number, number] = [r.u8(), r.u8()]
  const code = r.u16()
  const requestId = r.i32()
  const groups: Message['groups'] = []
  let attributes: Attributes | null = null
  let values: Value[] | null = null
  let count = 0
  for (;;) {
    const tag = r.u8()
    if (tag === GROUP.end) return { message: { version, code, requestId, groups }, rest: r.at }
    if (tag < 0x10) {
      const group = GROUP_NAMES.get(tag)
      if (!group) throw new IppError('malformed', `unknown attribute group 0x${tag.toString(16)}`)
      attributes = {}
      values = null
      groups.push({ group, attributes })
      continue
    }
    if (!attributes) throw new IppError('malformed', 'an attribute outside any group')
    if (++count > LIMITS.attributes) throw new IppError('too-large', `more than ${LIMITS.attributes} values`)
    const name = plain.decode(r.field())
    const value = readValue(tag, r, 0)
    if (name) {
      values = [value]
      attributes[name] = values
    } else if (values) values.push(value)
    else throw new IppError('malformed', 'an additional value without an attribute')
  }
}

/** The attributes of the first group of this kind, or none. */
export const groupOf = (message: Message, group: GroupName): Attributes => message.groups.find((g) => g.group === group)?.attributes ?? {}

/** First value of an attribute as text, number or truth, or undefined when it is missing or of another kind. */
export function first(attributes: Attributes, name: string): string | number | boolean | undefined {
  const value = attributes[name]?.[0]?.value
  return typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean' ? value : undefined
}

type ValueOf<T, V = Value> = V extends { tag: infer G; value: infer X } ? (T extends G ? X : never) : never

const make =
  <T extends Value['tag']>(tag: T) =>
  (...values: ValueOf<T>[]): Value[] =>
    values.map((value) => ({ tag, value }) as Value)

/** Short ways to write attribute values of each syntax. */
export const v = {
  integer: make('integer'),
  enum: make('enum'),
  boolean: make('boolean'),
  range: make('rangeOfInteger'),
  resolution: make('resolution'),
  collection: make('begCollection'),
  text: make('text'),
  name: make('name'),
  keyword: make('keyword'),
  uri: make('uri'),
  uriScheme: make('uriScheme'),
  charset: make('charset'),
  language: make('naturalLanguage'),
  mime: make('mimeMediaType'),
  none: make('noValue'),
  dateTime: make('dateTime'),
  octets: make('octetString'),
}

/** The group every request begins with: its first two attributes in the order RFC 8011 section 4.1.4 asks for, then whom it is to. */
export const operationGroup = (uri: string, extra: Attributes = {}): Message['groups'][number] => ({
  group: 'operation',
  attributes: {
    'attributes-charset': v.charset('utf-8'),
    'attributes-natural-language': v.language('en'),
    'printer-uri': v.uri(uri),
    ...extra,
  },
})
