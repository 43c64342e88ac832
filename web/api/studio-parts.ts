import { withChange } from '../../core/things/studio/list-change.ts'
import type { Studio, StudioParts } from '../../core/things/studio/studio.ts'

type Ask = (call: 'GET /studio/parts', asked: { have: string }) => Promise<StudioParts>

let known: { versions: StudioParts['versions']; studio: Studio } | null = null

/**
 * The studio, of which only what has changed since is asked for. What has not is the very same as before, so that nothing
 * that follows from it is worked out again.
 */
export async function wholeStudio(ask: Ask): Promise<Studio> {
  const before = known
  const have = before ? Object.entries(before.versions).map(([part, version]) => `${part}:${version}`) : []
  const { versions, parts, changed } = await ask('GET /studio/parts', { have: have.join(',') })
  const { lots, pairings } = changed
  if (before && Object.keys(parts).length === 0 && !lots && !pairings) return before.studio
  const studio = {
    ...before?.studio,
    ...parts,
    ...(before && lots ? { lots: withChange(before.studio.lots, lots) } : {}),
    ...(before && pairings ? { pairings: withChange(before.studio.pairings, pairings) } : {}),
  } as Studio
  // Asked for twice at once, the later answer may be the older one; whatever is missing of it is asked for the next time.
  known = { versions, studio }
  return studio
}
