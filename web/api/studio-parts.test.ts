import { DEFAULT_RULES } from '../../core/things/studio/house-rules.ts'
import type { Studio, StudioParts } from '../../core/things/studio/studio.ts'
import { wholeStudio } from './studio-parts.ts'

const studio: Studio = {
  printers: [],
  papers: [],
  lots: [],
  profiles: [],
  pairings: [],
  loaded: [],
  calibrations: [],
  experience: [],
  rules: DEFAULT_RULES,
}
const at = (versions: Partial<StudioParts['versions']>): StudioParts['versions'] => ({
  ...(Object.fromEntries(Object.keys(studio).map((part) => [part, '1'])) as StudioParts['versions']),
  ...versions,
})

test('only what has changed is asked for; the rest stays the very same', async () => {
  const asked: string[] = []
  const answers: StudioParts[] = [
    { versions: at({}), parts: studio, changed: {} },
    { versions: at({}), parts: {}, changed: {} },
    { versions: at({ loaded: '2' }), parts: { loaded: [{ printerId: 'a', pathId: 'b', lotId: null, remaining: 0 }] }, changed: {} },
  ]
  const ask = async (_: string, { have }: { have: string }) => {
    asked.push(have)
    return answers.shift() as StudioParts
  }
  const first = await wholeStudio(ask)
  expect(first).toEqual(studio)
  expect(await wholeStudio(ask)).toBe(first)
  const third = await wholeStudio(ask)
  expect(third.loaded).toHaveLength(1)
  for (const part of ['printers', 'papers', 'lots', 'rules'] as const) expect(third[part]).toBe(first[part])
  expect(asked[0]).toBe('')
  expect(asked[1]?.split(',')).toContain('loaded:1')
  expect(asked[2]).toBe(asked[1])
  // What is said to be had is what the last answer brought.
  answers.push({ versions: at({ loaded: '2' }), parts: {}, changed: {} })
  await wholeStudio(ask)
  expect(asked[3]?.split(',')).toContain('loaded:2')
})

test('of a long list only what has changed in it comes; the rest of it stays the very same', async () => {
  const lots = ['a', 'b', 'c'].map((id) => ({ ...({} as Studio['lots'][number]), id }))
  const b = { ...({} as Studio['lots'][number]), id: 'b', stock: 3 }
  const answers: StudioParts[] = [
    { versions: at({ lots: '7' }), parts: { ...studio, lots }, changed: {} },
    { versions: at({ lots: '8' }), parts: {}, changed: { lots: { put: [b], gone: ['c'] } } },
    { versions: at({ lots: '9' }), parts: {}, changed: { lots: { put: [], gone: [] } } },
  ]
  const ask = async () => answers.shift() as StudioParts
  const first = await wholeStudio(ask)
  const second = await wholeStudio(ask)
  expect(second.lots).toEqual([lots[0], b])
  expect(second.lots[0]).toBe(first.lots[0])
  expect(second.papers).toBe(first.papers)
  expect((await wholeStudio(ask)).lots).toEqual(second.lots)
})
