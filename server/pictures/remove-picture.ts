import { stat } from 'node:fs/promises'
import { pictureIn } from '../../core/things/brief/item.ts'
import type { PictureEntry, PicturesPage } from '../../core/wire/api/dto.ts'
import type { App } from '../app-context.ts'
import { Refusal } from '../problems.ts'
import { PICTURES_PAGE, type PictureRow } from '../store/pictures.ts'

type Jobs = PictureEntry['jobs']
type Parts = Pick<App, 'store' | 'files'>

const entryOf = async ({ files }: Pick<Parts, 'files'>, row: PictureRow, jobs: Jobs): Promise<PictureEntry> => ({
  id: row.id,
  name: row.name,
  width: row.facts.width,
  height: row.facts.height,
  preview: row.facts.preview,
  addedAt: row.createdAt.toISOString(),
  bytes: (await stat(files.pathOf(row.hash)).catch(() => null))?.size ?? null,
  jobs,
})

/** A page of the studio's pictures, the oldest first, each with the jobs that need it. */
export async function picturesPage(
  { store, files }: Parts,
  asked: { after?: string | undefined; q?: string | undefined },
): Promise<PicturesPage> {
  const [rows, jobs] = await Promise.all([
    store.pictures.page(asked),
    store.kept('jobs by picture', ['jobs'], () => store.jobs.byPicture()),
  ])
  const pictures = await Promise.all(rows.map((row) => entryOf({ files }, row, jobs.get(row.id) ?? [])))
  return { pictures, next: rows.length === PICTURES_PAGE ? (rows.at(-1)?.id ?? null) : null }
}

/**
 * Removes a picture that no job needs any more. Jobs that are over or put aside, and the log, keep its small picture and what is
 * known of it; they can print it again when it has been added again.
 * @throws Refusal with 409 while there is still something to be done about a job with it, or it is being printed
 */
export async function removePicture({ store, files }: Parts, id: string): Promise<{ entry: PictureEntry; row: PictureRow }> {
  return store.act(async (act) => {
    const row = await act.pictures.row(id)
    const jobs = (await act.jobs.byPicture()).get(id) ?? []
    const [first] = jobs
    if (first)
      throw new Refusal(409, {
        code: 'picture-needed',
        field: 'id',
        value: id,
        message: `${first.id} ${first.title}${jobs.length === 2 ? ' and another job' : jobs.length > 2 ? ` and ${jobs.length - 1} other jobs` : ''} ${jobs.length === 1 ? 'is' : 'are'} not over yet and ${jobs.length === 1 ? 'needs' : 'need'} this picture. Put what is not wanted aside first.`,
      })
    // A job that was put aside may still be on its way through a printer.
    const moving = (await act.runs.atWork()).find(({ plate }) => plate.brief.items.some((item) => pictureIn(item)?.hash === row.hash))
    if (moving)
      throw new Refusal(409, {
        code: 'picture-at-work',
        field: 'id',
        value: id,
        message: 'A print of this picture is on its way. Remove it when that is out.',
      })
    const entry = await entryOf({ files }, row, [])
    await act.pictures.remove(id)
    return { entry, row }
  })
}
