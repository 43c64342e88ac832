import { planForm } from '../core/output/page/page-plan.ts'
import { resolve } from '../core/plate/resolve/resolve.ts'
import { cases } from '../core/testing/thorough.ts'
import { type Arrangement, NEW_ARRANGEMENT } from '../core/things/brief/arrangement.ts'
import type { Brief } from '../core/things/brief/brief.ts'
import { briefOf } from '../core/things/brief/brief-of.ts'
import { EMPTY_ITEM, withPicture } from '../core/things/brief/item.ts'
import { NO_PICTURE } from '../core/things/brief/picture.ts'
import { mm } from '../core/things/length/length.ts'
import { realSheet } from '../simulator/demo-machines.ts'
import { feed } from '../simulator/machine/mechanics.ts'
import { seeded } from '../simulator/machine/random.ts'
import { demoStudio } from './studio.ts'

// What is drawn against what the simulated mechanics deliver: a layout is planned, each picture's pixels are put where the
// page says, and the sheet is fed with the mechanism's own luck. Judged by the path's stated tolerances, from
// ../shared/handbook/trade.md: a shift across and along, a skew about the middle of the leading edge.

const LAYOUTS = cases(500, 80)
const studio = demoStudio()
const pick = <T>(list: readonly T[], random: () => number): T => list[Math.floor(random() * list.length)] as T
const SHEETS = [
  { paperId: 'harbour-lustre', sheet: { width: mm(297), length: mm(420), name: 'A3' } },
  { paperId: 'saltmarsh-cotton', sheet: { width: mm(297), length: mm(420), name: 'A3' } },
  { paperId: 'pilot-rag', sheet: null },
] as const

function layoutOf(random: () => number): Brief {
  const { paperId, sheet } = pick(SHEETS, random)
  const shared = {
    gutter: Math.round(random() * mm(8)),
    border: Math.round(mm(5) + random() * mm(15)),
    bleed: Math.round(random() * mm(3)),
  }
  const kind = random()
  const arrangement: Arrangement =
    kind < 0.4
      ? {
          ...NEW_ARRANGEMENT.grid,
          ...shared,
          columns: 1 + Math.floor(random() * 4),
          rows: 1 + Math.floor(random() * 4),
          fill: random() < 0.5,
        }
      : kind < 0.7
        ? { ...NEW_ARRANGEMENT.sizes, ...shared, cuts: random() < 0.5 ? 'straight' : 'free' }
        : { ...NEW_ARRANGEMENT.contact, gutter: shared.gutter, columns: 2 + Math.floor(random() * 5) }
  const items = Array.from({ length: 1 + Math.floor(random() * 9) }, (_, i) => ({
    ...EMPTY_ITEM,
    id: String(i + 1),
    ...withPicture({
      ...NO_PICTURE,
      id: `p${i}`,
      name: `plate-${i}.jpg`,
      width: 1200 + Math.floor(random() * 3000),
      height: 1200 + Math.floor(random() * 3000),
    }),
    copies: 1 + Math.floor(random() * 3),
    size: { by: 'picture' as const, width: mm(30) + Math.round(random() * mm(120)), height: mm(30) + Math.round(random() * mm(120)) },
  }))
  return { ...briefOf({ paperId, sheet }), items, arrangement }
}

test('the simulated printers deliver what was drawn: every picture’s four edges lie within the path’s tolerance, over hundreds of layouts', () => {
  let pictures = 0
  let sheets = 0
  for (let seed = 0; seed < LAYOUTS; seed++) {
    const random = seeded(seed * 7919 + 3)
    const plate = resolve(layoutOf(random), studio)
    const { setup } = plate
    if (!setup) continue
    for (const form of plate.forms) {
      const plan = planForm(plate, form)
      if (!plan) continue
      const real = realSheet(setup.lot.id)
      if (!real) continue
      const told = { width: setup.page.width, length: setup.page.length }
      const upright =
        form.sheet.w <= form.sheet.h === real.width <= real.length || real.form === 'roll'
          ? real
          : { ...real, width: real.length, length: real.width }
      const { x, y, skew } = feed(setup.path, upright, told, random)
      const um = 25_400 / plan.ppi
      const { across, along, skewDegrees } = setup.path.tolerance
      const drift = Math.tan((skewDegrees * Math.PI) / 180)
      sheets++
      expect(plan.pictures.length).toBe(form.placements.length)
      for (const [i, { place }] of plan.pictures.entries()) {
        const drawn = form.placements[i]?.picture ?? form.sheet
        // Where the picture's corners come to lie on the delivered sheet: the page's pixels, shifted and turned as it was fed.
        const corner = (px: number, py: number) => {
          const [cx, cy] = [px * um - plan.bleed + x - form.sheet.w / 2, py * um - plan.bleed + y]
          const angle = (skew * Math.PI) / 180
          const [s, c] = [Math.sin(angle), Math.cos(angle)]
          return [cx * c - cy * s + form.sheet.w / 2, cx * s + cy * c] as const
        }
        const [left, top] = corner(place.left, place.top)
        const [right, bottom] = corner(place.left + place.width, place.top + place.height)
        // Half a millimetre for what a sheet of the lot may differ in size, and a pixel. Luck is normal with its third standard
        // deviation at the tolerance: over thousands of feeds a few come out a third beyond it.
        const slack = 500 + um
        pictures++
        for (const [is, was, off] of [
          [left, drawn.x, across + drift * form.sheet.h],
          [right, drawn.x + drawn.w, across + drift * form.sheet.h],
          [top, drawn.y, along + drift * form.sheet.w],
          [bottom, drawn.y + drawn.h, along + drift * form.sheet.w],
        ] as const)
          if (Math.abs(is - was) > (4 / 3) * off + slack)
            throw new Error(
              `layout ${seed}, picture ${i + 1}: ${Math.round(is)} µm instead of ${Math.round(was)}, allowed ${Math.round((4 / 3) * off + slack)}`,
            )
      }
    }
  }
  expect([sheets > 1.2 * LAYOUTS, pictures > 6 * LAYOUTS]).toEqual([true, true])
})
