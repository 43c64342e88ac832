import { studioOf } from '../../testing/fixtures.ts'
import { type Things, takingOf, thingsOf } from './take-over.ts'

const here = (): Things => studioOf()
const nothing: Things = { printers: [], papers: [], lots: [], profiles: [], pairings: [] }
const NONE = { printer: [], paper: [], profile: [], lot: [], pairing: [] }
const standing = (from: Things, into: Things) =>
  Object.fromEntries(thingsOf(from, into).map((t) => [`${t.kind}:${t.id}`, `${t.standing}${t.fields.length > 0 ? ` ${t.fields}` : ''}`]))

test('of a studio like this one everything is the same; beside an empty one everything is new and needs what it refers to', () => {
  const same = thingsOf(here(), here())
  expect(same.length).toBeGreaterThan(30)
  expect([...new Set(same.map((t) => t.standing))]).toEqual(['same'])
  const all = thingsOf(here(), nothing)
  expect([...new Set(all.map((t) => t.standing))]).toEqual(['new'])
  expect(all.find((t) => t.id === 'lustre-a3')?.needs).toEqual(['paper:harbour-lustre'])
  expect(all.find((t) => t.kind === 'pairing' && t.id === 'heron-harbour-lustre')?.needs).toEqual(['printer:heron', 'paper:harbour-lustre'])
})

test('doubles are known by their content, whatever their ids are', () => {
  const from = here()
  const renamed = (id: string) => `their-${id}`
  from.papers = from.papers.map((p) => ({ ...p, id: renamed(p.id) }))
  from.printers = from.printers.map((p) => ({
    ...p,
    id: renamed(p.id),
    paths: p.paths.map((path) => ({ ...path, id: renamed(path.id) })),
  }))
  from.lots = from.lots.map((l) => ({ ...l, id: renamed(l.id), paperId: renamed(l.paperId) }))
  from.profiles = from.profiles.map((p) => ({
    ...p,
    id: renamed(p.id),
    boundTo: p.boundTo && { ...p.boundTo, printerId: renamed(p.boundTo.printerId), paperId: renamed(p.boundTo.paperId) },
  }))
  from.pairings = from.pairings.map((p) => ({
    ...p,
    id: renamed(p.id),
    printerId: renamed(p.printerId),
    paperId: renamed(p.paperId),
    profileId: p.profileId && renamed(p.profileId),
    pathId: p.pathId && renamed(p.pathId),
  }))
  expect([...new Set(thingsOf(from, here()).map((t) => t.standing))]).toEqual(['same'])
})

test('what differs is named; how a machine is right now, and where it listens, is not what it is', () => {
  const from = here()
  const [heron] = from.printers.filter((p) => p.id === 'heron')
  if (!heron) throw new Error('no heron')
  heron.address = 'ipp://elsewhere/ipp'
  for (const ink of heron.inks) ink.millilitres /= 2
  expect(standing(from, here())['printer:heron']).toBe('same')
  heron.normalGapUpTo += 50
  from.papers = from.papers.map((p) => (p.id === 'harbour-lustre' ? { ...p, weight: p.weight + 5, notes: 'heavier' } : p))
  from.lots = from.lots.map((l) => (l.id === 'lustre-a3' ? { ...l, stock: l.stock + 1 } : l))
  from.profiles = from.profiles.map((p, i) => (i === 0 && p.boundTo ? { ...p, boundTo: { ...p.boundTo, dpi: p.boundTo.dpi + 1 } } : p))
  from.pairings = from.pairings.map((p) => (p.id === 'heron-harbour-lustre' ? { ...p, dryingMinutes: p.dryingMinutes + 7 } : p))
  const found = standing(from, here())
  expect(found).toMatchObject({
    'printer:heron': 'differs normalGapUpTo',
    'paper:harbour-lustre': 'differs weight,notes',
    'lot:lustre-a3': 'differs stock',
    [`profile:${from.profiles[0]?.id}`]: 'differs made for',
    'pairing:heron-harbour-lustre': 'differs dryingMinutes',
  })
  expect(Object.values(found).filter((s) => s.startsWith('differs'))).toHaveLength(5)
})

test('a paper of the same name or code is the same paper; another number on the box is another box', () => {
  const from = here()
  const into = here()
  from.papers = from.papers.slice(0, 1).map((p) => ({ ...p, id: 'x', name: ` ${p.name.toUpperCase()} ` }))
  from.lots = []
  from.profiles = []
  from.pairings = []
  from.printers = []
  expect(thingsOf(from, into)[0]).toMatchObject({ standing: 'differs', fields: ['name'], there: into.papers[0]?.id })
  from.papers = from.papers.map((p) => ({ ...p, name: 'Another name', code: 'C-7' }))
  expect(thingsOf(from, into)[0]?.standing).toBe('new')
  into.papers = into.papers.map((p, i) => (i === 0 ? { ...p, code: 'C-7' } : p))
  expect(thingsOf(from, into)[0]?.there).toBe(into.papers[0]?.id)
  const boxes = here()
  boxes.lots = boxes.lots.map((l) => (l.id === 'lustre-a3' ? { ...l, number: 'B-2' } : l))
  expect(standing(boxes, here())['lot:lustre-a3']).toBe('new')
})

test('taken, a thing brings along what it refers to, in ids of this studio; what is the same is left alone', () => {
  const from = here()
  const all = takingOf(from, nothing, new Set(['lot:lustre-a3']), NONE)
  expect([all.papers.map((p) => p.record.id), all.lots.map((l) => l.record.id), all.printers, all.pairings]).toEqual([
    ['harbour-lustre'],
    ['lustre-a3'],
    [],
    [],
  ])
  // An id that something else has here is not taken over.
  const taken = { ...NONE, paper: ['harbour-lustre', 'harbour-lustre-2'], lot: ['lustre-a3'] }
  const beside = takingOf(from, nothing, new Set(['lot:lustre-a3']), taken)
  expect(beside.papers[0]?.record.id).toBe('harbour-lustre-3')
  expect(beside.lots[0]?.record).toMatchObject({ id: 'lustre-a3-2', paperId: 'harbour-lustre-3' })
  expect(takingOf(from, here(), new Set(thingsOf(from, here()).map((t) => `${t.kind}:${t.id}`)), NONE)).toEqual({
    printers: [],
    papers: [],
    profiles: [],
    lots: [],
    pairings: [],
  })
})

test('a pairing comes with its printer and paper; a profile it used that is not taken is none of its own', () => {
  const from = here()
  const pairing = from.pairings.find((p) => p.id === 'heron-harbour-lustre')
  const profileId = from.profiles.find((p) => p.boundTo?.printerId === 'heron' && p.boundTo.paperId === 'harbour-lustre')?.id ?? null
  if (!pairing || profileId === null) throw new Error('the studio is not what it was')
  pairing.profileId = profileId
  const alone = takingOf(from, nothing, new Set([`pairing:${pairing.id}`]), NONE)
  expect([alone.printers.length, alone.papers.length, alone.pairings[0]?.record.profileId]).toEqual([1, 1, null])
  const both = takingOf(from, nothing, new Set([`pairing:${pairing.id}`, `profile:${profileId}`]), NONE)
  expect(both.pairings[0]?.record.profileId).toBe(profileId)
  expect(both.profiles[0]?.record.boundTo).toMatchObject({ printerId: 'heron', paperId: 'harbour-lustre' })
})

test('instead of what is here it keeps its id, and a printer its address', () => {
  const from = here()
  const heron = from.printers.find((p) => p.id === 'heron')
  if (!heron) throw new Error('no heron')
  heron.id = 'their-heron'
  heron.address = 'ipp://elsewhere/ipp'
  heron.feedPpi += 60
  const [only] = takingOf(from, here(), new Set(['printer:their-heron']), NONE).printers
  expect(only).toMatchObject({ instead: 'heron', record: { id: 'heron', feedPpi: heron.feedPpi } })
  expect(only?.record.address).toBe(here().printers.find((p) => p.id === 'heron')?.address)
})

test('paths of a printer that is here keep their ids, and those of a new one get free ones; a pairing follows its path', () => {
  const from = here()
  const heron = from.printers.find((p) => p.id === 'heron')
  const pairing = from.pairings.find((p) => p.id === 'heron-harbour-lustre')
  if (!heron || !pairing) throw new Error('the studio is not what it was')
  heron.paths = heron.paths.map((path) => ({ ...path, id: `their-${path.id}` }))
  heron.feedPpi += 60
  pairing.pathId = 'their-heron-cassette'
  const over = takingOf(from, here(), new Set(['printer:heron']), NONE)
  expect(over.printers[0]?.record.paths.map((p) => p.id)).toEqual(
    here()
      .printers.find((p) => p.id === 'heron')
      ?.paths.map((p) => p.id),
  )
  // Another machine of another name: its record is new here, and none of its paths is one of Heron's.
  const other = here()
  other.printers = other.printers.filter((p) => p.id === 'heron').map((p) => ({ ...p, id: 'heron', name: 'Second Heron', feedPpi: 720 }))
  const second = other.pairings.find((p) => p.id === 'heron-harbour-lustre')
  if (!second) throw new Error('no pairing')
  second.pathId = 'heron-cassette'
  const beside = takingOf(other, here(), new Set(['pairing:heron-harbour-lustre']), { ...NONE, printer: ['heron'] })
  const [made] = beside.printers
  expect(made).toMatchObject({ instead: null, record: { id: 'heron-2', name: 'Second Heron' } })
  const taken = new Set(here().printers.flatMap((p) => p.paths.map((path) => path.id)))
  expect(made?.record.paths.some((path) => taken.has(path.id))).toBe(false)
  expect(beside.pairings[0]?.record).toMatchObject({ id: 'heron-2-harbour-lustre', pathId: 'heron-cassette-2' })
})

test('ten thousand boxes are compared in about as many steps, not in their square', () => {
  const from = here()
  const [box] = from.lots
  if (!box) throw new Error('no box')
  let asked = 0
  // Every look at a box counts: two lists of n boxes must be looked at some n times, not n times n.
  const counted = (n: number) => {
    const lots = Array.from(
      { length: n },
      (_, i) =>
        new Proxy(
          { ...box, id: `b${i}`, number: `N${i}` },
          {
            get: (of, key) => {
              if (key === 'number') asked++
              return Reflect.get(of, key)
            },
          },
        ),
    )
    asked = 0
    thingsOf({ ...from, lots }, { ...here(), lots })
    return asked
  }
  const [few, many] = [counted(200), counted(2000)]
  expect(many / few).toBeLessThan(15)
})
