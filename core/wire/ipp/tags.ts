/** Delimiter and value tags of the protocol. Source: RFC 8010 sections 3.5.1 and 3.5.2. */
export const GROUP = {
  operation: 0x01,
  job: 0x02,
  end: 0x03,
  printer: 0x04,
  unsupported: 0x05,
  subscription: 0x06,
  event: 0x07,
  resource: 0x08,
  document: 0x09,
} as const
export type GroupName = Exclude<keyof typeof GROUP, 'end'>

export const TAG = {
  unsupported: 0x10,
  unknown: 0x12,
  noValue: 0x13,
  integer: 0x21,
  boolean: 0x22,
  enum: 0x23,
  octetString: 0x30,
  dateTime: 0x31,
  resolution: 0x32,
  rangeOfInteger: 0x33,
  begCollection: 0x34,
  textWithLanguage: 0x35,
  nameWithLanguage: 0x36,
  endCollection: 0x37,
  text: 0x41,
  name: 0x42,
  keyword: 0x44,
  uri: 0x45,
  uriScheme: 0x46,
  charset: 0x47,
  naturalLanguage: 0x48,
  mimeMediaType: 0x49,
  memberAttrName: 0x4a,
} as const
export type TagName = Exclude<keyof typeof TAG, 'endCollection' | 'memberAttrName'>

/** Operations of RFC 8011 and PWG 5100.7 that are spoken here. */
export const OPERATION = {
  'Print-Job': 0x0002,
  'Validate-Job': 0x0004,
  'Create-Job': 0x0005,
  'Send-Document': 0x0006,
  'Cancel-Job': 0x0008,
  'Get-Job-Attributes': 0x0009,
  'Get-Jobs': 0x000a,
  'Get-Printer-Attributes': 0x000b,
} as const

/** Status codes of RFC 8011 appendix B. */
export const STATUS = {
  ok: 0x0000,
  okIgnored: 0x0001,
  badRequest: 0x0400,
  notPossible: 0x0404,
  notFound: 0x0406,
  tooLarge: 0x0408,
  documentFormatNotSupported: 0x040a,
  attributesNotSupported: 0x040b,
  charsetNotSupported: 0x040d,
  documentFormatError: 0x0411,
  internalError: 0x0500,
  operationNotSupported: 0x0501,
  versionNotSupported: 0x0503,
  notAcceptingJobs: 0x0506,
} as const

/** Job states of RFC 8011 section 5.3.7. */
export const JOB_STATE = { pending: 3, held: 4, processing: 5, stopped: 6, canceled: 7, aborted: 8, completed: 9 } as const
