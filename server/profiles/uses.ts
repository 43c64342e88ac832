import type { ProfileUses } from '../../core/wire/api/dto.ts'
import type { Act } from '../store/store.ts'

/** What refers to a profile, to be looked at before it is removed. */
export async function usesOf(
  store: Pick<Act, 'pairings' | 'printers' | 'papers' | 'jobs' | 'setups' | 'profiles' | 'runs'>,
  id: string,
): Promise<ProfileUses> {
  const [pairings, printers, papers, jobs, setups, checks, moving] = await Promise.all([
    store.pairings.list(),
    store.printers.list(),
    store.papers.entries(),
    store.jobs.pinning(id),
    store.setups.list(),
    store.profiles.countChecks(id),
    store.runs.atWork(),
  ])
  const nameOf = (list: readonly { id: string; name: string }[], of: string) => list.find((one) => one.id === of)?.name ?? of
  const kinds = papers.map(({ paper }) => paper)
  return {
    pairings: pairings
      .filter((p) => p.profileId === id || p.borrows === id)
      .map((p) => ({ id: p.id, printer: nameOf(printers, p.printerId), paper: nameOf(kinds, p.paperId), borrowed: p.borrows === id })),
    jobs,
    setups: setups.filter(({ plate }) => plate.setup?.profile?.id === id).map(({ id: setup, name }) => ({ id: setup, name })),
    checks,
    underWay: moving.filter(({ plate }) => plate.setup?.profile?.id === id).length,
  }
}
