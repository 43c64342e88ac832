import { recommend, renderingOf } from '../../core/color/measure/recommend.ts'
import { houseIntent } from '../../core/things/studio/house-intent.ts'
import type { App } from '../app-context.ts'
import { log } from '../log.ts'
import { createMeasurer } from '../pictures/measurer.ts'
import { createProfileShelf } from '../profiles/shelf.ts'
import { router } from './shared.ts'

/** What a picture's own colours become: on one paper for every intent, and on every paper of the studio. */
export function measuresApi(app: App) {
  const measure = createMeasurer(app)
  const { pictures, profiles } = app.store
  const shelf = createProfileShelf(app)
  return router()
    .call('POST /pictures/{id}/colours', async (c) => {
      const facts = await pictures.find(c.req.valid('param').id)
      const { name, rgb } = c.req.valid('json')
      const own = facts.channels === 'rgb' && facts.profileHash && app.files.has(facts.profileHash) ? facts.profileHash : null
      const usable = (await profiles.list()).filter((p) => app.files.has(p.hash))
      const followed = await app.pool.followColour({
        rgb,
        source: own && app.files.pathOf(own),
        profiles: usable.map((p) => ({ id: p.id, file: app.files.pathOf(p.hash) })),
      })
      return c.json({ name, rgb, ...followed }, 200)
    })
    .call('GET /pictures/{id}/measures', async (c) => {
      const { profile: id } = c.req.valid('query')
      const profile = await profiles.find(id)
      const measures = await measure(await pictures.find(c.req.valid('param').id), profile.hash)
      return c.json({ profileId: id, measures, recommendation: recommend(measures) }, 200)
    })
    .call('GET /pictures/{id}/papers', async (c) => {
      const picture = await pictures.find(c.req.valid('param').id)
      const studio = await app.store.studio()
      const choices = await Promise.all(
        studio.pairings.map(async (pairing) => {
          const profile = studio.profiles.find((p) => p.id === pairing.profileId)
          const paper = studio.papers.find((p) => p.id === pairing.paperId)
          const printer = studio.printers.find((p) => p.id === pairing.printerId)
          if (!profile || !paper || !printer) return []
          const measures = await measure(picture, profile.hash).catch((err: Error) => {
            log.warn({ err, profile: profile.id }, 'a pairing could not be measured')
            return null
          })
          if (!measures) return []
          const recommendation = recommend(measures, { house: houseIntent(studio.rules.everydayIntent, paper.surface) })
          const rendering = renderingOf(measures, recommendation.intent, true)
          if (!rendering) return []
          return [
            {
              printerId: printer.id,
              printer: printer.name,
              paperId: paper.id,
              paper: paper.name,
              surface: paper.surface,
              white: paper.white,
              price: paper.pricePerSquareMetre,
              inStock: studio.lots.some((l) => l.paperId === paper.id && l.stock > 0),
              outOfGamut: measures.outOfGamut.share,
              belowBlack: measures.belowBlack,
              error: rendering.error.mean,
              flattened: rendering.flattened.all,
              intent: recommendation.intent,
              says: recommendation.says,
              silhouette: await shelf.silhouetteOf(profile.id),
            },
          ]
        }),
      )
      return c.json(choices.flat(), 200)
    })
}
