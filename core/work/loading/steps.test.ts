import { planPage } from '../../output/page/page-plan.ts'
import { layoutOf } from '../../plate/resolve/plate.ts'
import { plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { NEW_MAKE } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import { sheetsToLoad } from './put-in.ts'
import { STEP_KINDS } from './step.ts'
import { loadingSteps } from './steps.ts'

const ids = (plate: ReturnType<typeof plateOf>) => loadingSteps(plate, 'mm').map((s) => s.id)
const board = plateOf({ brief: { paperId: 'breakwater-board', sheet: sheet('iso_a3_297x420mm') } })

test('board: parts first, not before the printer asks, parts back afterwards (handbook, trade, Paths)', () => {
  expect(ids(board)).toEqual(['computer', 'panel', 'fit', 'wait', 'side', 'load', 'confirm', 'dry', 'unfit'])
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
  // A path says for itself what it wants behind and before it, and whether the sheet's own length is to be added.
  const clear = (ofSheet: boolean) =>
    loadingSteps(
      plateOf({
        brief: { paperId: 'quay-matte', sheet: { width: mm(203), length: mm(1000), name: null }, size: { by: 'sheet', fill: false } },
        studio: (s) => {
          for (const { paths } of s.printers) for (const path of paths) path.clearance = { before: mm(70), behind: mm(250), ofSheet }
        },
      }),
      'mm',
    ).find((s) => s.id === 'room')?.text
  expect(clear(true)).toContain('Keep 1249.2 mm clear behind the printer and 1069.2 mm before it')
  expect(clear(false)).toContain('Keep 250.0 mm clear behind the printer and 70.0 mm before it')
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

const step = (plate: ReturnType<typeof plateOf>, id: string) => loadingSteps(plate, 'mm', studioOf()).find((s) => s.id === id)

describe('steps of cards, canvases, long sheets and cut stock', () => {
  test('cut stock is cut before anything else, with the blade’s caution', () => {
    const plate = plateOf({ brief: { sheet: { width: mm(210), length: mm(594), name: null } } })
    expect(ids(plate)[0]).toBe('cut')
    expect(step(plate, 'cut')?.caution).toContain('blade')
    expect(step(plate, 'cut')?.text).toContain('209.6')
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
    expect(step(plate, 'turn-over')?.text).toContain(`faces ${plate.setup?.path.printableSide}`)
  })
  test('folds, trims and bars come after drying, each with its figure', () => {
    const card = plateOf({
      brief: { paperId: 'keepsake-card', sheet: { width: mm(210), length: mm(297), name: 'A4' }, make: NEW_MAKE['folded-card'] },
    })
    // Either way it may lie, to be creased or creased already.
    for (const crease of [null, 'long-side'] as const)
      for (const [axis, edge] of [
        ['across', 'leading'],
        ['along', 'left'],
      ] as const) {
        const forms = card.forms.map((form) => ({ ...form, fold: { axis, at: mm(148.4) } }))
        const setup = card.setup && { ...card.setup, paper: { ...card.setup.paper, crease } }
        expect(step({ ...card, forms, setup }, 'fold')?.text).toContain(`148.4 mm from the ${edge} edge`)
      }
    // Scored from 180 g/m² on (common practice).
    for (const [weight, scored] of [
      [179, false],
      [180, true],
      [181, true],
    ] as const) {
      const paper = card.setup?.paper as NonNullable<typeof card.setup>['paper']
      const heavy = { ...card, setup: card.setup && { ...card.setup, paper: { ...paper, weight } } }
      expect([weight, step(heavy, 'fold')?.text.includes('score it first')]).toEqual([weight, scored])
    }
    const trimmed = plateOf({ brief: { finished: { width: mm(250), length: mm(350) } } })
    expect(step(trimmed, 'trim')?.text).toContain('250.0 × 350.0 mm')
    const canvas = plateOf({
      brief: {
        paperId: 'mainsail-canvas',
        sheet: null,
        size: { by: 'picture', width: mm(700), height: null },
        make: NEW_MAKE['wrapped-canvas'],
      },
    })
    expect(step(canvas, 'wrap')?.text).toContain('38.0 mm')
    for (const plate of [card, trimmed, canvas])
      for (const s of loadingSteps(plate, 'mm').filter((s) => ['fold', 'trim', 'wrap'].includes(s.id))) expect(s.when).toBe('after')
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
    expect(step(plate, 'own-0')?.text).toBe('Lift the blue lever.')
    expect(step(plate, 'tidy-0')).toMatchObject({ text: 'Lower the blue lever.', when: 'after' })
    expect(step(plate, 'panel')?.text).toContain('“Anything else”')
  })
})

describe('rolls, blacks, confirmations and what is new to the studio (handbook, trade, Paths and Running a studio)', () => {
  const canvas = plateOf({ brief: { paperId: 'mainsail-canvas', sheet: null, size: { by: 'picture', width: mm(700), height: null } } })
  test('a roll: adapters to its core, flush flange, suction low while feeding, slack out, then the panel is told', () => {
    const steps = loadingSteps(canvas, 'mm', studioOf()).map((s) => s.id)
    const order = ['core', 'flange', 'suction', 'feed', 'media']
    expect(steps.filter((id) => order.includes(id))).toEqual(order)
    expect(step(canvas, 'core')?.text).toContain('2 in and 3 in')
    expect(step(canvas, 'feed')?.text).toMatch(/slack.*suction back to normal/)
  })
  test('a printer that loads its roll itself is only handed the edge, and one that needs no panel setting gets no such step', () => {
    const satin = plateOf({
      brief: { paperId: 'fairway-satin', sheet: null, size: { by: 'picture', width: mm(500), height: null } },
      pins: { printer: 'petrel' },
    })
    expect(step(satin, 'feed')?.title).toBe('Hand it the edge')
    expect(step(satin, 'panel')).toBeUndefined()
    expect(step(plateOf({}), 'panel')).toBeDefined()
  })
  test('the question a printer asks only at its panel is told beforehand, and so is a swap of blacks', () => {
    expect(step(board, 'confirm')?.text).toContain('without a word to the computer')
    const rag = plateOf({ brief: { paperId: 'pilot-rag', sheet: null } })
    expect(rag.setup?.printer.black.installed).toBe('photo')
    expect(step(rag, 'swap-black')?.text).toMatch(/\d+ min and \d+ ml/)
    expect(step(plateOf({}), 'swap-black')).toBeUndefined()
  })
  test('practice is advised where paper or path is new to the log, and no longer once both have come out right', () => {
    expect(step(board, 'practise')?.text).toContain('Board path')
    const known = studioOf()
    known.experience = [{ printerId: 'gannet', pathId: 'gannet-board', sheets: 1, faults: {} }]
    expect(loadingSteps(board, 'mm', known).some((s) => s.id === 'practise')).toBe(false)
    // Where nothing has been through yet the path is as new as before.
    const untried = { ...known, experience: [{ printerId: 'gannet', pathId: 'gannet-board', sheets: 0, faults: {} }] }
    expect(loadingSteps(board, 'mm', untried).some((s) => s.id === 'practise')).toBe(true)
    // It came out right on another printer, or another paper did on this one: that says nothing of this paper here.
    const elsewhere = (printerId: string, paperId: string) => {
      const [like] = known.pairings
      const pairings = like ? [{ ...like, printerId, paperId, good: 5 }] : []
      return loadingSteps(board, 'mm', { ...known, pairings }).some((s) => s.id === 'practise')
    }
    // Of a paper that has no pairing here nothing has come out right yet.
    expect(loadingSteps(board, 'mm', { ...known, pairings: [] }).some((s) => s.id === 'practise')).toBe(true)
    expect([elsewhere('heron', 'breakwater-board'), elsewhere('gannet', 'quay-matte'), elsewhere('gannet', 'breakwater-board')]).toEqual([
      true,
      true,
      false,
    ])
    // Cheap paper is what one practises on.
    const plain = plateOf({ brief: { paperId: 'logbook-plain', sheet: sheet('iso_a4_210x297mm') } })
    expect(step(plain, 'practise')).toBeUndefined()
  })
  test('what a sheet must cost to be practised first is a house rule, where nothing cheaper goes this way', () => {
    const alone = studioOf()
    alone.lots = alone.lots.filter((l) => l.paperId === 'breakwater-board')
    const costs = Math.round((board.estimates?.paperPrice ?? 0) * 100)
    const at = (practiseCents: number) =>
      loadingSteps(board, 'mm', { ...alone, rules: { ...alone.rules, practiseCents } }).find((s) => s.id === 'practise')?.title
    expect(costs).toBeGreaterThan(1)
    expect([at(costs - 1), at(costs + 1)]).toEqual(['Practise without paper', undefined])
  })
  test('one practises on what costs less than half', () => {
    const on = (share: number) => {
      const studio = studioOf()
      const [paper, lot] = [
        studio.papers.find((p) => p.id === 'breakwater-board'),
        studio.lots.find((l) => l.paperId === 'breakwater-board'),
      ]
      if (!paper || !lot) throw new Error('demo')
      studio.papers.push({ ...paper, id: 'cheap', name: 'Cheap board', pricePerSquareMetre: paper.pricePerSquareMetre * share })
      studio.lots = [lot, { ...lot, id: 'cheap-a3', paperId: 'cheap' }]
      return (
        loadingSteps(board, 'mm', studio)
          .find((s) => s.id === 'practise')
          ?.text.includes('Cheap board') ?? false
      )
    }
    expect([on(0.49), on(0.51)]).toEqual([true, false])
  })
  test('every step is of a kind that has a drawing, and drying says for how long', () => {
    for (const plate of [board, canvas, plateOf({})])
      for (const s of loadingSteps(plate, 'mm', studioOf())) {
        expect(STEP_KINDS).toContain(s.kind)
        expect(s.minutes === null || s.minutes > 0).toBe(true)
      }
    expect(step(canvas, 'dry')?.minutes).toBe(120)
  })
})

test('a roll without cutter has its cuts as cost, as hands and as a step with the blade’s caution, each print one', () => {
  const uncut = (studio: ReturnType<typeof studioOf>) => {
    for (const p of studio.printers) for (const path of p.paths) if (path.id === 'heron-roll') path.kind = 'roll-uncut'
  }
  const job = { brief: { paperId: 'pilot-rag', sheet: null, copies: 3 }, pins: { printer: 'heron', path: 'heron-roll' } }
  const [plain, byHand] = [plateOf(job), plateOf({ ...job, studio: uncut })]
  const cost = byHand.decisions
    .find((d) => d.key === 'path')
    ?.alternatives.find((a) => a.id === 'heron-roll')
    ?.costs.find((c) => c.says.includes('no cutter'))
  expect(cost).toEqual({ points: 6, says: '3 cuts by hand: this roll has no cutter' })
  expect((byHand.estimates?.handsMinutes ?? 0) - (plain.estimates?.handsMinutes ?? 0)).toBe(6)
  const step = loadingSteps(byHand, 'mm').find((s) => s.id === 'cut-off')
  expect(step?.caution).toContain('blade')
  expect(ids(plain)).not.toContain('cut-off')
})

test('the signal by which a path tells that it has the sheet is part of the step that loads', () => {
  const beeps = (studio: ReturnType<typeof studioOf>) => {
    for (const p of studio.printers) for (const path of p.paths) path.signal = 'two beeps'
  }
  for (const brief of [{}, { paperId: 'pilot-rag', sheet: null }]) {
    expect(loadingSteps(plateOf({ brief, studio: beeps }), 'mm').find((s) => s.loads)?.text).toContain('two beeps: wait for that')
    expect(loadingSteps(plateOf({ brief }), 'mm').find((s) => s.loads)?.text).not.toContain('tells that it has it')
  }
})

test('as many sheets go in as the job takes and the path holds, whichever is less, and never none', () => {
  const load = (copies: number, holds: number) => {
    const plate = plateOf({ brief: { copies }, pins: { printer: 'heron', path: 'heron-cassette' } })
    const { setup } = plate
    if (!setup) throw new Error('no set-up')
    const path = { ...setup.path, capacity: [{ upTo: 2000, sheets: holds }] }
    return sheetsToLoad({ plate, setup, path })
  }
  expect([load(1, 20), load(20, 20), load(21, 20), load(3, 0)]).toEqual([1, 20, 20, 1])
})

test('trimming says what comes off each edge of this very sheet', () => {
  const plate = plateOf({
    brief: { finished: { width: mm(250), length: mm(350) } },
    pins: { printer: 'heron', path: 'heron-cassette' },
  })
  const { frame, sheet: whole } = layoutOf(plate) ?? { frame: null, sheet: null }
  if (!frame || !whole) throw new Error('no layout')
  // Two lines at each corner are printed; where the piece is as wide as the sheet there is no room for them beside it.
  expect(planPage(plate)?.marks).toHaveLength(8)
  expect(step(plate, 'trim')?.text).toContain('Printed from here it has fine lines at its corners that show where.')
  const wide = plateOf({ brief: { finished: { width: mm(297), length: mm(350) }, size: { by: 'sheet', fill: true } } })
  expect([planPage(wide)?.marks, step(wide, 'trim')?.text.includes('ines')]).toEqual([[], false])
  const said = [...(step(plate, 'trim')?.text.matchAll(/([\d.]+) mm off the (leading edge|trailing edge|left|right)/g) ?? [])]
  const off = Object.fromEntries(said.map(([, value, edge]) => [edge, Number(value)]))
  // What is cut off at both ends, or sides, and what is left make up the sheet: 419.8 and 296.6 mm.
  expect((off['leading edge'] ?? 0) + 350 + (off['trailing edge'] ?? 0)).toBeCloseTo(419.8, 0)
  expect((off.left ?? 0) + 250 + (off.right ?? 0)).toBeCloseTo(296.6, 0)
})

test('of a two-sided card that is trimmed the lines are told that its front has, whatever its back has', () => {
  const card = plateOf({
    brief: {
      paperId: 'keepsake-card',
      sheet: { width: 101_600, length: 152_400, name: null },
      finished: { width: mm(80), length: mm(120) },
      make: { ...NEW_MAKE['two-sided'], text: { text: 'Back', points: 9, at: 'foot', align: 'left' } },
    },
  })
  const lines = (side: 'front' | 'back', on: boolean) => {
    const forms = card.forms.map((form) => (form.side === side && !on ? { ...form, strokes: [] } : form))
    return step({ ...card, forms }, 'trim')?.text.includes('fine lines')
  }
  expect(card.forms.map(({ side }) => side)).toEqual(['front', 'back'])
  expect([lines('front', true), lines('back', false), lines('front', false)]).toEqual([true, true, false])
})

test('a print that need not dry is not let dry for no minutes', () => {
  const dry = (minutes: number) =>
    loadingSteps(
      plateOf({
        studio: (s) => {
          for (const pairing of s.pairings) pairing.dryingMinutes = minutes
          for (const paper of s.papers) paper.dryingMinutes = minutes
        },
      }),
      'mm',
    ).find(({ id }) => id === 'dry')?.title
  expect([dry(0), dry(7)]).toEqual([undefined, 'Let it dry 7 min'])
})

test('a card that is folded and a canvas that is wrapped are not trimmed, whatever was asked for before', () => {
  const finished = { width: mm(150), length: mm(200) }
  for (const [paperId, as] of [
    ['keepsake-card', 'folded-card'],
    ['mainsail-canvas', 'wrapped-canvas'],
  ] as const) {
    const brief = {
      paperId,
      sheet: as === 'folded-card' ? sheet('iso_a4_210x297mm') : null,
      make: NEW_MAKE[as],
      size: { by: 'picture' as const, width: mm(90), height: null },
    }
    const [plain, trimmed] = [plateOf({ brief }), plateOf({ brief: { ...brief, finished } })]
    expect(ids(trimmed)).not.toContain('trim')
    // Nothing is laid, cut or marked otherwise for it.
    expect([trimmed.forms, trimmed.estimates]).toEqual([plain.forms, plain.estimates])
  }
})
