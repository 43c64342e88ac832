import { finding, plateOf, sheet } from '../../testing/fixtures.ts'

const brief = { paperId: 'lamproom-baryta', sheet: sheet('iso_a3_297x420mm') }

test('thin stock on the board path is stopped', () => {
  const found = finding(plateOf({ brief, pins: { path: 'gannet-board' } }), 'sheet-too-thin')
  expect(found?.numbers).toEqual({ value: 360, limit: 700 })
})

test('left alone it goes elsewhere', () => expect(finding(plateOf({ brief }), 'sheet-too-thin')).toBeUndefined())
