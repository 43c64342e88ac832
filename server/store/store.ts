import type { Sequelize } from 'sequelize'
import { calibrate } from '../../core/things/calibration/offset.ts'
import type { Lot, Pairing } from '../../core/things/media/media.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import type { JobHead } from '../../core/wire/api/dto.ts'
import { TABLES, type TableName } from '../db/tables.ts'
import { experience } from './experience.ts'
import { jobs } from './jobs.ts'
import { layouts } from './layouts.ts'
import { lots } from './lots.ts'
import { offsets } from './offsets.ts'
import { nameless } from './one-request.ts'
import { orders } from './orders.ts'
import { pairings } from './pairings.ts'
import { papers } from './papers.ts'
import { pictures } from './pictures.ts'
import { printers } from './printers.ts'
import { profiles } from './profiles.ts'
import { readings } from './readings.ts'
import { requests } from './requests.ts'
import { rules } from './rules.ts'
import { runs } from './runs.ts'
import { samplePacks } from './sample-packs.ts'
import { setups } from './setups.ts'
import { type Before, keptOf } from './snapshots.ts'
import { acted, type Scope, table, transacted } from './table.ts'
import { ticks } from './ticks.ts'

function scoped(scope: Scope) {
  const known = pictures(scope)
  const of = {
    experience: experience(scope),
    jobs: jobs(scope, known),
    layouts: layouts(scope),
    lots: lots(scope),
    offsets: offsets(scope),
    orders: orders(scope),
    pairings: pairings(scope),
    papers: papers(scope),
    pictures: known,
    printers: printers(scope),
    profiles: profiles(scope),
    readings: readings(scope),
    requests: requests(scope),
    rules: rules(scope),
    runs: runs(scope),
    samplePacks: samplePacks(scope),
    setups: setups(scope),
    ticks: ticks(scope),
  }
  const part = <T>(what: keyof Studio, make: (before: Before<T> | null) => Promise<T>) => keptOf(scope, what, PARTS[what], make)
  const parts = {
    printers: () => part('printers', of.printers.list),
    papers: () => part('papers', of.papers.list),
    lots: () =>
      part('lots', async () => {
        const [list, all] = await Promise.all([parts.papers(), keptOf<Lot[]>(scope, 'lots of any paper', ['lots'], of.lots.list)])
        const known = new Set(list.map((paper) => paper.id))
        // Of a paper that was put aside nothing is planned.
        return all.filter((lot) => known.has(lot.paperId))
      }),
    profiles: () => part('profiles', of.profiles.list),
    pairings: () => part<Pairing[]>('pairings', of.pairings.list),
    loaded: () => part('loaded', of.lots.loaded),
    calibrations: () => part('calibrations', async () => calibrate(await of.offsets.latest(await parts.printers()))),
    experience: () => part('experience', async () => of.experience.list(await parts.printers())),
    rules: () => part('rules', of.rules.read),
  }
  return {
    ...of,
    /** One snapshot of everything a plate depends on. */
    async studio(): Promise<Studio> {
      const [printers, papers, lots, profiles, pairings, loaded, calibrations, experience, rules] = await Promise.all([
        parts.printers(),
        parts.papers(),
        parts.lots(),
        parts.profiles(),
        parts.pairings(),
        parts.loaded(),
        parts.calibrations(),
        parts.experience(),
        parts.rules(),
      ])
      return { printers, papers, lots, profiles, pairings, loaded, calibrations, experience, rules }
    },
    /** What was made of some tables, made again only when one of them was written. */
    kept: <T>(what: string, names: readonly TableName[], make: () => Promise<T>): Promise<T> => keptOf(scope, what, names, make),
    /** Heads of the jobs of the bench: the very same list as long as no job is written. */
    jobHeads: () => keptOf<readonly JobHead[]>(scope, 'heads of jobs', ['jobs'], of.jobs.heads),
  }
}

/** The tables each part of a studio is made of. */
const PARTS: Record<keyof Studio, readonly TableName[]> = {
  printers: ['printers', 'machines'],
  papers: ['papers'],
  lots: ['lots', 'papers'],
  profiles: ['profiles'],
  pairings: ['pairings'],
  loaded: ['loaded'],
  calibrations: ['offsets', 'printers', 'machines'],
  experience: ['experience', 'printers', 'machines'],
  rules: ['rules'],
}

/** What an act may do: every query in it belongs to one transaction. */
export type Act = ReturnType<typeof scoped>

/** The records of one studio: the only place that queries. */
export interface Store extends Act {
  /** Does several things as one: all of it, or nothing. Tried again when it and another waited for each other, so it only queries. */
  act<T>(work: (act: Act) => Promise<T>): Promise<T>
  /** Removes everything the studio has; its own row stays. */
  empty(): Promise<void>
}

/** Every table but that of the studios themselves. */
export const THINGS = (Object.keys(TABLES) as TableName[]).filter((name) => name !== 'studios')

export function openStore(db: Sequelize, studio: string): Store {
  return {
    ...scoped({ db, studio, transaction: null }),
    async act(work) {
      const request = nameless()
      const done = await acted(db, async (transaction) => {
        const act = scoped({ db, studio, transaction })
        if (request) await act.requests.begin(request.id, request.print)
        return work(act)
      })
      if (request) request.named = true
      return done
    },
    empty: () =>
      transacted(db, async (transaction) => {
        for (const name of THINGS) await table(name, { db, studio, transaction }).remove({})
      }),
  }
}
