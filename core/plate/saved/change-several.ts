import type { Brief } from '../../things/brief/brief.ts'
import { LEVELS, type Level } from '../checks/check.ts'
import type { Pins } from '../decisions/registry.ts'
import type { Plate } from '../resolve/plate.ts'

/** What is changed in several jobs at once; what is left out stays in each as it is. */
export interface Several {
  brief?: Partial<Pick<Brief, 'paperId' | 'dueAt'>>
  /** Copies of every item. */
  copies?: number
  /** Decisions held fast, or with null let go. */
  pins?: { readonly [K in keyof Pins]?: string | null }
}

/** A job with that changed. */
export function changedBy({ brief, pins }: { brief: Brief; pins: Pins }, { brief: shared = {}, copies, pins: held = {} }: Several) {
  const all: Record<string, string | null> = { ...pins, ...held }
  return {
    brief: { ...brief, ...shared, items: copies === undefined ? brief.items : brief.items.map((item) => ({ ...item, copies })) },
    pins: Object.fromEntries(Object.entries(all).filter(([, value]) => value !== null)) as Pins,
  }
}

/** What a change would do to a plate. */
export interface Difference {
  /** Decisions that come out otherwise, in words. */
  decisions: string[]
  /** Findings that were not there before, the gravest first. */
  found: { level: Level; says: string }[]
  /** Titles of findings that go. */
  gone: string[]
}

/** What differs between a plate as it is and as it would be. */
export function differenceOf(before: Plate, after: Plate): Difference {
  const was = new Map(before.decisions.map((d) => [`${d.key} ${d.item ?? ''}`, d]))
  const found = new Set(before.findings.map(({ id }) => id))
  const stays = new Set(after.findings.map(({ id }) => id))
  return {
    decisions: after.decisions.flatMap((d) => {
      const then = was.get(`${d.key} ${d.item ?? ''}`)
      return then && then.value !== d.value ? [`${d.title}: ${d.label}, not ${then.label}`] : []
    }),
    found: after.findings
      .filter(({ id }) => !found.has(id))
      .map(({ level, title, says }) => ({ level, says: `${title}. ${says}` }))
      .sort((a, b) => LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level)),
    gone: before.findings.filter(({ id }) => !stays.has(id)).map(({ title }) => title),
  }
}
