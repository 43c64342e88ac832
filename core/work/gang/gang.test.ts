import type { Plate } from '../../plate/resolve/plate.ts'
import { resolve } from '../../plate/resolve/resolve.ts'
import { brief, picture, studioOf } from '../../testing/fixtures.ts'
import { membersOf } from '../../things/brief/brief.ts'
import type { BriefParts } from '../../things/brief/brief-of.ts'
import { mm } from '../../things/length/length.ts'
import { gangOf, type Member, piecesOf, shareOf, unganged, unlike, withPiecesOf } from './gang.ts'

const ROLL = { printer: 'heron', path: 'heron-roll' }
const member = (id: number, change: BriefParts, pins: Plate['pins'] = ROLL): Member => ({
  id,
  title: `Job ${id}`,
  plate: resolve(brief({ paperId: 'pilot-rag', sheet: null, ...change }), studioOf(), pins),
})
const of = (width: number, change: BriefParts = {}): BriefParts => ({ size: { by: 'picture', width: mm(width), height: null }, ...change })

test('the piece of a print cut from a roll is its picture; of one on a sheet that was asked for, the sheet with its borders', () => {
  expect(piecesOf(member(4, of(240)))).toMatchObject([
    { size: { width: mm(240), height: mm(160) }, white: null, piece: { job: 4, item: '1', dueAt: null } },
  ])
  const trimmed = piecesOf(member(5, of(240, { finished: { width: mm(300), length: mm(220) } })))
  // 300 × 220 lies on the roll with its shorter side across or along: the picture’s own sides have 30 mm, head and foot 30.
  expect(trimmed[0]?.white).toEqual({ head: mm(30), foot: mm(30), left: mm(30), right: mm(30) })
})

test('a picture that lies sideways on its roll is as wide as it is, not as the roll has it', () => {
  for (const orientation of ['0', '90', '180', '270'])
    expect([orientation, piecesOf(member(4, of(240), { ...ROLL, orientation }))[0]?.size]).toEqual([
      orientation,
      { by: 'picture', width: mm(240), height: mm(160) },
    ])
})

test('borders that differ stay with their edges of the picture, however it lies', () => {
  const [piece] = piecesOf(
    member(6, { size: { by: 'border', border: mm(20), foot: 2, exact: true }, sheet: { width: mm(300), length: mm(400), name: null } }),
  )
  expect(piece?.white).toEqual({ head: mm(20), left: mm(20), right: mm(20), foot: mm(40) })
})

test('a gang holds every copy of every piece, set up as the first is, due with the earliest', () => {
  const members = [
    member(7, of(240, { copies: 2, dueAt: '2026-11-30T12:00:00.000Z' })),
    member(9, of(180, { dueAt: '2026-11-29T09:00:00.000Z' })),
  ] as const
  const gang = gangOf([...members])
  expect([gang.title, gang.brief.dueAt, gang.brief.items.map(({ id, copies }) => [id, copies])]).toEqual([
    'Gang of 7, 9',
    '2026-11-29T09:00:00.000Z',
    [
      ['1', 2],
      ['2', 1],
    ],
  ])
  expect(gang.pins).toMatchObject({ printer: 'heron', path: 'heron-roll', 'media-type': members[0].plate.setup?.mediaType.id })
  const plate = resolve(gang.brief, studioOf(), gang.pins)
  expect(plate.forms[0]?.placements.map(({ item }) => item).sort()).toEqual(['1', '1', '2'])
  expect(membersOf(gang.brief)).toEqual([7, 9])
})

test('shares of a gang add up to it, by area, ink by what each job’s pictures take; each piece is a sheet of its own with the picture where it lies in it', () => {
  const gang = gangOf([member(7, of(240, { copies: 2 })), member(9, of(180, { finished: { width: mm(200), length: mm(150) } }))])
  const plate = resolve(gang.brief, studioOf(), gang.pins)
  const [a, b] = [shareOf(plate, 7), shareOf(plate, 9)]
  for (const key of ['inkMillilitres', 'paperPrice', 'rollLength', 'printingSeconds'] as const)
    expect((a.estimates?.[key] ?? 0) + (b.estimates?.[key] ?? 0)).toBeCloseTo(plate.estimates?.[key] ?? 0, 6)
  // 2 × 240 × 160 against 200 × 150.
  const share = (2 * 240 * 160) / (2 * 240 * 160 + 200 * 150)
  for (const key of ['loadingMinutes', 'handsMinutes', 'printingSeconds'] as const)
    expect(a.estimates?.[key]).toBeCloseTo(share * (plate.estimates?.[key] ?? Number.NaN), 2)
  // Pictures of one kind: twice 240 × 160 against 180 × 120, and nothing for the white around that.
  const ink = (2 * 240 * 160) / (2 * 240 * 160 + 180 * 120)
  for (const [id, ml] of Object.entries(plate.estimates?.inks ?? {})) {
    expect(a.estimates?.inks[id]).toBeCloseTo(ink * ml, 3)
    expect(b.estimates?.inks[id]).toBeCloseTo((1 - ink) * ml, 3)
  }
  expect(plate.estimates?.inkMillilitres).toBeGreaterThan(0.5)
  expect((a.estimates?.paperPrice ?? 0) / (b.estimates?.paperPrice ?? 1)).toBeCloseTo((2 * 240 * 160) / (200 * 150), 2)
  expect([a.estimates?.sheets, b.estimates?.sheets, a.forms.length]).toEqual([2, 1, 1])
  expect([a, b].map(({ forms }) => forms.map(({ id }) => id))).toEqual([['front'], ['front']])
  const [form] = b.forms
  expect([form?.sheet.w, form?.sheet.h].sort()).toEqual([mm(150), mm(200)].sort())
  const { borders } = form?.placements[0] ?? { borders: { left: 0, right: 1, leading: 0, trailing: 1 } }
  expect([borders.left - borders.right, borders.leading - borders.trailing].map(Math.round)).toEqual([0, 0])
})

test('only plain prints of one printer, paper and media type go together, and it is said what is in the way', () => {
  expect(unganged(member(1, of(200)))).toBeNull()
  expect(unganged(member(1, { ...of(200), picture: null }))).toMatch(/no picture yet/)
  const plain = member(1, of(200))
  const [item] = plain.plate.brief.items
  const words = { text: 'Harbour, at noon', points: 12, at: 'foot', align: 'left' } as const
  const beside = item ? [item, { ...item, id: '2', content: { as: 'words' as const, words } }] : []
  expect(unganged({ plate: { ...plain.plate, brief: { ...plain.plate.brief, items: beside } } })).toMatch(/^Words lie on it/)
  expect(unganged(member(1, { ...of(200), test: { kind: 'target' } }))).toMatch(/test sheet/)
  expect(unganged(member(1, { finish: 'borderless', paperId: 'beacon-gloss', size: { by: 'sheet', fill: true } }, {}))).toMatch(
    /runs off its sheet/,
  )
  const [rag, other] = [member(1, of(200)).plate.setup, member(2, { ...of(200), paperId: 'harbour-lustre' }, {}).plate.setup]
  if (!rag || !other) throw new Error('no set-up')
  expect(unlike(rag, rag)).toBeNull()
  expect(unlike(rag, { ...rag, paper: other.paper })).toBe(`another paper: ${other.paper.name}`)
  expect(unlike(rag, { ...rag, printer: { ...rag.printer, id: 'x' }, paper: other.paper })).toMatch(/^another printer/)
  expect(unlike(rag, { ...rag, mediaType: { ...rag.mediaType, id: 'x', panelName: 'Thin' } })).toBe('another media type: Thin')
})

test('what a job changes comes into its gang in its old place, and what leaves closes up', () => {
  const gang = gangOf([member(7, of(240)), member(8, of(100)), member(9, of(180))])
  const changed = withPiecesOf(gang.brief, 8, piecesOf(member(8, of(120, { copies: 4 }))))
  expect(changed.items.map(({ id, copies, piece }) => [id, copies, piece?.job])).toEqual([
    ['1', 1, 7],
    ['2', 4, 8],
    ['3', 1, 9],
  ])
  expect(withPiecesOf(changed, 8, []).items.map(({ piece }) => piece?.job)).toEqual([7, 9])
})

test('who has a pale picture printed with a dark one pays for little ink', () => {
  const gang = gangOf([
    member(7, of(240, { picture: picture({ inked: [0.02, 0.02, 0.02] }) })),
    member(9, of(240, { picture: picture({ inked: [0.8, 0.8, 0.8] }) })),
  ])
  const studio = studioOf()
  for (const { inks } of studio.printers) for (const ink of inks) ink.priceCents = 4000
  const plate = resolve(gang.brief, studio, gang.pins)
  const [pale, dark] = [shareOf(plate, 7).estimates, shareOf(plate, 9).estimates]
  expect(pale?.paperPrice).toBeCloseTo(dark?.paperPrice ?? Number.NaN, 6)
  expect((dark?.inkMillilitres ?? 0) / (pale?.inkMillilitres ?? 1)).toBeGreaterThan(30)
  expect((dark?.inkPrice ?? 0) / (pale?.inkPrice ?? 1)).toBeGreaterThan(30)
  expect((dark?.inkPrice ?? 0) + (pale?.inkPrice ?? 0)).toBeCloseTo(plate.estimates?.inkPrice ?? Number.NaN, 6)
})
