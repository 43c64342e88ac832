import { mm } from '../length/length.ts'
import { NEW_MAKE } from '../make/make.ts'
import { plateOf, sheet } from '../testing/fixtures.ts'
import { loadingSteps, settingsTable } from './steps.ts'

const ids = (plate: ReturnType<typeof plateOf>) => loadingSteps(plate, 'mm').map((s) => s.id)
const board = plateOf({ brief: { paperId: 'breakwater-board', sheet: sheet('iso_a3_297x420mm') } })

test('board: parts first, not before the printer asks, parts back afterwards (handbook, trade, Paths)', () => {
  expect(ids(board)).toEqual(['computer', 'panel', 'fit', 'wait', 'side', 'load', 'dry', 'unfit'])
  const steps = loadingSteps(board, 'mm')
  expect(steps.find((s) => s.id === 'load')?.when).toBe('asked')
  expect(steps.find((s) => s.id === 'unfit')?.when).toBe('after')
})

test('a cassette wants the printable side down, a feeder up', () => {
  const side = (plate: ReturnType<typeof plateOf>) => loadingSteps(plate, 'mm').find((s) => s.id === 'side')?.text
  expect(side(plateOf({}))).toContain('side down')
  expect(side(plateOf({ brief: { paperId: 'saltmarsh-cotton' } }))).toContain('side up')
})

test('a metre of paper needs room; a roll needs flange and two people', () => {
  const strip = plateOf({
    brief: { paperId: 'quay-matte', sheet: { width: mm(203), length: mm(1000), name: null }, size: { by: 'sheet', fill: false } },
  })
  expect(loadingSteps(strip, 'mm').find((s) => s.id === 'room')?.text).toContain('999.2 mm')
  const roll = loadingSteps(plateOf({ brief: { paperId: 'pilot-rag', sheet: null } }), 'mm')
  expect(roll.find((s) => s.id === 'flange')?.caution).toContain('two people')
})

test('every step that feeds paper carries its caution, and exactly one step loads', () => {
  for (const plate of [board, plateOf({}), plateOf({ brief: { paperId: 'pilot-rag', sheet: null } })]) {
    const steps = loadingSteps(plate, 'mm')
    expect(steps.filter((s) => s.loads)).toHaveLength(1)
    expect(steps.find((s) => s.loads)?.caution).toContain('Fingers')
    expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length)
  }
})

test('the settings are given in the words of the computer and of the panel', () => {
  const media = settingsTable(plateOf({}), 'mm').find((r) => r.setting === 'Media type')
  expect(media).toEqual({ setting: 'Media type', computer: 'Photo satin', panel: 'Satin photo' })
  expect(settingsTable(plateOf({ pins: { page: 'measured' } }), 'mm').find((r) => r.setting === 'Size')?.panel).toBe('User-defined')
  expect(
    loadingSteps(
      plateOf({
        studio: (s) => {
          s.printers = []
        },
      }),
      'mm',
    ),
  ).toEqual([])
})

describe('steps of cards, canvases, long sheets and cut stock', () => {
  const ids = (plate: ReturnType<typeof plateOf>) => loadingSteps(plate, 'mm').map((s) => s.id)
  const text = (plate: ReturnType<typeof plateOf>, id: string) => loadingSteps(plate, 'mm').find((s) => s.id === id)

  test('cut stock is cut before anything else, with the blade’s caution', () => {
    const plate = plateOf({ brief: { sheet: { width: mm(210), length: mm(594), name: null } } })
    expect(ids(plate)[0]).toBe('cut')
    expect(text(plate, 'cut')?.caution).toContain('blade')
    expect(text(plate, 'cut')?.text).toContain('209.6')
  })
  test('a two-sided job is turned over when it is dry, and which side then faces where', () => {
    const plate = plateOf({
      brief: {
        paperId: 'keepsake-card',
        sheet: { width: 101_600, length: 152_400, name: null },
        make: { ...NEW_MAKE['two-sided'], text: { text: 'Back', points: 9, at: 'foot', align: 'left' } },
      },
    })
    expect(ids(plate).indexOf('turn-over')).toBeGreaterThan(ids(plate).indexOf('dry'))
    expect(text(plate, 'turn-over')?.text).toContain(`faces ${plate.setup?.path.printableSide}`)
  })
  test('folds, trims and bars come after drying, each with its figure', () => {
    const card = plateOf({
      brief: { paperId: 'keepsake-card', sheet: { width: mm(210), length: mm(297), name: 'A4' }, make: NEW_MAKE['folded-card'] },
    })
    expect(text(card, 'fold')?.text).toContain('148.4 mm')
    const trimmed = plateOf({ brief: { finished: { width: mm(250), length: mm(350) } } })
    expect(text(trimmed, 'trim')?.text).toContain('250.0 × 350.0 mm')
    const canvas = plateOf({
      brief: {
        paperId: 'mainsail-canvas',
        sheet: null,
        size: { by: 'picture', width: mm(700), height: null },
        make: NEW_MAKE['wrapped-canvas'],
      },
    })
    expect(text(canvas, 'wrap')?.text).toContain('38.0 mm')
    for (const plate of [card, trimmed, canvas])
      for (const step of loadingSteps(plate, 'mm').filter((s) => ['fold', 'trim', 'wrap'].includes(s.id))) expect(step.when).toBe('after')
  })
  test('the manual’s own words and the panel’s own name for an unlisted size are used', () => {
    const plate = plateOf({
      pins: { page: 'measured' },
      studio: (s) => {
        for (const p of s.printers) {
          p.unlistedSize = 'Anything else'
          for (const path of p.paths) {
            path.loadSteps = ['Lift the blue lever.']
            path.tidySteps = ['Lower the blue lever.']
          }
        }
      },
    })
    expect(text(plate, 'own-0')?.text).toBe('Lift the blue lever.')
    expect(text(plate, 'tidy-0')).toMatchObject({ text: 'Lower the blue lever.', when: 'after' })
    expect(text(plate, 'panel')?.text).toContain('“Anything else”')
  })
})
