import fc from 'fast-check'
import { expansionNeeded } from '../../sheet/tolerance.ts'
import { anyAsked } from '../../testing/any-plate.ts'
import { cases } from '../../testing/thorough.ts'
import type { Studio } from '../../things/studio/studio.ts'
import type { Plate } from './plate.ts'

const SEED = 20_261_125

/** What a sentence claims, by the words it uses, and whether the plate has it. Said again from the records, not from the code that says it. */
const CLAIMS: readonly { says: RegExp; of: string | null; holds(plate: Plate, studio: Studio, match: RegExpExecArray): boolean }[] = [
  {
    says: /middle setting/,
    of: 'quality',
    holds: ({ setup }, studio) => {
      const all = studio.printers.find((p) => p.id === setup?.printer.id)?.qualities.map((q) => q.dpi) ?? []
      const mine = setup?.quality.dpi ?? 0
      return Math.min(...all) < mine && mine < Math.max(...all)
    },
  },
  {
    says: /finest setting/,
    of: 'quality',
    holds: ({ setup }, studio) =>
      studio.printers.every((p) => p.id !== setup?.printer.id || p.qualities.every((q) => q.dpi <= (setup?.quality.dpi ?? 0))),
  },
  {
    says: /coarsest setting/,
    of: 'quality',
    holds: ({ setup }, studio) =>
      studio.printers.every((p) => p.id !== setup?.printer.id || p.qualities.every((q) => q.dpi >= (setup?.quality.dpi ?? 0))),
  },
  {
    says: /costs least time/,
    of: 'quality',
    holds: ({ setup }, studio) =>
      studio.printers.every(
        (p) =>
          p.id !== setup?.printer.id || p.qualities.every((q) => q.secondsPerSquareMetre >= (setup?.quality.secondsPerSquareMetre ?? 0)),
      ),
  },
  {
    says: /smallest step/,
    of: 'expansion',
    holds: ({ setup }, studio) => {
      if (!setup) return false
      const { lot, page, path, offset } = setup
      const fed = { width: Math.min(lot.measured.width, lot.measured.length), length: Math.max(lot.measured.width, lot.measured.length) }
      const sheet =
        lot.form === 'roll'
          ? { width: lot.measured.width, length: page.length }
          : page.width > page.length
            ? { width: fed.length, length: fed.width }
            : fed
      const needed = expansionNeeded({
        sheet,
        page,
        path,
        spread: lot.form === 'roll' ? 0 : lot.spread,
        outOfSquare: lot.outOfSquare,
        offset,
        edges: setup.borderless === 'sides' ? ['left', 'right'] : (path.borderless?.edges ?? []),
      })
      const covering = (studio.printers.find((p) => p.id === setup.printer.id)?.expansions ?? []).filter((e) => e.um >= needed)
      return covering.length > 0 && Math.min(...covering.map((e) => e.um)) === setup.expansion?.um
    },
  },
  {
    says: /has come out right here (?:(\d+) times|once)/,
    of: 'printer',
    holds: ({ setup }, studio, match) =>
      studio.pairings.some(
        (p) => p.printerId === setup?.printer.id && p.paperId === setup?.paper.id && p.good === Number(match[1] ?? 1) && p.good > 0,
      ),
  },
  { says: /only printer/, of: 'printer', holds: (_plate, studio) => studio.printers.length === 1 },
  {
    says: /in the path already/,
    of: 'stock',
    holds: ({ setup }, studio) =>
      studio.loaded.some((l) => l.printerId === setup?.printer.id && l.pathId === setup?.path.id && l.lotId === setup?.lot.id),
  },
  {
    says: /least cost|costs least/,
    of: null,
    holds: () => true,
  },
  {
    says: /The pairing was made with it/,
    of: 'quality',
    holds: ({ setup }, studio) =>
      studio.pairings.some((p) => p.printerId === setup?.printer.id && p.paperId === setup?.paper.id && p.qualityId === setup?.quality.id),
  },
  {
    says: /has been proven on/,
    of: 'path',
    holds: ({ setup }, studio) =>
      studio.pairings.some(
        (p) => p.printerId === setup?.printer.id && p.paperId === setup?.paper.id && p.pathId === setup?.path.id && p.good > 0,
      ),
  },
  { says: /nearest to what the paper needs/, of: 'media-type', holds: () => true },
  {
    says: /applies it and the driver keeps/,
    of: 'colour-management',
    holds: ({ setup }, studio) =>
      studio.profiles.some((p) => p.boundTo?.printerId === setup?.printer.id && p.boundTo?.paperId === setup?.paper.id),
  },
  {
    says: /made for exactly this/,
    of: 'profile',
    holds: ({ setup }) =>
      setup?.profile === null ||
      (setup?.profile?.boundTo?.printerId === setup?.printer.id &&
        setup?.profile?.boundTo?.paperId === setup?.paper.id &&
        setup?.profile?.boundTo?.mediaTypeId === setup?.mediaType.id &&
        setup?.profile?.boundTo?.dpi === setup?.quality.dpi),
  },
  {
    says: /no profile for this printer/,
    of: 'profile',
    holds: ({ setup }, studio) => studio.profiles.every((p) => p.boundTo?.printerId !== setup?.printer.id),
  },
  {
    says: /No profile of this printer/,
    of: 'profile',
    holds: ({ setup }, studio) =>
      studio.profiles.some((p) => p.boundTo?.printerId === setup?.printer.id) &&
      studio.profiles.every((p) => p.boundTo?.printerId !== setup?.printer.id || p.boundTo?.paperId !== setup?.paper.id),
  },
  { says: /The print has margins/, of: 'expansion', holds: ({ setup }) => setup?.borderless === 'none' },
  { says: /no clear coat/, of: 'clear-coat', holds: ({ setup }) => setup?.printer.clearCoat === '' },
]

test('no reason names a fact that the plate does not have, whatever the studio, the wish and the pins', () => {
  const seen = new Map<string, number>()
  fc.assert(
    fc.property(anyAsked, ({ studio, plate }) => {
      for (const line of plate.decisions)
        for (const { says, of, holds } of CLAIMS) {
          const match = of === null || of === line.key ? says.exec(line.reason) : null
          if (!match || !plate.setup) continue
          seen.set(String(says), (seen.get(String(says)) ?? 0) + 1)
          expect([line.key, line.reason, holds(plate, studio, match)]).toEqual([line.key, line.reason, true])
          // That something costs least is only said of what does.
          if (/least/.test(line.reason)) {
            const usable = line.alternatives.filter((a) => a.ruledOut === null)
            expect([line.reason, line.ruledOut !== null || usable[0]?.id === line.value]).toEqual([line.reason, true])
          }
        }
    }),
    // One seed: that every claim comes up must not be a matter of luck.
    { numRuns: 300, seed: SEED },
  )
  // Every claim came up, so that none is checked in name only.
  for (const { says } of CLAIMS) expect([String(says), (seen.get(String(says)) ?? 0) > 0]).toEqual([String(says), true])
})

const ONE_OF_MANY = /\b1 (sheets|copies|loads|prints|runs|jobs|pieces|steps|settings|cuts|minutes|lots|times|findings|edges)\b/
test('one is one and more are more; what is empty is not said to hold something', () => {
  fc.assert(
    fc.property(anyAsked, ({ plate }) => {
      const said = [
        ...plate.decisions.flatMap((d) => [
          d.reason,
          d.label,
          d.ruledOut ?? '',
          ...d.alternatives.flatMap((a) => [a.label, a.ruledOut ?? '', ...a.costs.map((c) => c.says)]),
        ]),
        ...plate.findings.flatMap((f) => [`${f.title}. ${f.says}`, f.fix?.label ?? '']),
      ]
      expect(said.filter((words) => ONE_OF_MANY.test(words) || /undefined|NaN|null|Infinity|\.\.|\s\s/.test(words))).toEqual([])
      for (const f of plate.findings.filter((x) => x.id === 'not-loaded')) expect(/empty/.test(f.title)).toBe(/is empty/.test(f.says))
    }),
    { numRuns: cases(200, 50), seed: SEED },
  )
})
