import { GROUP, JOB_STATE, OPERATION, STATUS, TAG } from './tags.ts'

test('delimiters and value tags are those of RFC 8010 sections 3.5.1 and 3.5.2', () => {
  expect(Object.values(GROUP)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9])
  expect(Object.entries(TAG).map(([name, tag]) => `${tag.toString(16)} ${name}`)).toEqual(
    `10 unsupported,12 unknown,13 noValue,21 integer,22 boolean,23 enum,30 octetString,31 dateTime,32 resolution,33 rangeOfInteger,
34 begCollection,35 textWithLanguage,36 nameWithLanguage,37 endCollection,41 text,42 name,44 keyword,45 uri,46 uriScheme,47 charset,
48 naturalLanguage,49 mimeMediaType,4a memberAttrName`.split(/,\s*/),
  )
})

test('operations, states and status codes are those of RFC 8011 (sections 4.4.15 and 5.3.7, appendix B)', () => {
  expect(Object.entries(OPERATION).map(([name, code]) => `${code} ${name}`)).toEqual([
    '2 Print-Job',
    '4 Validate-Job',
    '5 Create-Job',
    '6 Send-Document',
    '8 Cancel-Job',
    '9 Get-Job-Attributes',
    '10 Get-Jobs',
    '11 Get-Printer-Attributes',
  ])
  expect(JOB_STATE).toEqual({ pending: 3, held: 4, processing: 5, stopped: 6, canceled: 7, aborted: 8, completed: 9 })
  expect(Object.values(STATUS).map((code) => code.toString(16))).toEqual([
    '0',
    '1',
    '400',
    '404',
    '406',
    '408',
    '40a',
    '40b',
    '40d',
    '411',
    '500',
    '501',
    '503',
    '506',
  ])
})
