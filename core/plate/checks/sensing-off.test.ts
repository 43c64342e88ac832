import { finding, plateOf, sheet } from '../../testing/fixtures.ts'
import type { Studio } from '../../things/studio/studio.ts'

const card = { paperId: 'beacon-gloss', sheet: sheet('na_index-4x6_4x6in') }
const switched =
  (sensing: 'on' | 'off' | null, senses = true) =>
  (studio: Studio) => {
    for (const p of studio.printers)
      for (const path of p.paths)
        if (path.id === 'dunlin-photo') {
          Object.assign(path, { sensing, senses: { ...path.senses, size: senses } })
          p.menus = [
            { place: 'driver', setting: 'sensing', where: 'a tab of the driver' },
            { place: 'panel', setting: 'gap', where: 'Head › Height' },
            { place: 'panel', setting: 'sensing', where: 'Paper › Look at size' },
            { place: 'driver', setting: 'page', where: 'the first tab of the driver' },
            { place: 'panel', setting: 'page', where: 'Paper › Size' },
          ] as typeof p.menus
        }
  }
const plate = (...of: Parameters<typeof switched>) =>
  plateOf({ brief: card, pins: { printer: 'dunlin', path: 'dunlin-photo' }, studio: switched(...of) })

test('a switch that is off is said before the sheet is fed, with where it is and the size to choose instead', () => {
  const found = finding(plate('off'), 'sensing-off')
  expect(found?.level).toBe('warn')
  expect(found?.says).toContain(
    'Switch it on at the panel (Paper › Look at size), or choose 4 × 6 in there by hand (Paper › Size); otherwise',
  )
})
test('on, not looked at, or a path that senses nothing says nothing', () => {
  for (const silent of [plate('on'), plate(null), plate('off', false)]) expect(finding(silent, 'sensing-off')).toBeUndefined()
})
