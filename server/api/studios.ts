import { createReadStream } from 'node:fs'
import { Readable } from 'node:stream'
import { DEMO_STUDIO } from '../../core/things/studio/short-name.ts'
import type { StudioEntry } from '../../core/wire/api/studios.ts'
import { exportNamed, keepExport } from '../archive/exports.ts'
import { readArchive } from '../archive/read-archive.ts'
import { comparedWith, takeOver } from '../archive/take-over.ts'
import { LIMITS } from '../config.ts'
import type { Installation } from '../installation.ts'
import { makeDemo } from '../make-demo.ts'
import { missing, Refusal } from '../problems.ts'
import { announced, needRoom } from '../upkeep/disk.ts'
import { bodyOf } from './body-of.ts'
import { router } from './shared.ts'

/** The studios of the installation: which there are, and making, copying, renaming and removing them. */
export function studiosApi(installation: Installation) {
  const { studios } = installation
  const entry = async (studio: string): Promise<StudioEntry> => {
    const found = (await studios.list()).find((one) => one.studio === studio)
    if (!found) throw missing('studio', studio)
    return found
  }
  /** Refuses while a studio is being made: nobody can tell yet what it is going to be. */
  const ready = async (studio: string) => {
    const found = await studios.find(studio)
    if (found.making !== null)
      throw new Refusal(409, {
        code: 'being-made',
        field: 'studio',
        value: studio,
        message: `${found.name} is still being made (${found.making}). Try again when it is there.`,
      })
    return found
  }
  /**
   * Does something with a studio that nobody works in meanwhile. Refuses while a printer may be at work for it. Whatever
   * becomes of it, a studio that is still there is open again afterwards.
   */
  const closed = async <T>(studio: string, work: () => Promise<T>): Promise<T> => {
    await installation.close(studio)
    try {
      const moving = await studios.moving(studio)
      const [runs, are, they] = moving === 1 ? ['A run', 'is', 'it'] : [`${moving} runs`, 'are', 'them']
      if (moving > 0)
        throw new Refusal(409, {
          code: 'at-work',
          field: 'studio',
          value: studio,
          message: `${runs} of this studio ${are} under way. Let ${they} end, or cancel, then try again.`,
        })
      return await work()
    } finally {
      installation.reopen(studio)
      await begun(studio)
    }
  }
  /** What dries in a studio that was taken along goes on drying. */
  const begun = async (studio: string): Promise<void> => {
    await (await installation.app(studio))?.runner.resume()
  }
  return router()
    .call('GET /studios', async (c) => c.json(await studios.list(), 200))
    .call('POST /studios', async (c) => {
      const { name, studio: wanted } = c.req.valid('json')
      return c.json(await entry(await studios.begin({ name, wanted })), 201)
    })
    .call('POST /studios/demo', async (c) => {
      const there = await studios.tryFind(DEMO_STUDIO)
      const make = () => makeDemo(installation)
      // One that is being made is made to its end.
      if (there?.making === null) await closed(DEMO_STUDIO, make)
      else if (!there) await make()
      return c.json(await entry(DEMO_STUDIO), 202)
    })
    .call('PUT /studios/archive', async (c) => {
      const { name } = c.req.valid('query')
      // It is all studios' disk: what the most careful of them keeps free stays free.
      for (const { studio, making } of await studios.list()) if (making === null) await needRoom(studios.open(studio), announced(c.req.raw))
      const studio = await installation.files.hold(bodyOf(c.req.raw, 'archive'), LIMITS.archiveBytes, 'archive', ({ path }) =>
        readArchive(installation, path, name ?? null),
      )
      await begun(studio)
      return c.json(await entry(studio), 201)
    })
    .call('PATCH /studios/{studio}', async (c) => {
      const { studio } = c.req.valid('param')
      await studios.find(studio)
      await studios.rename(studio, c.req.valid('json').name)
      return c.json(await entry(studio), 200)
    })
    .call('POST /studios/{studio}/copies', async (c) => {
      const { studio: from } = c.req.valid('param')
      const { name, studio: wanted, what } = c.req.valid('json')
      const { name: original } = await ready(from)
      const to = await studios.begin({ name, wanted, making: `copying ${original}` })
      try {
        await studios.copy(from, to, what)
      } catch (error) {
        await studios.remove(to)
        throw error
      }
      await studios.making(to, null)
      await begun(to)
      return c.json(await entry(to), 201)
    })
    .call('GET /studios/{studio}/things', async (c) => {
      const [into, from] = [c.req.valid('param').studio, c.req.valid('query').from]
      await Promise.all([ready(into), ready(from)])
      return c.json(await comparedWith(installation, from, into), 200)
    })
    .call('POST /studios/{studio}/things', async (c) => {
      const { studio: into } = c.req.valid('param')
      const { from, things } = c.req.valid('json')
      await Promise.all([ready(into), ready(from)])
      const taken = await takeOver(installation, from, into, things)
      ;(await installation.app(into))?.events.tell({ what: 'studio', id: into })
      return c.json(taken, 200)
    })
    .call('DELETE /studios/{studio}', async (c) => {
      const { studio } = c.req.valid('param')
      const { name } = await ready(studio)
      if (c.req.valid('json').name !== name)
        throw new Refusal(422, {
          code: 'not-its-name',
          field: 'name',
          value: c.req.valid('json').name,
          limit: name,
          message: 'To remove a studio, type its name just as it is written.',
        })
      const kept = await closed(studio, async () => {
        const name = await keepExport(installation, studio)
        await studios.remove(studio)
        return name
      })
      return c.json({ export: kept }, 200)
    })
    .get('/exports/:name', async (c) => {
      const found = exportNamed(c.req.param('name'))
      if (!found) throw missing('export', c.req.param('name'))
      return c.body(Readable.toWeb(createReadStream(found)) as ReadableStream, 200, {
        'content-type': 'application/zip',
        'content-disposition': `attachment; filename="${c.req.param('name')}"`,
      })
    })
}
