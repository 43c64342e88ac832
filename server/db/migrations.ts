import { type QueryInterface, QueryTypes, type Sequelize } from 'sequelize'
import { platesOnce, sumUp } from './plates-once.ts'

const TIMES = 'created_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3), updated_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)'
const TABLE_END = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci'

const table = (name: string, columns: string) => `CREATE TABLE IF NOT EXISTS ${name} (${columns}, ${TIMES}) ${TABLE_END}`

/** Each migration is one list of statements; names sort in the order they were written. */
const MIGRATIONS: { name: string; up: (string | ((db: Sequelize) => Promise<void>))[] }[] = [
  {
    name: '0001-first-tables',
    up: [
      table(
        'pictures',
        'id VARCHAR(60) PRIMARY KEY, hash CHAR(64) NOT NULL, name VARCHAR(255) NOT NULL, facts LONGTEXT NOT NULL, demo BOOLEAN NOT NULL DEFAULT 0',
      ),
      table('printers', 'id VARCHAR(60) PRIMARY KEY, position INT NOT NULL, record LONGTEXT NOT NULL'),
      table('papers', 'id VARCHAR(60) PRIMARY KEY, position INT NOT NULL, record LONGTEXT NOT NULL'),
      table(
        'lots',
        'id VARCHAR(60) PRIMARY KEY, paper_id VARCHAR(60) NOT NULL, form VARCHAR(10) NOT NULL, pwg VARCHAR(80), position INT NOT NULL, nominal_width BIGINT NOT NULL, nominal_length BIGINT NOT NULL, measured_width BIGINT NOT NULL, measured_length BIGINT NOT NULL, spread BIGINT NOT NULL, stock BIGINT NOT NULL, KEY (paper_id)',
      ),
      table(
        'profiles',
        'id VARCHAR(60) PRIMARY KEY, hash CHAR(64) NOT NULL UNIQUE, description VARCHAR(400) NOT NULL, bound_to LONGTEXT NOT NULL, facts LONGTEXT NOT NULL',
      ),
      table(
        'pairings',
        'id VARCHAR(120) PRIMARY KEY, printer_id VARCHAR(60) NOT NULL, paper_id VARCHAR(60) NOT NULL, media_type_id VARCHAR(60) NOT NULL, profile_id VARCHAR(60), path_id VARCHAR(60), quality_id VARCHAR(60) NOT NULL, drying_minutes INT NOT NULL, good INT NOT NULL, bad INT NOT NULL',
      ),
      table(
        'loaded',
        'id VARCHAR(130) PRIMARY KEY, printer_id VARCHAR(60) NOT NULL, path_id VARCHAR(60) NOT NULL, lot_id VARCHAR(60), remaining BIGINT NOT NULL',
      ),
      table('rules', 'id VARCHAR(20) PRIMARY KEY, record LONGTEXT NOT NULL'),
      table(
        'jobs',
        'id INT AUTO_INCREMENT PRIMARY KEY, title VARCHAR(120) NOT NULL, state VARCHAR(20) NOT NULL, brief LONGTEXT NOT NULL, pins LONGTEXT NOT NULL, version INT NOT NULL DEFAULT 1, archived BOOLEAN NOT NULL DEFAULT 0, KEY (state)',
      ),
      table('ticks', 'job_id INT NOT NULL, step_id VARCHAR(60) NOT NULL, PRIMARY KEY (job_id, step_id)'),
      table(
        'runs',
        'id INT AUTO_INCREMENT PRIMARY KEY, job_id INT NOT NULL, state VARCHAR(20) NOT NULL, message VARCHAR(400) NOT NULL, reason VARCHAR(60), progress INT NOT NULL, sheets_delivered INT NOT NULL, plate LONGTEXT NOT NULL, printer_id VARCHAR(60) NOT NULL, printer_job INT, delivered CHAR(64), dry_until DATETIME(3), finished_at DATETIME(3), inspection LONGTEXT, search_text TEXT NOT NULL, version INT NOT NULL DEFAULT 1, KEY (job_id), KEY (state)',
      ),
    ],
  },
  {
    name: '0002-sheets-and-paths',
    up: [
      'ALTER TABLE lots ADD COLUMN IF NOT EXISTS readings LONGTEXT, ADD COLUMN IF NOT EXISTS out_of_square DOUBLE NOT NULL DEFAULT 0, ADD COLUMN IF NOT EXISTS archived BOOLEAN NOT NULL DEFAULT 0',
      'ALTER TABLE printers ADD COLUMN IF NOT EXISTS archived BOOLEAN NOT NULL DEFAULT 0, ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 1',
      "ALTER TABLE runs ADD COLUMN IF NOT EXISTS side VARCHAR(10) NOT NULL DEFAULT 'front'",
      table(
        'offsets',
        'run_id INT PRIMARY KEY, printer_id VARCHAR(60) NOT NULL, path_id VARCHAR(60) NOT NULL, across BIGINT NOT NULL, along BIGINT NOT NULL, skew_degrees DOUBLE, KEY (printer_id, path_id)',
      ),
    ],
  },
  {
    name: '0003-colour',
    up: [
      table(
        'profile_checks',
        'id INT AUTO_INCREMENT PRIMARY KEY, profile_id VARCHAR(60) NOT NULL, name VARCHAR(255) NOT NULL, measured_on DATE NOT NULL, result LONGTEXT NOT NULL, KEY (profile_id)',
      ),
    ],
  },
  {
    name: '0004-test-strips',
    up: ['ALTER TABLE pairings ADD COLUMN IF NOT EXISTS tested LONGTEXT'],
  },
  {
    // Colours were counted from previews before: they are counted again, from the file, when they are next asked for.
    name: '0005-colours-of-the-file',
    up: ["UPDATE pictures SET facts = JSON_SET(facts, '$.colours', '')"],
  },
  {
    name: '0006-agreement',
    up: [
      table(
        'readings',
        'job_id INT NOT NULL, place VARCHAR(10) NOT NULL, setting VARCHAR(20) NOT NULL, value VARCHAR(120), words VARCHAR(160) NOT NULL, how VARCHAR(10) NOT NULL, seen_by VARCHAR(60) NOT NULL, PRIMARY KEY (job_id, place, setting)',
      ),
      table(
        'setups',
        'id INT AUTO_INCREMENT PRIMARY KEY, name VARCHAR(120) NOT NULL, printer_id VARCHAR(60) NOT NULL, job_id INT NOT NULL, plate LONGTEXT NOT NULL, printer LONGTEXT NOT NULL, KEY (printer_id)',
      ),
    ],
  },
  {
    name: '0007-runs-and-faults',
    up: [
      "ALTER TABLE runs ADD COLUMN IF NOT EXISTS path_id VARCHAR(60), ADD COLUMN IF NOT EXISTS how VARCHAR(10) NOT NULL DEFAULT 'sent', ADD COLUMN IF NOT EXISTS faults LONGTEXT NOT NULL DEFAULT '[]', ADD COLUMN IF NOT EXISTS attempted_at DATETIME(3), ADD KEY IF NOT EXISTS runs_by_path (printer_id, path_id)",
      "UPDATE runs SET path_id = JSON_VALUE(plate, '$.setup.path.id') WHERE path_id IS NULL",
    ],
  },
  {
    // Every record belongs to a studio and has a version; how a machine is right now is a record of its own.
    name: '0008-studios-and-machines',
    up: [
      ...['pictures', 'papers', 'lots', 'profiles', 'pairings', 'rules'].flatMap((of) => [
        `ALTER TABLE ${of} ADD COLUMN IF NOT EXISTS studio VARCHAR(40) NOT NULL DEFAULT 'main' FIRST, ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 1`,
        `ALTER TABLE ${of} DROP PRIMARY KEY, ADD PRIMARY KEY (studio, id)`,
      ]),
      "ALTER TABLE printers ADD COLUMN IF NOT EXISTS studio VARCHAR(40) NOT NULL DEFAULT 'main' FIRST",
      'ALTER TABLE printers DROP PRIMARY KEY, ADD PRIMARY KEY (studio, id)',
      'ALTER TABLE profiles DROP INDEX IF EXISTS hash, ADD UNIQUE KEY IF NOT EXISTS profiles_by_hash (studio, hash)',
      ...['jobs', 'runs', 'setups', 'profile_checks'].map(
        (of) =>
          `ALTER TABLE ${of} ADD COLUMN IF NOT EXISTS studio VARCHAR(40) NOT NULL DEFAULT 'main' FIRST, ADD KEY IF NOT EXISTS ${of}_by_studio (studio)`,
      ),
      ...['ticks', 'readings'].map((of) => `ALTER TABLE ${of} ADD COLUMN IF NOT EXISTS studio VARCHAR(40) NOT NULL DEFAULT 'main' FIRST`),
      'ALTER TABLE ticks DROP PRIMARY KEY, ADD PRIMARY KEY (studio, job_id, step_id)',
      'ALTER TABLE readings ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 1, DROP PRIMARY KEY, ADD PRIMARY KEY (studio, job_id, place, setting)',
      "ALTER TABLE offsets ADD COLUMN IF NOT EXISTS studio VARCHAR(40) NOT NULL DEFAULT 'main' FIRST, ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 1",
      'ALTER TABLE offsets DROP PRIMARY KEY, ADD PRIMARY KEY (studio, run_id)',
      "ALTER TABLE loaded ADD COLUMN IF NOT EXISTS studio VARCHAR(40) NOT NULL DEFAULT 'main' FIRST, ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 1",
      'ALTER TABLE loaded DROP PRIMARY KEY, DROP COLUMN IF EXISTS id, ADD PRIMARY KEY (studio, printer_id, path_id)',
      table(
        'machines',
        "studio VARCHAR(40) NOT NULL DEFAULT 'main', printer_id VARCHAR(60) NOT NULL, state LONGTEXT NOT NULL, version INT NOT NULL DEFAULT 1, PRIMARY KEY (studio, printer_id)",
      ),
      machinesFromRecords,
    ],
  },
  {
    // What was there belongs to the first studio now; a row that names none is refused from here on.
    name: '0009-every-row-names-its-studio',
    up: 'pictures printers machines papers lots profiles profile_checks pairings loaded rules jobs ticks readings setups runs offsets'
      .split(' ')
      .map((of) => `ALTER TABLE ${of} ALTER COLUMN studio DROP DEFAULT`),
  },
  { name: '0010-in-spite', up: ['ALTER TABLE runs ADD COLUMN IF NOT EXISTS in_spite LONGTEXT NULL'] },
  {
    name: '0011-requests-count-once',
    up: [
      table(
        'requests',
        'studio VARCHAR(40) NOT NULL, id VARCHAR(80) NOT NULL, print CHAR(64) NOT NULL, status INT NULL, answer LONGTEXT NULL, PRIMARY KEY (studio, id), KEY requests_by_age (created_at)',
      ),
    ],
  },
  {
    // The first studio gets its short name; each studio counts its jobs, runs, set-ups and checks by itself.
    name: '0012-several-studios',
    up: [
      table(
        'studios',
        'studio VARCHAR(40) NOT NULL PRIMARY KEY, name VARCHAR(120) NOT NULL, demo BOOLEAN NOT NULL DEFAULT 0, making VARCHAR(200), version INT NOT NULL DEFAULT 1',
      ),
      table('counters', 'studio VARCHAR(40) NOT NULL, series VARCHAR(40) NOT NULL, last INT NOT NULL, PRIMARY KEY (studio, series)'),
      ...'pictures printers machines papers lots profiles profile_checks pairings loaded rules jobs ticks readings setups runs offsets requests'
        .split(' ')
        .map((of) => `UPDATE ${of} SET studio = 'lantern-wharf' WHERE studio = 'main'`),
      "INSERT IGNORE INTO studios (studio, name, demo) SELECT DISTINCT studio, IF(studio = 'lantern-wharf', 'Lantern Wharf', studio), studio = 'lantern-wharf' FROM rules",
      ...['jobs', 'runs', 'setups', 'profile_checks'].flatMap((of) => [
        `INSERT IGNORE INTO counters (studio, series, last) SELECT studio, '${of}', MAX(id) FROM ${of} GROUP BY studio`,
        `ALTER TABLE ${of} MODIFY id INT NOT NULL, DROP PRIMARY KEY, ADD PRIMARY KEY (studio, id), DROP KEY IF EXISTS ${of}_by_studio`,
      ]),
      // What is asked for is always asked for of one studio.
      'ALTER TABLE jobs DROP KEY IF EXISTS state, ADD KEY IF NOT EXISTS jobs_by_state (studio, state)',
      'ALTER TABLE runs DROP KEY IF EXISTS state, DROP KEY IF EXISTS job_id, DROP KEY IF EXISTS runs_by_path, ADD KEY IF NOT EXISTS runs_by_state (studio, state), ADD KEY IF NOT EXISTS runs_by_job (studio, job_id), ADD KEY IF NOT EXISTS runs_by_path (studio, printer_id, path_id)',
      'ALTER TABLE lots DROP KEY IF EXISTS paper_id, ADD KEY IF NOT EXISTS lots_by_paper (studio, paper_id)',
      'ALTER TABLE setups DROP KEY IF EXISTS printer_id, ADD KEY IF NOT EXISTS setups_by_printer (studio, printer_id)',
      'ALTER TABLE profile_checks DROP KEY IF EXISTS profile_id, ADD KEY IF NOT EXISTS checks_by_profile (studio, profile_id)',
      'ALTER TABLE offsets DROP KEY IF EXISTS printer_id, ADD KEY IF NOT EXISTS offsets_by_path (studio, printer_id, path_id)',
    ],
  },
  {
    name: '0013-papers-and-arrivals',
    up: [
      'ALTER TABLE papers ADD COLUMN IF NOT EXISTS archived BOOLEAN NOT NULL DEFAULT 0',
      'ALTER TABLE lots ADD COLUMN IF NOT EXISTS story LONGTEXT, ADD COLUMN IF NOT EXISTS aside BOOLEAN NOT NULL DEFAULT 0',
    ],
  },
  {
    name: '0014-pairings-begun',
    up: [
      'ALTER TABLE pairings ADD COLUMN IF NOT EXISTS tallies LONGTEXT',
      "ALTER TABLE pairings ADD COLUMN IF NOT EXISTS begun VARCHAR(10) NOT NULL DEFAULT 'print', ADD COLUMN IF NOT EXISTS notes VARCHAR(2000) NOT NULL DEFAULT ''",
    ],
  },
  {
    name: '0015-printer-log',
    up: [
      table(
        'printer_log',
        'studio VARCHAR(40) NOT NULL, id INT NOT NULL, printer_id VARCHAR(60) NOT NULL, event VARCHAR(20) NOT NULL, path_id VARCHAR(60), `on` DATE NOT NULL, says VARCHAR(400) NOT NULL, PRIMARY KEY (studio, id), KEY printer_log_by_printer (studio, printer_id)',
      ),
    ],
  },
  { name: '0015-readings-kept', up: ['ALTER TABLE profile_checks ADD COLUMN IF NOT EXISTS readings CHAR(64) NULL'] },
  { name: '0016-borrowed-profiles', up: ['ALTER TABLE pairings ADD COLUMN IF NOT EXISTS borrows VARCHAR(60) NULL'] },
  {
    name: '0017-sample-packs',
    up: [
      table(
        'sample_packs',
        'studio VARCHAR(40) NOT NULL, id INT NOT NULL, record LONGTEXT NOT NULL, version INT NOT NULL DEFAULT 1, PRIMARY KEY (studio, id)',
      ),
      table(
        'orders',
        'studio VARCHAR(40) NOT NULL, id INT NOT NULL, paper_id VARCHAR(60) NOT NULL, what VARCHAR(200) NOT NULL, done BOOLEAN NOT NULL DEFAULT 0, PRIMARY KEY (studio, id)',
      ),
    ],
  },
  { name: '0018-chosen-sheets', up: ['ALTER TABLE runs ADD COLUMN IF NOT EXISTS only LONGTEXT NULL'] },
  { name: '0019-gangs', up: ['ALTER TABLE jobs ADD COLUMN IF NOT EXISTS gang INT NULL'] },
  {
    name: '0020-layouts',
    up: [
      table(
        'layouts',
        'studio VARCHAR(40) NOT NULL, id INT NOT NULL, name VARCHAR(120) NOT NULL, arrangement LONGTEXT NOT NULL, PRIMARY KEY (studio, id), UNIQUE KEY layouts_by_name (studio, name)',
      ),
    ],
  },
  { name: '0021-fewer-sheets', up: ['ALTER TABLE runs ADD COLUMN IF NOT EXISTS until INT NULL'] },
  {
    // A frozen plate is kept once; what lists show of it stands in the run; what follows from all runs is kept as sums.
    name: '0022-ten-years',
    up: [
      table(
        'plates',
        'studio VARCHAR(40) NOT NULL, id CHAR(64) NOT NULL, printer_id VARCHAR(60) NOT NULL, paper_id VARCHAR(60) NOT NULL, base CHAR(64) NULL, body MEDIUMBLOB NOT NULL, names TEXT NOT NULL, PRIMARY KEY (studio, id), KEY plates_alike (studio, printer_id, paper_id, base)',
      ),
      `CREATE TABLE IF NOT EXISTS run_words (studio VARCHAR(40) NOT NULL, word VARCHAR(40) COLLATE utf8mb4_bin NOT NULL, run_id INT NOT NULL, PRIMARY KEY (studio, word, run_id)) ${TABLE_END}`,
      table(
        'experience',
        'studio VARCHAR(40) NOT NULL, printer_id VARCHAR(60) NOT NULL, path_id VARCHAR(60) NOT NULL, since DATE NULL, sheets BIGINT NOT NULL, faults LONGTEXT NOT NULL, PRIMARY KEY (studio, printer_id, path_id)',
      ),
      "ALTER TABLE runs ADD COLUMN IF NOT EXISTS plate_id CHAR(64) NULL, ADD COLUMN IF NOT EXISTS printer_name VARCHAR(120) NOT NULL DEFAULT '', ADD COLUMN IF NOT EXISTS paper_id VARCHAR(60) NOT NULL DEFAULT '', ADD COLUMN IF NOT EXISTS paper_name VARCHAR(200) NOT NULL DEFAULT '', ADD COLUMN IF NOT EXISTS sheets INT NOT NULL DEFAULT 0",
      platesOnce,
      'ALTER TABLE runs MODIFY plate_id CHAR(64) NOT NULL, DROP COLUMN IF EXISTS plate, DROP KEY IF EXISTS runs_by_path, ADD KEY IF NOT EXISTS runs_of_path (studio, printer_id, path_id, created_at), ADD KEY IF NOT EXISTS runs_of_paper (studio, printer_id, paper_id, state)',
      sumUp,
    ],
  },
  {
    name: '0023-pictures-in-order',
    up: [
      'ALTER TABLE pictures ADD COLUMN IF NOT EXISTS preview CHAR(64) NULL, ADD COLUMN IF NOT EXISTS shown DATETIME(3) NULL, ADD KEY IF NOT EXISTS pictures_by_preview (preview), ADD KEY IF NOT EXISTS pictures_by_age (studio, created_at, id), ADD KEY IF NOT EXISTS pictures_shown (studio, shown)',
      "UPDATE pictures SET preview = NULLIF(JSON_VALUE(facts, '$.preview'), ''), shown = created_at",
    ],
  },
  { name: '0024-brought-along', up: ['ALTER TABLE pairings ADD COLUMN IF NOT EXISTS brought LONGTEXT NULL'] },
]

/** Until then inks, the black that is in, overspray and service stood in the printer's record. */
async function machinesFromRecords(db: Sequelize): Promise<void> {
  const rows = await db.query<{ studio: string; id: string; record: string }>('SELECT studio, id, record FROM printers', {
    type: QueryTypes.SELECT,
  })
  for (const { studio, id, record } of rows) {
    const { inks = [], black, overspray, paths = [] } = JSON.parse(record)
    const state = {
      inks: Object.fromEntries(inks.map((ink: { id: string; millilitres: number }) => [ink.id, ink.millilitres])),
      black: black?.installed ?? 'both',
      oversprayed: overspray?.since ?? 0,
      serviced: Object.fromEntries(paths.map((path: { id: string; serviced?: string | null }) => [path.id, path.serviced ?? null])),
    }
    await db.query('INSERT IGNORE INTO machines (studio, printer_id, state) VALUES (:studio, :id, :state)', {
      replacements: { studio, id, state: JSON.stringify(state) },
    })
  }
}

/** The tables have been brought further than this version knows. */
export class NewerDatabase extends Error {}

/** What has been done to these tables, in Umzug's own table. @throws NewerDatabase where a newer version has been here */
async function doneTo(db: Sequelize): Promise<string[]> {
  const begun = await db.query("SHOW TABLES LIKE 'sequelize_meta'", { type: QueryTypes.SELECT })
  if (begun.length === 0) return []
  const rows = await db.query<{ name: string }>('SELECT name FROM sequelize_meta ORDER BY name', { type: QueryTypes.SELECT })
  const known = new Set(MIGRATIONS.map(({ name }) => name))
  const newer = rows.find(({ name }) => !known.has(name))
  if (newer)
    throw new NewerDatabase(
      `This database was last used by a newer version of Arch Plate (it has “${newer.name}”). Start that version, or restore a backup of before: this one would not understand what it finds.`,
    )
  return rows.map(({ name }) => name)
}

const firstAfter = (done: readonly string[]) => MIGRATIONS.find(({ name }) => !done.includes(name))?.name ?? null

/** The first change that an older installation waits for; null where it is up to date, or new. */
export async function changeAhead(db: Sequelize): Promise<string | null> {
  const done = await doneTo(db)
  return done.length === 0 ? null : firstAfter(done)
}

/** Brings the tables up to date; safe to call at every start. @throws NewerDatabase where a newer version has been here */
export async function migrate(db: Sequelize): Promise<void> {
  if (firstAfter(await doneTo(db)) === null) return
  // Loaded where there is something to do: it takes a tenth of a start.
  const { SequelizeStorage, Umzug } = await import('umzug')
  const umzug = new Umzug<QueryInterface>({
    migrations: MIGRATIONS.map(({ name, up }) => ({
      name,
      up: async () => {
        for (const step of up) await (typeof step === 'string' ? db.query(step) : step(db))
      },
    })),
    context: db.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize: db }),
    logger: undefined,
  })
  await umzug.up()
}
