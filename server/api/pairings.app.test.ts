import { randomUUID } from 'node:crypto'
import type { Pairing } from '../../core/things/media/media.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { PaperEntry } from '../../core/wire/api/papers.ts'
import { call } from '../testing/client.ts'

const paper = async (): Promise<string> => {
  const of = { surface: 'art', weight: 300, thickness: 400, white: [96, 0, 2], twoSided: false, pricePerSquareMetre: 0, dryingMinutes: 45 }
  const { body } = await call<PaperEntry>('POST', '/papers', { ...of, name: `Paired ${randomUUID().slice(0, 8)}` })
  return body.paper.id
}
const known = async (paperId: string): Promise<Pairing[]> =>
  ((await call<Studio>('GET', '/studio')).body as Studio).pairings.filter((p) => p.paperId === paperId)

test('begun by hand, a pairing has what is decided, the rest as the paper says; nobody begins it twice', async () => {
  const paperId = await paper()
  const begin = (mediaTypeId: string) => call('POST', '/pairings', { printerId: 'gannet', paperId, mediaTypeId })
  const { mediaTypes } = (await call('GET', '/printers/gannet')).body.printer
  expect((await begin('none')).status).toBe(404)
  expect(await known(paperId)).toEqual([])
  const both = await Promise.all([begin(mediaTypes[0].id), begin(mediaTypes[1].id)])
  expect(both.map((a) => a.status).sort()).toEqual([201, 409])
  expect(await known(paperId)).toEqual([expect.objectContaining({ begun: 'hand', good: 0, bad: 0, dryingMinutes: 45, profileId: null })])
})
test('decided otherwise, what was printed as the entry of before stays that entry’s', async () => {
  const before = ((await call<Studio>('GET', '/studio')).body as Studio).pairings.find((p) => p.id === 'gannet-beacon-gloss')
  if (!before) throw new Error('no pairing')
  const { mediaTypes } = (await call('GET', '/printers/gannet')).body.printer
  const other = mediaTypes.find((m: { id: string }) => m.id !== before.mediaTypeId).id
  const change = (body: object) => call<Pairing>('PATCH', '/pairings/gannet-beacon-gloss', body)
  expect((await change({ mediaTypeId: 'none' })).status).toBe(404)
  const changed = (await change({ mediaTypeId: other, notes: ' dry it flat ' })).body
  expect(changed).toMatchObject({
    mediaTypeId: other,
    notes: 'dry it flat',
    good: before.good,
    bad: before.bad,
    dryingMinutes: before.dryingMinutes,
  })
  expect(changed.tallies[before.mediaTypeId]).toEqual({ good: before.good, bad: before.bad })
  expect(changed.tallies[other]).toBeUndefined()
  // And it can be decided back.
  expect((await change({ mediaTypeId: before.mediaTypeId, notes: '' })).body.mediaTypeId).toBe(before.mediaTypeId)
})
test('a profile that is bound begins the pairing with its entry; one that is known keeps what it has', async () => {
  const paperId = await paper()
  const profile = ((await call<Studio>('GET', '/studio')).body as Studio).profiles.find((p) => p.id === 'gannet-quay-matte')
  if (!profile?.boundTo) throw new Error('no profile')
  const bind = (boundTo: object) => call('PUT', '/profiles/gannet-quay-matte/binding', { boundTo })
  expect((await bind({ ...profile.boundTo, paperId })).status).toBe(200)
  const begun = { begun: 'profile', mediaTypeId: profile.boundTo.mediaTypeId, profileId: 'gannet-quay-matte' }
  expect(await known(paperId)).toEqual([expect.objectContaining(begun)])
  expect((await bind(profile.boundTo)).status).toBe(200)
  expect((await known('quay-matte')).find((p) => p.printerId === 'gannet')).toMatchObject({ profileId: profile.id })
})
test('a profile of another paper is borrowed by a press, from this printer only, and given back; prints leave it alone', async () => {
  const paperId = await paper()
  const { profiles } = (await call<Studio>('GET', '/studio')).body as Studio
  const lent = profiles.find((p) => p.boundTo?.printerId === 'gannet')
  // Tern has other inks than Gannet.
  const foreign = profiles.find((p) => p.boundTo?.printerId === 'tern')
  if (!lent || !foreign) throw new Error('no profiles')
  const { mediaTypes } = (await call('GET', '/printers/gannet')).body.printer
  const { body: made } = await call<Pairing>('POST', '/pairings', { printerId: 'gannet', paperId, mediaTypeId: mediaTypes[0].id })
  const borrow = (borrows: string | null) => call<Pairing>('PATCH', `/pairings/${made.id}`, { borrows })
  expect((await borrow(foreign.id)).body).toMatchObject({ code: 'not-made-here', field: 'borrows', value: foreign.id })
  expect((await borrow('none')).status).toBe(404)
  expect((await known(paperId))[0]?.borrows ?? null).toBeNull()
  expect((await borrow(lent.id)).body.borrows).toBe(lent.id)
  expect((await known(paperId))[0]?.borrows).toBe(lent.id)
  expect((await borrow(null)).body.borrows).toBeNull()
})
