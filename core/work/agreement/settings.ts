import type { DECISIONS } from '../../plate/decisions/registry.ts'
import { sideOf } from '../../plate/resolve/plate.ts'
import { ADDITIONS, type Addition } from '../../things/brief/additions.ts'
import { type Um, writeLength, writeSize } from '../../things/length/length.ts'
import { INTENT_NAMES, INTENTS, type Intent } from '../../things/media/intent.ts'
import { parsePwgName } from '../../things/sizes/pwg.ts'
import { parseSize } from '../../things/sizes/size-field.ts'
import { listed } from '../../things/words/listed.ts'
import type { AgreementContext, AgreementSetting, Choice, Wanted } from './setting.ts'

/** Sizes that differ by less are the same: drivers round to a tenth of an inch or to whole millimetres. µm. */
const SIZE_ROUNDING: Um = 600

const choice = (value: string, words: string): Choice => ({ value, words })
const one = (value: string, words: string, others: Choice[] = []): Wanted => ({ choice: choice(value, words), others })
/** The choice of this value among several. */
const among = (value: string, others: Choice[]): Wanted => ({
  choice: others.find((o) => o.value === value) ?? choice(value, value),
  others,
})

export const sizeValue = (width: Um, length: Um) => `${Math.round(width)}x${Math.round(length)}`
const sizeOf = (value: string): [number, number] => {
  const [w = Number.NaN, l = Number.NaN] = value.split('x').map(Number)
  return [w, l]
}
/** Whether two sizes are one but for rounding. The long side of a page may be its width: then they are two. */
function sameSize(one: string, other: string): boolean {
  const [a, b] = [sizeOf(one), sizeOf(other)]
  return a.every((v, i) => Math.abs(v - (b[i] as number)) <= SIZE_ROUNDING)
}

/** Reads a size as a driver or a panel shows it: a name, a PWG name, or two lengths. */
function readSize(words: string, unit: AgreementContext['unit']): string | null {
  const pwg = parsePwgName(words.trim())
  if (pwg) return sizeValue(pwg.width, pwg.length)
  const read = parseSize(words.replace(/^custom\W*/i, ''), unit)
  return read.ok && read.value.length !== null && read.value.width !== null ? sizeValue(read.value.width, read.value.length) : null
}

const pageWords = ({ setup, unit }: AgreementContext) =>
  setup.page.pwg === null ? writeSize(setup.page.width, setup.page.length, unit) : setup.page.name

const page: AgreementSetting = {
  title: 'Page size',
  says: pageWords,
  set: {
    program: (c) => sizeWanted(c, pageWords(c)),
    driver: (c) => sizeWanted(c, c.setup.page.pwg === null ? `Custom, ${pageWords(c)}` : pageWords(c)),
    panel: (c) =>
      c.setup.page.pwg === null
        ? {
            ...one('unlisted', c.printer.unlistedSize),
            read: (words) => readSize(words, c.unit),
            same: (value) => sameSize(value, sizeValue(c.setup.page.width, c.setup.page.length)),
          }
        : sizeWanted(c, pageWords(c)),
  },
  loaded: ({ setup, studio, unit }) => {
    const tray = studio.loaded.find((l) => l.printerId === setup.printer.id && l.pathId === setup.path.id)
    const lot = studio.lots.find((l) => l.id === tray?.lotId)
    const words = (of: { width: Um; length: Um }, form: 'sheet' | 'roll') =>
      form === 'roll' ? `roll, ${writeLength(of.width, unit)} wide` : writeSize(of.width, of.length, unit)
    const value = (of: { width: Um; length: Um }, form: 'sheet' | 'roll') =>
      form === 'roll' ? sizeValue(of.width, 0) : sizeValue(Math.min(of.width, of.length), Math.max(of.width, of.length))
    const wanted = choice(value(setup.lot.measured, setup.lot.form), words(setup.lot.measured, setup.lot.form))
    if (!lot) return { wanted, is: null }
    const is = choice(value(lot.measured, lot.form), words(lot.measured, lot.form))
    return { wanted, is: sameSize(is.value, wanted.value) ? { ...is, value: wanted.value } : is }
  },
}
function sizeWanted({ setup, unit }: AgreementContext, words: string): Wanted {
  const value = sizeValue(setup.page.width, setup.page.length)
  return { ...one(value, words), read: (text) => readSize(text, unit), same: (other) => sameSize(other, value) }
}

const scaling: AgreementSetting = {
  title: 'Scaling',
  says: () => 'not scaled',
  set: {
    program: () => among('none', [choice('none', '100 %, not scaled'), choice('fit', 'Scale to fit'), choice('fill', 'Scale to fill')]),
    driver: () => among('none', [choice('none', 'Actual size'), choice('fit', 'Fit to page'), choice('fill', 'Fill page')]),
  },
}

const source: AgreementSetting = {
  title: 'Source',
  says: ({ setup }) => setup.path.name,
  set: {
    driver: ({ setup, printer }) =>
      among(
        setup.path.id,
        printer.paths.map((p) => choice(p.id, p.name)),
      ),
    panel: ({ setup, printer }) =>
      among(
        setup.path.id,
        printer.paths.map((p) => choice(p.id, p.panelName)),
      ),
  },
  loaded: ({ setup, studio }) => {
    const wanted = choice(setup.path.id, `something in ${setup.path.name}`)
    const tray = studio.loaded.find((l) => l.printerId === setup.printer.id && l.pathId === setup.path.id)
    // A path that takes its sheet only when it asks is empty until then, and rightly so.
    if (!tray || setup.path.drawIn === 'when-asked') return { wanted, is: null }
    const filled = tray.lotId !== null && tray.remaining > 0
    return { wanted, is: filled ? wanted : choice('empty', 'empty') }
  },
}

const sensing: AgreementSetting = {
  title: 'Size sensing',
  says: ({ setup }) => (setup.path.senses.size && setup.lot.form === 'sheet' ? 'on' : null),
  set: {
    panel: ({ setup }) =>
      setup.path.senses.size && setup.lot.form === 'sheet' ? among('on', [choice('on', 'On'), choice('off', 'Off')]) : null,
  },
}

/** What a program adds by itself: off, unless the brief wants it. */
const addition = (key: Addition): AgreementSetting => {
  const wanted = ({ plate }: AgreementContext) => (plate.brief.adds.includes(key) ? 'on' : 'off')
  return {
    title: ADDITIONS[key],
    says: wanted,
    set: { program: (c) => among(wanted(c), [choice('off', 'Off'), choice('on', 'On')]) },
  }
}

const mediaType: AgreementSetting = {
  title: 'Media type',
  says: ({ setup }) => setup.mediaType.driverName,
  set: {
    driver: ({ setup, printer }) =>
      among(
        setup.mediaType.id,
        printer.mediaTypes.map((m) => choice(m.id, m.driverName)),
      ),
    panel: ({ setup, printer }) =>
      among(
        setup.mediaType.id,
        printer.mediaTypes.map((m) => choice(m.id, m.panelName)),
      ),
  },
  loaded: ({ setup, studio }) => {
    const tray = studio.loaded.find((l) => l.printerId === setup.printer.id && l.pathId === setup.path.id)
    const lot = studio.lots.find((l) => l.id === tray?.lotId)
    const paper = studio.papers.find((p) => p.id === lot?.paperId)
    return { wanted: choice(setup.paper.id, setup.paper.name), is: paper ? choice(paper.id, paper.name) : null }
  },
  profile: ({ setup, printer }) => {
    const made = setup.profile?.boundTo
    if (!made) return undefined
    const name = printer.mediaTypes.find((m) => m.id === made.mediaTypeId)?.driverName ?? made.mediaTypeId
    return { wanted: choice(setup.mediaType.id, setup.mediaType.driverName), is: choice(made.mediaTypeId, name) }
  },
}

const NO_MARGINS = 'Borderless'
const edges: AgreementSetting = {
  title: 'Borders and expansion',
  says: ({ setup }) =>
    setup.borderless === 'none' ? 'with margins' : `borderless, ${setup.expansion?.name.toLowerCase() ?? 'no'} expansion`,
  set: {
    driver: ({ setup, printer }) => {
      const bare = printer.paths.some((p) => p.borderless)
      const steps = printer.expansions.map((e) => choice(`bare ${e.id}`, `${NO_MARGINS}, ${e.name}`))
      const all = [
        choice('margins', 'With margins'),
        ...(bare && steps.length === 0 ? [choice('bare', NO_MARGINS)] : []),
        ...(bare ? steps : []),
      ]
      return among(setup.borderless === 'none' ? 'margins' : setup.expansion ? `bare ${setup.expansion.id}` : 'bare', all)
    },
  },
}

const quality: AgreementSetting = {
  title: 'Quality',
  says: ({ setup }) => `${setup.quality.name}, ${setup.quality.dpi} dpi`,
  set: {
    driver: ({ setup, printer }) =>
      among(
        setup.quality.id,
        printer.qualities.map((q) => choice(q.id, `${q.name}, ${q.dpi} dpi`)),
      ),
  },
  profile: ({ setup }) => {
    const made = setup.profile?.boundTo ?? undefined
    return (
      made && { wanted: choice(String(setup.quality.dpi), `${setup.quality.dpi} dpi`), is: choice(String(made.dpi), `${made.dpi} dpi`) }
    )
  },
}

const SPEED = { both: 'Both ways (fast)', one: 'One way' } as const
const speed: AgreementSetting = {
  title: 'Head movement',
  says: (c) => speedOf(c) && SPEED[speedOf(c) ?? 'both'].toLowerCase(),
  set: { driver: (c) => (speedOf(c) ? among(speedOf(c) ?? 'both', [choice('both', SPEED.both), choice('one', SPEED.one)]) : null) },
}
/** As the profile was made; nothing is asked for where nobody knows. */
function speedOf({ setup }: AgreementContext): keyof typeof SPEED | null {
  const both = setup.profile?.boundTo?.bidirectional
  return both === undefined ? null : both ? 'both' : 'one'
}

const MANAGERS = {
  program: 'the program',
  driver: 'the driver',
  both: 'program and driver, twice over',
  none: 'nobody',
} as const
const MANAGED_WRONGLY = {
  program: null,
  driver: null,
  both: 'The colours are converted twice: the print comes out dull, dark and shifted.',
  none: 'Nothing fits the colours to this ink and paper: the print comes out with a cast, and too dark or too pale.',
} as const
const management: AgreementSetting = {
  title: 'Who manages colour',
  says: ({ setup }) => MANAGERS[setup.management],
  harm: ({ setup }) => MANAGED_WRONGLY[setup.management],
  set: {
    program: ({ setup }) =>
      among(setup.management === 'program' || setup.management === 'both' ? 'on' : 'off', [
        choice('on', 'The program manages colour'),
        choice('off', 'The printer manages colour'),
      ]),
    driver: ({ setup, printer }) =>
      among(setup.management === 'driver' || setup.management === 'both' ? 'on' : 'off', [
        choice('off', printer.driverWords.colourOff),
        choice('on', printer.driverWords.colourOn),
      ]),
  },
}
const managed = ({ setup }: AgreementContext) => setup.management === 'program' || setup.management === 'both'

const profile: AgreementSetting = {
  title: 'Profile',
  says: ({ setup }) => setup.profile?.description ?? null,
  set: {
    program: (c) =>
      c.setup.profile && managed(c)
        ? among(
            c.setup.profile.id,
            c.studio.profiles.filter((p) => p.boundTo?.printerId === c.setup.printer.id).map((p) => choice(p.id, p.description)),
          )
        : null,
  },
  profile: ({ setup, studio }) => {
    const made = setup.profile?.boundTo
    if (!made) return undefined
    const name = studio.papers.find((p) => p.id === made.paperId)?.name ?? made.paperId
    const printer = studio.printers.find((p) => p.id === made.printerId)?.name ?? made.printerId
    return {
      wanted: choice(`${setup.printer.id} ${setup.paper.id}`, `${setup.paper.name} on ${setup.printer.name}`),
      is: choice(`${made.printerId} ${made.paperId}`, `${name} on ${printer}`),
    }
  },
}

/** Pictures that ask for an intent of their own, by it: “, pictures 2 and 5 Perceptual”. */
function otherIntents({ plate: { brief, forms } }: AgreementContext): string {
  const of = new Map(forms.flatMap(({ placements }) => placements.map(({ item, intent }) => [item, intent])))
  const numbers = new Map<Intent, number[]>()
  for (const [i, { id }] of brief.items.entries()) {
    const own = of.get(id)
    if (own) numbers.set(own, [...(numbers.get(own) ?? []), i + 1])
  }
  return [...numbers]
    .map(([own, n]) => `, ${n.length === 1 ? 'picture' : 'pictures'} ${listed(n, 3)} ${INTENT_NAMES[own].program}`)
    .join('')
}

const intent: AgreementSetting = {
  title: 'Rendering intent',
  says: (c) => (c.setup.profile ? `${INTENT_NAMES[c.setup.intent].program}${otherIntents(c)}`.toLowerCase() : null),
  set: {
    program: (c) =>
      c.setup.profile && managed(c)
        ? {
            choice: choice(c.setup.intent, `${INTENT_NAMES[c.setup.intent].program}${otherIntents(c)}`),
            others: INTENTS.map((value) => choice(value, INTENT_NAMES[value].program)),
          }
        : null,
  },
}

const blackPoint: AgreementSetting = {
  title: 'Black point compensation',
  says: ({ setup }) => (setup.profile && setup.intent !== 'absolute' ? (setup.blackPoint ? 'on' : 'off') : null),
  set: {
    program: (c) =>
      c.setup.profile && managed(c) && c.setup.intent !== 'absolute'
        ? among(c.setup.blackPoint ? 'on' : 'off', [choice('on', 'On'), choice('off', 'Off')])
        : null,
  },
}

const colourMode: AgreementSetting = {
  title: 'Colour or greys',
  says: ({ setup, printer }) =>
    printer.monochromeMode === '' ? null : setup.colourMode.mode === 'grey' ? sayGreys(printer, setup.colourMode.tone) : 'colour',
  set: {
    driver: ({ setup, printer }) =>
      printer.monochromeMode === ''
        ? null
        : among(setup.colourMode.mode === 'colour' ? 'colour' : `grey:${setup.colourMode.tone ?? ''}`, [
            choice('colour', 'Colour'),
            ...(printer.monochromeTones.length > 0 ? printer.monochromeTones : ['']).map((tone) =>
              choice(`grey:${tone}`, sayGreys(printer, tone || null)),
            ),
          ]),
  },
}
const sayGreys = ({ monochromeMode }: AgreementContext['printer'], tone: string | null) =>
  tone === null ? monochromeMode : `${monochromeMode}, ${tone}`

const BLACKS = { photo: 'Photo black', matte: 'Matte black' } as const
const black: AgreementSetting = {
  title: 'Black ink',
  says: ({ setup }) => (setup.mediaType.black === 'either' ? null : BLACKS[setup.mediaType.black].toLowerCase()),
  set: {},
  loaded: ({ setup, printer }) => {
    const { black } = setup.mediaType
    if (black === 'either') return undefined
    const wanted = choice(black, BLACKS[black])
    const { installed } = printer.black
    return { wanted, is: installed === 'both' ? wanted : choice(installed, BLACKS[installed]) }
  },
  profile: ({ setup }) => {
    const { black } = setup.mediaType
    const made = setup.profile?.boundTo?.black
    return black === 'either' || !made ? undefined : { wanted: choice(black, BLACKS[black]), is: choice(made, BLACKS[made]) }
  },
}

const platenGap: AgreementSetting = {
  title: 'Platen gap',
  says: ({ setup }) => setup.gap,
  set: {
    driver: ({ setup, printer }) =>
      among(setup.gap, [choice('normal', printer.driverWords.gapNormal), choice('wide', printer.driverWords.gapWide)]),
    panel: ({ setup }) => among(setup.gap, [choice('normal', 'Standard'), choice('wide', 'Wide')]),
  },
}

const COAT = { off: 'off', ink: 'where there is ink', all: 'whole page' } as const
const clearCoat: AgreementSetting = {
  title: 'Clear coat',
  says: ({ setup, printer }) => (printer.clearCoat === '' ? null : COAT[setup.coat]),
  set: {
    driver: ({ setup, printer }) =>
      printer.clearCoat === ''
        ? null
        : among(setup.coat, [
            choice('off', `${printer.clearCoat}: off`),
            choice('ink', `${printer.clearCoat}: where there is ink`),
            choice('all', `${printer.clearCoat}: whole page`),
          ]),
  },
}

const sides: AgreementSetting = {
  title: 'Sides',
  says: ({ plate }) => (sideOf(plate, 'back') ? 'two, in two passes' : 'one'),
  set: {
    driver: () =>
      among('one', [choice('one', 'One-sided'), choice('long', 'Two-sided, long edge'), choice('short', 'Two-sided, short edge')]),
  },
}

/** Rows that show a decision: one that names a row must find it here. */
type DecidedRow = NonNullable<(typeof DECISIONS)[number]['agreement']>

/** All rows by their keys, in the order they are gone through. */
export const SETTINGS = {
  page,
  scaling,
  source,
  sensing,
  'media-type': mediaType,
  edges,
  quality,
  speed,
  'colour-mode': colourMode,
  management,
  profile,
  intent,
  'black-point': blackPoint,
  black,
  'platen-gap': platenGap,
  'clear-coat': clearCoat,
  sides,
  'date-stamp': addition('date-stamp'),
  correction: addition('correction'),
  'own-sharpening': addition('own-sharpening'),
  'own-borders': addition('own-borders'),
} as const satisfies Record<DecidedRow | 'scaling' | 'sensing' | 'speed' | 'black' | 'sides' | Addition, AgreementSetting>

export type SettingKey = keyof typeof SETTINGS
export const SETTING_KEYS = Object.keys(SETTINGS) as SettingKey[]
