import { spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { cases } from './thorough.ts'

/** The changes of docs/changing.md, made in a copy of core: whole, and with one part forgotten. The compiler is the judge. */

type Edit = readonly [file: string, ...(readonly [text: string] | readonly [after: string, text: string])]
interface Change {
  /** Most files it may touch, tests apart. */
  most: number
  whole: readonly Edit[]
  /** What somebody might leave out, and what the compiler says: where, and in which words. */
  forgotten: Record<string, { edits: readonly Edit[]; says: readonly [file: string, words: RegExp][] }>
}

const CHECK = `import type { Check } from './check.ts'
export const tooPale: Check = { id: 'too-pale', title: 'Too pale', touches: ['stock'], about: 'plate', on: 'plate', find: () => [] }
`
const CHECKS = 'core/plate/checks/registry.ts'
const listed = (file: string, after: string, name: string): Edit[] => [
  [CHECKS, 'import { type Asked', `import { ${name} } from './${file}'\nimport { type Asked`],
  [CHECKS, after, `${after}\n  ${name},`],
]

const decision = (change: Record<string, string> = {}) => {
  const parts = {
    key: "'ribbon'",
    title: "'Ribbon'",
    question: "'Is a ribbon sewn on?'",
    group: "'ink'",
    needs: '[printerDecision]',
    about: "'plate'",
    ofTheWay: 'false',
    agreement: "'ribbon'",
    candidates:
      '({ printer }): Candidate<boolean>[] => [{ id: printer.id, label: "", value: true, ruledOut: null, costs: [], by: "rule", reason: "" }]',
    accept: '(ribbon) => ({ ribbon })',
    keeps: '{ ribbon: z.boolean() }',
    keep: '({ ribbon }) => ({ ribbon })',
    before: '{ ribbon: () => false }',
    ...change,
  }
  const body = Object.entries(parts).flatMap(([key, value]) => (value === '' ? [] : [`  ${key}: ${value},`]))
  return `import { z } from 'zod'
import { type Candidate, declare } from './decision.ts'
import { printerDecision } from './printer.ts'
import { qualityDecision } from './quality.ts'
export const usedLater = qualityDecision
export const ribbonDecision = declare({
${body.join('\n')}
})
`
}
const RIBBON = 'core/plate/decisions/ribbon.ts'
const DECISIONS = 'core/plate/decisions/registry.ts'
const SETTINGS = 'core/work/agreement/settings.ts'
const row: Edit = [
  SETTINGS,
  "  'own-borders': addition('own-borders'),\n} as const",
  "  'own-borders': addition('own-borders'),\n  ribbon: { title: 'Ribbon', says: ({ setup }) => (setup.ribbon ? 'sewn on' : null), set: {} },\n} as const",
]
const taken = (after: string): Edit[] => [
  [DECISIONS, 'import { stockDecision', "import { ribbonDecision } from './ribbon.ts'\nimport { stockDecision"],
  [DECISIONS, `  ${after},\n`, `  ${after},\n  ribbonDecision,\n`],
]

const KINDS = 'core/things/paths/kinds.ts'
const kind = (drawing = 'drawing: LEVEL, '): Edit => [
  KINDS,
  "  'cut-sheet': {",
  `  tractor: { label: 'tractor', takes: 'roll', cutByHand: false, source: null, usually: { side: 'up', turnsOver: false }, hands: ROLL, asksMedia: false, ${drawing}},\n  'cut-sheet': {`,
]
const RULES = 'core/things/studio/house-rules.ts'
const rule = (control = "control: { as: 'switch' }, "): Edit => [
  RULES,
  '  everydayIntent: rule({',
  `  nightWatch: rule({ group: 'Colour', schema: z.boolean(), usual: false, label: 'Night watch', help: '', ${control}}),\n  everydayIntent: rule({`,
]
const FAULTS = 'core/work/faults/registry.ts'
const PRINTING = 'core/work/faults/printing.ts'
const fault = (caution = 'caution: null, '): Edit[] => [
  [
    PRINTING,
    '\nexport const coverOpen',
    `\nexport const beltSlips: Fault = { title: 'Belt slips', reasons: [], spoils: true, ${caution}causes: [] }\nexport const coverOpen`,
  ],
  [FAULTS, "  'cover-open': coverOpen,", "  'cover-open': coverOpen,\n  'belt-slips': beltSlips,"],
  [FAULTS, 'import { coverOpen', 'import { beltSlips, coverOpen'],
]
const MEDIA = 'core/things/media/media.ts'
const CALLS = 'core/wire/api/calls/jobs.ts'
const call = (answers = 'answers: z.array(Job) '): Edit => [
  CALLS,
  "  'GET /jobs': {",
  `  'GET /jobs/pale': { summary: 'Pale jobs', ${answers}},\n  'GET /jobs': {`,
]

const CHANGES: Record<string, Change> = {
  check: {
    most: 2,
    whole: [['core/plate/checks/too-pale.ts', CHECK], ...listed('too-pale.ts', '  notLoaded,', 'tooPale')],
    forgotten: {
      'what it is about': {
        edits: [['core/plate/checks/too-pale.ts', CHECK.replace(" about: 'plate',", '')]],
        says: [['core/plate/checks/too-pale.ts', /'?about'? is missing/]],
      },
      'a decision it touches is misspelt': {
        edits: [['core/plate/checks/too-pale.ts', CHECK.replace("['stock']", "['stok']")]],
        says: [['core/plate/checks/too-pale.ts', /"stok".* not assignable/]],
      },
    },
  },
  decision: {
    most: 3,
    whole: [[RIBBON, decision()], ...taken('blackPointDecision'), row],
    forgotten: {
      'what a plate keeps, what older plates had, its group on the spine': {
        edits: [[RIBBON, decision({ keep: '', before: '', group: '' })], ...taken('blackPointDecision'), row],
        says: [
          [RIBBON, /missing.*keep/],
          [RIBBON, /missing.*before/],
          [RIBBON, /missing.*group/],
        ],
      },
      'its row of agreement': {
        edits: [[RIBBON, decision()], ...taken('blackPointDecision')],
        says: [[SETTINGS, /'?ribbon'? is missing/]],
      },
      'to stand after what it needs': {
        edits: [
          [RIBBON, decision({ needs: '[qualityDecision]', candidates: '() => [] as Candidate<boolean>[]' })],
          ...taken('printerDecision'),
          row,
        ],
        says: [[DECISIONS, /decision: "ribbon"; needsFirst: "quality"/]],
      },
      'to need what it reads': {
        edits: [[RIBBON, decision({ needs: '[]' })], ...taken('blackPointDecision'), row],
        says: [[RIBBON, /'?printer'? does not exist/]],
      },
    },
  },
  'path kind': {
    most: 3,
    whole: [kind()],
    forgotten: { 'its drawing': { edits: [kind('')], says: [[KINDS, /'?drawing'? is missing/]] } },
  },
  'house rule': {
    most: 3,
    whole: [rule()],
    forgotten: { 'how the form asks for it': { edits: [rule('')], says: [[RULES, /'?control'? is missing/]] } },
  },
  fault: {
    most: 2,
    whole: fault(),
    forgotten: { 'whether it hurts': { edits: fault(''), says: [[PRINTING, /'?caution'? is missing/]] } },
  },
  'field of a paper': {
    most: 4,
    whole: [[MEDIA, '  twoSided: z.boolean(),', '  twoSided: z.boolean(),\n  deckled: z.boolean().default(false),']],
    forgotten: {},
  },
  call: {
    most: 2,
    whole: [call()],
    forgotten: { 'what it answers': { edits: [call('')], says: [[CALLS, /'?answers'? is missing|not assignable/]] } },
  },
}

let dir: string
beforeAll(() => {
  dir = mkdtempSync(join(tmpdir(), 'changing-'))
  cpSync('core', join(dir, 'core'), { recursive: true, filter: (file) => !file.endsWith('.test.ts') })
  symlinkSync(join(process.cwd(), 'node_modules'), join(dir, 'node_modules'))
  const { compilerOptions } = JSON.parse(readFileSync('tsconfig.json', 'utf8'))
  writeFileSync(
    join(dir, 'tsconfig.json'),
    JSON.stringify({
      compilerOptions: { ...compilerOptions, types: ['node'], incremental: true, tsBuildInfoFile: join(dir, 'kept.tsbuildinfo') },
      include: ['core'],
    }),
  )
})
afterAll(() => rmSync(dir, { recursive: true }))

/** Makes the edits, asks the compiler, and puts everything back. Answers with what it says, by file. */
function compilerSays(edits: readonly Edit[]): string[] {
  const before = new Map<string, string | null>()
  for (const [file, ...edit] of edits) {
    const at = join(dir, file)
    const [after, text] = edit
    if (text === undefined) {
      before.set(file, before.get(file) ?? null)
      writeFileSync(at, after)
      continue
    }
    const now = readFileSync(at, 'utf8')
    if (now.split(after).length !== 2) throw new Error(`${file} does not have “${after}” once`)
    if (!before.has(file)) before.set(file, now)
    writeFileSync(
      at,
      now.replace(after, () => text),
    )
  }
  const { stdout } = spawnSync(join(dir, 'node_modules/.bin/tsc'), ['-p', dir, '--pretty', 'false', '--checkers', '1'], {
    cwd: dir,
    encoding: 'utf8',
  })
  for (const [file, text] of before) {
    if (text === null) rmSync(join(dir, file))
    else writeFileSync(join(dir, file), text)
  }
  // What is indented belongs to the message above it.
  return stdout.replace(/\n\s+/g, ' ').split('\n').filter(Boolean)
}

/** What is forgotten in different files is forgotten at once: the compiler takes its time. */
const BATCHES: { name: string; edits: readonly Edit[] }[][] = []
for (const [change, { forgotten }] of Object.entries(CHANGES))
  for (const [part, { edits }] of Object.entries(forgotten)) {
    const files = edits.map(([file]) => file)
    const free = BATCHES.find((batch) => !batch.some((b) => b.edits.some(([file]) => files.includes(file))))
    const entry = { name: `${change}: ${part}`, edits }
    if (free) free.push(entry)
    else BATCHES.push([entry])
  }
/** The first of them take a part of every change; the others the compiler is asked about with everything else there is time for. */
const ASKED = BATCHES.slice(0, cases(BATCHES.length, 1))
const said = new Map<string, string[]>()
beforeAll(() => {
  for (const batch of ASKED) {
    const lines = compilerSays(batch.flatMap(({ edits }) => edits))
    for (const { name } of batch) said.set(name, lines)
  }
}, 600_000)

test('the changes made whole, all of them together, compile', () => {
  expect(compilerSays(Object.values(CHANGES).flatMap(({ whole }) => whole))).toEqual([])
}, 600_000)
describe.each(Object.entries(CHANGES))('a new %s', (name, { most, whole, forgotten }) => {
  test(`touches at most ${most} files, and docs/changing.md names them`, () => {
    const files = [...new Set(whole.map(([file]) => file))]
    expect(files.length).toBeLessThanOrEqual(most)
    const [, section = ''] = readFileSync('docs/changing.md', 'utf8').split(`## A ${name}\n`)
    for (const file of files.filter((f) => !/too-pale|ribbon/.test(f))) expect(section.split('\n## ')[0]).toContain(file)
  })
  const asked = Object.entries(forgotten).filter(([part]) => ASKED.some((batch) => batch.some((one) => one.name === `${name}: ${part}`)))
  for (const [part, { says }] of asked)
    test(`forgotten: ${part}`, () => {
      const lines = said.get(`${name}: ${part}`) ?? []
      for (const [file, words] of says) expect(lines.filter((line) => line.startsWith(file)).join('\n')).toMatch(words)
    })
})
