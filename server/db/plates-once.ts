import { createHash } from 'node:crypto'
import { QueryTypes, type Sequelize } from 'sequelize'
import { readPlate } from '../../core/plate/resolve/read-plate.ts'
import type { Side } from '../../core/sheet/form.ts'
import { searchable, withInspection } from '../../core/work/runs/search-words.ts'
import { log } from '../log.ts'
import { rebuildSums } from '../store/learnt.ts'
import { namesIn, packedBest } from '../store/plates.ts'
import { shownOf } from '../store/runs.ts'

interface Old {
  studio: string
  id: number
  plate: string
  side: Side
  only: string | null
  printerId: string
  text: string
}
/** Runs brought over at once. */
const AT_ONCE = 100
const NOTHING = { printerName: '', paperId: '', paperName: '', sheets: 0 }

/** What lists show of a plate; of one that cannot be read nothing, and it is kept as it is for whoever can mend it. */
function shown({ studio, id, plate, side, only }: Old): ReturnType<typeof shownOf> {
  try {
    return shownOf(readPlate(JSON.parse(plate)), side, only === null ? null : JSON.parse(only))
  } catch (error) {
    log.error({ err: error, studio, run: id }, 'a plate cannot be read; it is kept as it is')
    return NOTHING
  }
}

/** Until 0022 every run had its plate in its row. Broken off, it goes on where it was. */
export async function platesOnce(db: Sequelize): Promise<void> {
  const had = await db.query(
    "SELECT 1 FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = 'runs' AND column_name = 'plate'",
    { type: QueryTypes.SELECT },
  )
  if (had.length === 0) return
  /** The latest whole plate of a printer and a paper. */
  const bases = new Map<string, { id: string; text: string }>()
  const studios = await db.query<{ studio: string }>('SELECT DISTINCT studio FROM runs', { type: QueryTypes.SELECT })
  for (const { studio } of studios)
    for (let last = 0; ; ) {
      const runs: Old[] = await db.query<Old>(
        `SELECT studio, id, plate, side, only, printer_id AS printerId, search_text AS text FROM runs
         WHERE studio = :studio AND id > :last AND plate_id IS NULL ORDER BY id LIMIT ${AT_ONCE}`,
        { type: QueryTypes.SELECT, replacements: { studio, last } },
      )
      for (const run of runs) await bringOver(db, run, bases)
      const end = runs.at(-1)
      if (!end) break
      last = end.id
    }
}

async function bringOver(db: Sequelize, run: Old, bases: Map<string, { id: string; text: string }>): Promise<void> {
  const { studio, id, plate, printerId, text } = run
  const lines = shown(run)
  const plateId = createHash('sha256').update(plate).digest('hex')
  const key = `${studio} ${printerId} ${lines.paperId}`
  const kept = packedBest(plate, bases.get(key) ?? null)
  if (kept.base === null) bases.set(key, { id: plateId, text: plate })
  await db.query('INSERT IGNORE INTO plates (studio, id, printer_id, paper_id, base, body, names) VALUES (?, ?, ?, ?, ?, ?, ?)', {
    replacements: [studio, plateId, printerId, lines.paperId, kept.base, kept.body, namesIn(plate)],
  })
  const [known = '', inspected] = text.split('¦')
  const words = inspected === undefined ? searchable(known) : withInspection(searchable(known), searchable(inspected))
  await db.query(
    'UPDATE runs SET plate_id = ?, printer_name = ?, paper_id = ?, paper_name = ?, sheets = ?, search_text = ?, updated_at = updated_at WHERE studio = ? AND id = ?',
    { replacements: [plateId, lines.printerName, lines.paperId, lines.paperName, lines.sheets, words, studio, id] },
  )
}

/** What follows from the runs of every studio, for the first time. */
export async function sumUp(db: Sequelize): Promise<void> {
  const rows = await db.query<{ studio: string }>('SELECT studio FROM studios', { type: QueryTypes.SELECT })
  for (const { studio } of rows) await rebuildSums({ db, studio, transaction: null })
}
