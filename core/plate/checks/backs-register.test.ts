import { finding, sheet, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import { NEW_MAKE, type TwoSided } from '../../things/brief/make.ts'
import { mm } from '../../things/length/length.ts'
import { resolve } from '../resolve/resolve.ts'

const of = (bleed: number, over: TwoSided['over'] = 'work-and-turn') => {
  const plate = resolve(
    several(
      [{}, {}],
      { ...NEW_ARRANGEMENT.grid, columns: 1, rows: 2, bleed },
      {
        paperId: 'keepsake-card',
        sheet: sheet('iso_a4_210x297mm'),
        make: { ...NEW_MAKE['two-sided'], backPicture: 'same', over },
      },
    ),
    studioOf(),
  )
  return { found: finding(plate, 'backs-register'), plate }
}

test.each(['work-and-turn', 'work-and-tumble'] as const)(
  'two passes may each err as the path states and as far as it may skew, and sheets differ; a bleed of just that covers it: %s',
  (over) => {
    const { found, plate } = of(0, over)
    const { tolerance } = plate.setup?.path ?? { tolerance: { across: 0, along: 0, skewDegrees: 0 } }
    const drift = (plate.forms[0]?.sheet.h ?? 0) * Math.tan((tolerance.skewDegrees * Math.PI) / 180)
    const { registration } = plate.setup?.path ?? {}
    const spread = plate.setup?.lot.spread ?? Number.NaN
    expect(spread).toBeGreaterThan(0)
    const across = 2 * (tolerance.across + drift)
    const off =
      over === 'work-and-turn'
        ? Math.max(across + (registration === 'centre' ? spread / 2 : spread), 2 * tolerance.along)
        : Math.max(across, 2 * tolerance.along + spread)
    expect([found?.level, found?.numbers.off]).toEqual(['warn', Math.round(off)])
    expect([of(Math.ceil(off) - 1, over).found?.level, of(Math.ceil(off), over).found?.level]).toEqual(['warn', 'note'])
    const bleed = Math.ceil(off / 500) * 500
    expect(found?.fix?.brief?.arrangement).toMatchObject({ bleed })
    expect(found?.says).toContain(`A bleed of ${(bleed / 1000).toFixed(1)} mm would hide it`)
    expect(of(bleed, over).found?.says).toContain('The bleed covers that.')
  },
)

test('the back of every card lies behind its front once the sheet is turned over, and no single side says anything of it', () => {
  const { plate } = of(mm(2))
  const [front, back] = plate.forms
  expect([front?.side, back?.side, back?.count]).toEqual(['front', 'back', front?.count])
  for (const [i, f] of (front?.placements ?? []).entries()) {
    const b = back?.placements[i]
    expect([b?.item, b?.face.y, b?.face.w, b?.face.h]).toEqual([f.item, f.face.y, f.face.w, f.face.h])
    expect((b?.face.x ?? 0) + f.face.x + f.face.w).toBeCloseTo(front?.sheet.w ?? 0, 6)
  }
  expect(finding(resolve(several([{}, {}]), studioOf()), 'backs-register')).toBeUndefined()
})

test('turned end over end the back lies behind its front too: what lay near the leading edge lies near the trailing one, on its head', () => {
  const [sideways, tumbled] = [of(mm(2)).plate, of(mm(2), 'work-and-tumble').plate]
  const [front, back] = tumbled.forms
  const { h } = front?.sheet ?? { h: 0 }
  expect(front).toEqual(sideways.forms[0])
  for (const [i, f] of (front?.placements ?? []).entries()) {
    const b = back?.placements[i]
    expect([b?.item, b?.face.x, b?.face.w, b?.face.h]).toEqual([f.item, f.face.x, f.face.w, f.face.h])
    expect((b?.face.y ?? 0) + f.face.y + f.face.h).toBeCloseTo(h, 6)
    expect(b?.turn).toBe(((sideways.forms[1]?.placements[i]?.turn ?? 0) + 180) % 360)
  }
})
