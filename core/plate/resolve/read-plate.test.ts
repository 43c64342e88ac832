import { readFileSync } from 'node:fs'
import { drawSheet } from '../../output/drawing/sheet-drawing.ts'
import { planPage } from '../../output/page/page-plan.ts'
import { plateOf } from '../../testing/fixtures.ts'
import { itemOf } from '../../things/brief/brief.ts'
import { pictureIn } from '../../things/brief/item.ts'
import { jobAttributesFor } from '../../wire/ipp/plate-attributes.ts'
import { PLATE_SCHEMA_VERSION, sideOf } from './plate.ts'
import { readPlate } from './read-plate.ts'

/** Plates as version 1 froze them, written by the last release that did: a print, a wrapped canvas, a folded and a two-sided card. */
const FIRST = JSON.parse(readFileSync('core/testing/reference/plates-v1.json', 'utf8'))
const copy = <T>(value: T): T => structuredClone(value)

test('a plate is read as it was written', () => {
  const plate = plateOf({ brief: { critical: [], sharpen: 40 } })
  expect(readPlate(JSON.parse(JSON.stringify(plate)))).toEqual(plate)
  expect(plate.schemaVersion).toBe(PLATE_SCHEMA_VERSION)
})

test.each([0, 1, 2, 3])('version 1, plate %s: the same numbers where they stand now', (n) => {
  const raw = FIRST[n]
  const plate = readPlate(raw)
  const front = sideOf(plate)
  const { picture, size, copies, cropAt, keep, critical, ...shared } = raw.brief
  expect(front?.layout).toEqual(raw.layout)
  expect([front?.turn, front?.crop, front?.face, front?.fold, front?.text, front?.ppi]).toEqual(
    ['turn', 'crop', 'face', 'fold', 'text'].map((key) => raw.setup[key]).concat(raw.ppi),
  )
  expect(sideOf(plate, 'back')?.layout).toEqual(raw.back?.layout)
  expect(sideOf(plate, 'back')?.text).toEqual(raw.back?.text)
  expect(pictureIn(itemOf(plate.brief))).toEqual({ ...(picture as object), told: null, inked: null, joins: true })
  expect(itemOf(plate.brief)).toMatchObject({ size, copies, cropAt, keep, critical })
  expect(plate.brief).toMatchObject({ paperId: shared.paperId, make: shared.make, sheet: shared.sheet })
  expect(plate.decisions.map((d) => [d.key, d.value, d.label])).toEqual(
    raw.decisions.map((d: { key: string; value: string; label: string }) => [d.key, d.value, d.label]),
  )
  expect(plate.decisions.filter((d) => d.item !== null).map((d) => d.key)).toEqual(['orientation', 'placement'])
  expect(plate.estimates).toEqual({ ...raw.estimates, passes: 1, loadingMinutes: 0, handsMinutes: 0, inks: {}, inkPrice: null })
  expect([drawSheet(plate, 'mm'), planPage(plate), Object.keys(jobAttributesFor(plate)).length > 8].every(Boolean)).toBe(true)
})

test('a fix of version 1 is told apart into what is shared and what is the item’s', () => {
  const raw = copy(FIRST[0])
  raw.findings[0].fix = { label: 'x', brief: { copies: 2, paperId: 'quay-matte', size: { by: 'sheet', fill: true } }, pins: { path: null } }
  expect(readPlate(raw).findings[0]?.fix).toEqual({
    label: 'x',
    brief: { paperId: 'quay-matte' },
    item: { copies: 2, size: { by: 'sheet', fill: true } },
    pins: { path: null },
  })
})

test('what came after a plate was frozen stands at what was meant without it', () => {
  const raw = copy(FIRST[0])
  for (const key of ['offset', 'cut', 'face', 'fold', 'text', 'gap', 'coat']) delete raw.setup[key]
  for (const key of ['frame', 'borders']) delete raw.layout[key]
  for (const key of ['make', 'keep', 'cropAt', 'finished', 'kind', 'sharpen', 'test', 'critical']) delete raw.brief[key]
  delete raw.back
  const plate = readPlate(raw)
  expect(plate.setup).toMatchObject({ offset: { x: 0, y: 0 }, cut: null, gap: raw.setup.mediaType.platenGap, coat: 'off' })
  expect(sideOf(plate)?.layout).toMatchObject({ frame: raw.layout.sheet, borders: raw.layout.margins })
  expect(sideOf(plate)?.face).toEqual(raw.layout.picture)
  expect(itemOf(plate.brief)).toMatchObject({ keep: [], cropAt: { x: 0.5, y: 0.5 }, kind: null, sharpen: 0, critical: [] })
})

test('what is no plate is refused', () => {
  for (const wrong of [null, {}, { schemaVersion: 99 }, { ...FIRST[0], layout: { sheet: 1 } }, { ...FIRST[0], brief: null }])
    expect(() => readPlate(wrong)).toThrow()
})
