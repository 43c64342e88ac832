import type { Pairing } from '../../core/things/media/media.ts'
import type { Job, ProfileEntry, ProfileUses } from '../../core/wire/api/dto.ts'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import type { StudioEntry } from '../../core/wire/api/studios.ts'
import { BASE, call } from '../testing/client.ts'

/** A copy of the demo, in which things may be removed. */
let studio = ''
beforeAll(async () => {
  studio = (
    (await call<StudioEntry>('POST', '/studios/lantern-wharf/copies', { name: 'Fewer profiles', what: 'everything' })).body as StudioEntry
  ).studio
})
afterAll(() => call('DELETE', `/studios/${studio}`, { name: 'Fewer profiles' }))
async function ask<T>(method: string, path: string, body?: object) {
  const answer = await fetch(`${BASE}/api/studios/${studio}${path}`, {
    method,
    headers: { ...OWN_HEADER, ...(body ? { 'content-type': 'application/json' } : {}) },
    ...(body ? { body: JSON.stringify(body) } : {}),
  })
  return { status: answer.status, body: (await answer.json()) as T }
}

test('what refers to a profile is listed before it goes; then nothing does, and what was printed with it keeps it', async () => {
  const profiles = (await ask<{ profiles: ProfileEntry[] }>('GET', '/profiles')).body.profiles
  const pairings = async () => (await ask<{ pairings: Pairing[] }>('GET', '/studio')).body.pairings
  const run = (await ask<{ runs: { id: number }[] }>('GET', '/runs')).body.runs
  const printed = await Promise.all(
    run.map(
      async ({ id }) => (await ask<{ id: number; plate: { setup: { profile: { id: string } | null } | null } }>('GET', `/runs/${id}`)).body,
    ),
  )
  // One that something was printed with, and that a pairing names.
  const named = new Set((await pairings()).map((p) => p.profileId))
  const chosen = printed.find(({ plate }) => named.has(plate.setup?.profile?.id ?? ''))
  const id = chosen?.plate.setup?.profile?.id ?? ''
  expect(profiles.map((p) => p.id)).toContain(id)
  const made = (await ask<Job>('POST', '/jobs', { title: 'With this profile', pictureId: null })).body
  await ask('PATCH', `/jobs/${made.id}`, { version: made.version, pins: { profile: id } })
  const over = (await ask<Job>('POST', '/jobs', { title: 'Put aside', pictureId: null })).body
  await ask('PATCH', `/jobs/${over.id}`, { version: over.version, pins: { profile: id }, archived: true })

  const uses = (await ask<ProfileUses>('GET', `/profiles/${id}/uses`)).body
  // Others of the copied studio may have chosen it too; of those put aside nothing is said.
  expect(uses.jobs).toContainEqual({ id: made.id, title: 'With this profile' })
  expect(uses.jobs.map((one) => one.id)).not.toContain(over.id)
  expect(uses.pairings.map((p) => p.id).sort()).toEqual(
    (await pairings())
      .filter((p) => p.profileId === id)
      .map((p) => p.id)
      .sort(),
  )
  expect(uses.pairings.length).toBeGreaterThan(0)
  expect(uses.underWay).toBe(0)

  expect(await ask('DELETE', `/profiles/${id}`)).toEqual({ status: 200, body: uses })
  expect((await ask<{ profiles: ProfileEntry[] }>('GET', '/profiles')).body.profiles.map((p) => p.id)).toEqual(
    profiles.map((p) => p.id).filter((one) => one !== id),
  )
  expect((await pairings()).some((p) => p.profileId === id || p.borrows === id)).toBe(false)
  expect((await ask<Job>('GET', `/jobs/${made.id}`)).body.pins).toEqual({ profile: id })
  const still = (await ask<{ plate: { setup: { profile: { id: string } | null } } }>('GET', `/runs/${chosen?.id}`)).body
  expect(still.plate.setup.profile?.id).toBe(id)
  expect((await ask('DELETE', `/profiles/${id}`)).status).toBe(404)
  expect((await ask('GET', `/profiles/${id}/uses`)).status).toBe(404)
})
