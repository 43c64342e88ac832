/**
 * Makes a studio of ten busy years, to be measured: a copy of the demo with a million runs, two hundred thousand jobs and what else comes
 * together, each made of what the demo has. Reading it takes as long as reading a real one; its pictures and profiles share
 * the demo's files.
 *   node dist/scripts/grow.js [--studio grown] [--runs 1000000] [--open 0]
 */
import { createHash } from 'node:crypto'
import { parseArgs } from 'node:util'
import { QueryTypes } from 'sequelize'
import type { Lot, Pairing, Paper, Profile } from '../core/things/media/media.ts'
import { DEMO_STUDIO } from '../core/things/studio/short-name.ts'
import { searchable, wordsOf } from '../core/work/runs/search-words.ts'
import { openDatabase } from '../server/db/database.ts'
import { rebuildSums } from '../server/store/learnt.ts'
import { namesIn, packed, plates } from '../server/store/plates.ts'
import { studios } from '../server/store/studios.ts'
import { defineModels } from '../server/store/table.ts'

const { values } = parseArgs({
  options: {
    studio: { type: 'string', default: 'grown' },
    runs: { type: 'string', default: '1000000' },
    /** Jobs to be set up still, beside the demo's. */
    open: { type: 'string', default: '0' },
  },
})
const RUNS = Number(values.runs)
/** Of each, at a million runs. */
const share = (n: number) => Math.max(1, Math.round((n * RUNS) / 1_000_000))
const [JOBS, PICTURES, PAPERS, LOTS, PROFILES] = [share(200_000), share(40_000), share(2000), share(10_000), share(5000)]
const YEARS = 10
/** Rows written at once. */
const AT_ONCE = 500
/** Words of customers and titles, so that some are in every run and most in few. */
const TITLES = ['proof', 'exhibition', 'catalogue', 'poster', 'portrait', 'harbour', 'card', 'menu', 'lens', 'winter']

const db = openDatabase()
defineModels(db)
const to = values.studio
const all = studios(db)
const began = performance.now()
const say = (what: string) => process.stdout.write(`${((performance.now() - began) / 1000).toFixed(0).padStart(4)} s  ${what}\n`)

await all.begin({ name: 'Ten years', wanted: to, making: 'ten years are being made' })
await all.copy(DEMO_STUDIO, to, 'everything')
const store = all.open(to)
const studio = await store.studio()

/** Rows of a table, some at a time. */
async function fill(table: string, columns: string, rows: Iterable<readonly unknown[]>): Promise<void> {
  let some: (readonly unknown[])[] = []
  const put = async () => {
    if (some.length === 0) return
    const marks = `(?, ${some[0]?.map(() => '?').join(', ')})`
    await db.query(`INSERT INTO ${table} (studio, ${columns}) VALUES ${some.map(() => marks).join(', ')}`, {
      replacements: some.flatMap((row) => [to, ...row]),
    })
    some = []
  }
  for (const row of rows) {
    some.push(row)
    if (some.length === AT_ONCE) await put()
  }
  await put()
}
const pick = <T>(list: readonly T[], n: number): T => list[n % list.length] as T
const digest = (text: string) => createHash('sha256').update(text).digest('hex')

say(`papers, lots and profiles: ${PAPERS}, ${LOTS}, ${PROFILES}`)
const made = Array.from({ length: Math.max(1, PAPERS - studio.papers.length) }, (_, i) => {
  const of = pick(studio.papers, i)
  return { of, paper: { ...of, id: `stock-${i}`, name: `${of.name} no. ${i}` } satisfies Paper }
})
await fill(
  'papers',
  'id, position, record',
  made.map(({ paper }, i) => [paper.id, 100 + i, JSON.stringify(paper)]),
)
function* lots() {
  for (let i = 0; i < LOTS - studio.lots.length && made.length > 0; i++) {
    const { of, paper } = pick(made, i)
    const like = pick(
      studio.lots.filter((lot: Lot) => lot.paperId === of.id),
      i,
    ) as Lot | undefined
    if (!like) continue
    const { nominal, measured } = like
    // Most boxes of ten years are used up.
    yield [
      `box-${i}`,
      paper.id,
      like.form,
      like.pwg,
      100 + i,
      nominal.width,
      nominal.length,
      measured.width,
      measured.length,
      like.spread,
      like.stock,
      i % 5 > 0,
    ]
  }
}
await fill(
  'lots',
  'id, paper_id, form, pwg, position, nominal_width, nominal_length, measured_width, measured_length, spread, stock, archived',
  lots(),
)
const facts = new Map((await store.profiles.shelf()).map((row) => [row.id, JSON.stringify(row.facts)]))
/** Profiles of the demo for each of its papers, as often as there are to be some for the new ones. */
function* profiles() {
  for (let i = 0; i < PROFILES - studio.profiles.length; i++) {
    const { of, paper } = pick(made, i)
    const like = pick(
      studio.profiles.filter((p: Profile) => p.boundTo?.paperId === of.id),
      Math.floor(i / made.length),
    ) as Profile | undefined
    const from = like ?? pick(studio.profiles, i)
    const bound = from.boundTo && { ...from.boundTo, paperId: paper.id }
    yield [`profile-${i}`, digest(`profile ${i}`), `${from.description} no. ${i}`, JSON.stringify(bound), facts.get(from.id)]
  }
}
await fill('profiles', 'id, hash, description, bound_to, facts', profiles())
function* pairings() {
  for (const { of, paper } of made)
    for (const like of studio.pairings.filter((p: Pairing) => p.paperId === of.id))
      yield [
        `${like.printerId}-${paper.id}`,
        like.printerId,
        paper.id,
        like.mediaTypeId,
        null,
        like.pathId,
        like.qualityId,
        like.dryingMinutes,
        12,
        1,
      ]
}
await fill('pairings', 'id, printer_id, paper_id, media_type_id, profile_id, path_id, quality_id, drying_minutes, good, bad', pairings())

say(`pictures and jobs: ${PICTURES}, ${JOBS}`)
const sql = (text: string, replacements: Record<string, unknown> = {}) => db.query(text, { replacements: { to, ...replacements } })
const count = async (table: string) =>
  (
    await db.query<{ n: number }>(`SELECT COUNT(*) AS n FROM ${table} WHERE studio = :to`, {
      type: QueryTypes.SELECT,
      replacements: { to },
    })
  )[0]?.n ?? 0
await sql(
  `INSERT INTO pictures (studio, id, hash, name, facts) SELECT :to, CONCAT('photo-', s.seq), t.hash, CONCAT(s.seq, ' ', t.name), JSON_SET(t.facts, '$.id', CONCAT('photo-', s.seq), '$.name', CONCAT(s.seq, ' ', t.name))
   FROM seq_1_to_${PICTURES} s JOIN (SELECT ROW_NUMBER() OVER (ORDER BY id) - 1 AS n, COUNT(*) OVER () AS of, hash, name, facts FROM pictures WHERE studio = :to) t ON t.n = s.seq MOD t.of`,
)
const firstJob = Number(
  (
    await db.query<{ last: number }>("SELECT last FROM counters WHERE studio = :to AND series = 'jobs'", {
      type: QueryTypes.SELECT,
      replacements: { to },
    })
  )[0]?.last ?? 0,
)
const moment = (n: string, of: number) => `DATE_SUB(NOW(3), INTERVAL FLOOR((${of} - ${n}) * ${YEARS * 365.25 * 24 * 60} / ${of}) MINUTE)`
const title = (n: string) =>
  `CONCAT(ELT(1 + ${n} MOD ${TITLES.length}, ${TITLES.map((t) => `'${t}'`).join(', ')}), ' for customer', ${n} MOD 4000, ' no', ${n})`
await sql(
  `INSERT INTO jobs (studio, id, title, state, brief, pins, created_at, updated_at)
   SELECT :to, ${firstJob} + s.seq, ${title('s.seq')}, IF(s.seq > ${JOBS - Number(values.open)}, 'setup', IF(s.seq MOD 20 = 0, 'failed', 'done')), t.brief, '{}', ${moment('s.seq', JOBS)}, ${moment('s.seq', JOBS)}
   FROM seq_1_to_${JOBS} s JOIN (SELECT ROW_NUMBER() OVER (ORDER BY id) - 1 AS n, COUNT(*) OVER () AS of, brief FROM jobs WHERE studio = :to AND state = 'setup' AND archived = 0) t ON t.n = s.seq MOD t.of`,
)

say(`frozen plates: ${JOBS}, one a job`)
const lines = await db.query<{ plateId: string; printerId: string; paperId: string }>(
  'SELECT plate_id AS plateId, printer_id AS printerId, paper_id AS paperId FROM runs WHERE studio = :to ORDER BY id',
  { type: QueryTypes.SELECT, replacements: { to } },
)
const texts = await plates({ db, studio: to, transaction: null }).textsOf(lines.map(({ plateId }) => plateId))
await sql('DROP TABLE IF EXISTS grown_plates')
await sql('CREATE TABLE grown_plates (n INT NOT NULL PRIMARY KEY, id CHAR(64) NOT NULL) ENGINE=InnoDB')
const bases = new Map(lines.map((line) => [`${line.printerId} ${line.paperId}`, { id: line.plateId, text: texts.get(line.plateId) ?? '' }]))
for (const { id } of bases.values()) {
  const whole = packed(texts.get(id) ?? '', null)
  await sql('UPDATE plates SET base = NULL, body = :body WHERE studio = :to AND id = :id', { body: whole, id })
}
for (let first = 0; first < JOBS; first += AT_ONCE) {
  const some = Array.from({ length: Math.min(AT_ONCE, JOBS - first) }, (_, i) => {
    const n = first + i
    const line = pick(lines, n)
    // What differs between two prints of one set-up: the picture, and figures here and there.
    const text = (texts.get(line.plateId) ?? '')
      .replace(/"hash":"[0-9a-f]{64}"/g, `"hash":"${digest(String(n))}"`)
      .replace(/(\d{4,6})\b/g, (figure, _d, at: number) => (at % 11 === 0 ? String(Number(figure) + ((n * 7919 + at) % 900)) : figure))
    const base = bases.get(`${line.printerId} ${line.paperId}`) ?? null
    return { n, id: digest(text), line, base: base?.id ?? null, body: packed(text, base?.text ?? null), names: namesIn(text) }
  })
  await db.query(
    `INSERT IGNORE INTO plates (studio, id, printer_id, paper_id, base, body, names) VALUES ${some.map(() => '(?, ?, ?, ?, ?, ?, ?)').join(', ')}`,
    {
      replacements: some.flatMap(({ id, line, base, body, names }) => [to, id, line.printerId, line.paperId, base, body, names]),
    },
  )
  await db.query(`INSERT INTO grown_plates (n, id) VALUES ${some.map(() => '(?, ?)').join(', ')}`, {
    replacements: some.flatMap(({ n, id }) => [n, id]),
  })
}

say(`runs: ${RUNS}`)
const firstRun = Number(
  (
    await db.query<{ last: number }>("SELECT last FROM counters WHERE studio = :to AND series = 'runs'", {
      type: QueryTypes.SELECT,
      replacements: { to },
    })
  )[0]?.last ?? 0,
)
const jobOf = `(1 + FLOOR((s.seq - 1) * ${JOBS} / ${RUNS}))`
await sql(
  `INSERT INTO runs (studio, id, job_id, state, message, progress, sheets_delivered, plate_id, printer_id, printer_name, paper_id, paper_name, sheets, finished_at, inspection, search_text, path_id, created_at, updated_at)
   SELECT :to, ${firstRun} + s.seq, ${firstJob} + ${jobOf}, 'done', t.message, 100, 1, p.id, t.printer_id, t.printer_name, t.paper_id, t.paper_name, 1, ${moment('s.seq', RUNS)}, t.inspection,
     CONCAT(' ', REPLACE(${title(jobOf)}, '  ', ' '), t.words, IF(s.seq MOD 50 = 0, ' ¦ wasted', ' ¦ right')), t.path_id, ${moment('s.seq', RUNS)}, ${moment('s.seq', RUNS)}
   FROM seq_1_to_${RUNS} s
   JOIN grown_plates p ON p.n = ${jobOf} - 1
   JOIN (SELECT ROW_NUMBER() OVER (ORDER BY id) - 1 AS n, COUNT(*) OVER () AS of, message, printer_id, printer_name, paper_id, paper_name, path_id, inspection,
           LOWER(CONCAT(' ', REPLACE(printer_name, '-', ' '), ' ', REPLACE(paper_name, ',', ''))) AS words
         FROM runs WHERE studio = :to AND id <= ${firstRun}) t ON t.n = (${jobOf} - 1) MOD t.of`,
)
await sql('DROP TABLE grown_plates')
for (const [series, last] of [
  ['jobs', firstJob + JOBS],
  ['runs', firstRun + RUNS],
] as const)
  await sql('UPDATE counters SET last = :last WHERE studio = :to AND series = :series', { last, series })
await sql(
  `INSERT INTO offsets (studio, run_id, printer_id, path_id, across, along, skew_degrees) SELECT :to, id, printer_id, path_id, id MOD 300 - 150, id MOD 500 - 250, 0.02 FROM runs WHERE studio = :to AND id > ${firstRun} AND id MOD 2 = 0`,
)

say('the words runs are found by')
// Word by word, as they lie in the index.
const [sample] = await db.query<{ text: string }>('SELECT search_text AS text FROM runs WHERE studio = :to ORDER BY id DESC LIMIT 1', {
  type: QueryTypes.SELECT,
  replacements: { to },
})
if (wordsOf(sample?.text ?? '').length !== wordsOf(searchable(sample?.text)).length)
  throw new Error('what runs are found by is not as it is written')
const MOST_WORDS = 20
for (let n = 2; n <= MOST_WORDS; n++)
  await sql(
    `INSERT IGNORE INTO run_words (studio, word, run_id)
     SELECT studio, word, id FROM (SELECT studio, SUBSTRING_INDEX(SUBSTRING_INDEX(search_text, ' ', ${n}), ' ', -1) AS word, id FROM runs
       WHERE studio = :to AND id > ${firstRun} AND LENGTH(search_text) - LENGTH(REPLACE(search_text, ' ', '')) >= ${n - 1}) w
     WHERE word NOT IN ('', '¦') ORDER BY word, id`,
  )
say('what paths have done')
const found = await rebuildSums({ db, studio: to, transaction: null })
if (found.words) throw new Error('the words runs are found by had to be made anew')
for (const table of ['papers', 'lots', 'profiles', 'pairings', 'pictures', 'jobs', 'plates', 'runs', 'run_words', 'offsets']) {
  await db.query(`ANALYZE TABLE ${table}`, { type: QueryTypes.SELECT })
  say(`${String(await count(table)).padStart(9)} ${table}`)
}
const [size] = await db.query<{ bytes: number }>(
  'SELECT SUM(data_length + index_length) AS bytes FROM information_schema.tables WHERE table_schema = DATABASE()',
  {
    type: QueryTypes.SELECT,
  },
)
say(`the whole database: ${(Number(size?.bytes) / 1e6).toFixed(0)} MB, ${Math.round(Number(size?.bytes) / RUNS)} bytes a run`)
await all.making(to, null)
await db.close()
