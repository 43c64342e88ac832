import { resolve } from '../../plate/resolve/resolve.ts'
import { type Case, plateOf, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { APART } from '../../things/brief/arrangement.ts'
import type { Item } from '../../things/brief/item.ts'
import type { Unit } from '../../things/length/length.ts'
import { mm } from '../../things/length/length.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { PLACES } from './place.ts'
import type { SettingKey } from './settings.ts'
import { type AgreementRow, agreementTable } from './table.ts'

/** The table of a job, nothing looked at yet: each row as one reads it, places that have nothing of the kind left out. */
function table({ studio: alter = () => {}, ...job }: Case, unit: Unit = 'mm'): Map<SettingKey, AgreementRow> {
  const studio = studioOf()
  alter(studio)
  return new Map(agreementTable(plateOf({ ...job, studio: alter }), studio, [], unit).map((row) => [row.key, row]))
}
const read = (row: AgreementRow | undefined) =>
  row
    ? [
        row.says,
        ...PLACES.filter((place) => row.cells[place].state !== 'none').map((place) => {
          const { wanted, shows } = row.cells[place]
          return `${place}: ${wanted}${shows === null || shows === wanted ? '' : `, is ${shows}`}`
        }),
      ]
    : null
const choices = (row: AgreementRow | undefined, place: 'program' | 'driver' | 'panel') =>
  row?.cells[place].choices.map((c) => `${c.value}: ${c.words}`)

const ROLL: Case = {
  brief: { paperId: 'fairway-satin', sheet: null, finish: 'borderless', size: { by: 'picture', width: mm(500), height: null } },
  pins: { printer: 'petrel' },
  studio: (s) => {
    for (const tray of s.loaded) if (tray.pathId === 'petrel-roll') tray.remaining = mm(9000)
  },
}

test('a sheet from a cassette, in the words of each place', () => {
  const rows = table({})
  expect([...rows].map(([key, row]) => [key, read(row)])).toEqual([
    ['page', ['A3', 'program: A3', 'driver: A3', 'panel: A3', 'loaded: 296.6 × 419.8 mm']],
    ['scaling', ['not scaled', 'program: 100 %, not scaled', 'driver: Actual size']],
    ['source', ['Cassette', 'driver: Cassette', 'panel: Cassette', 'loaded: something in Cassette']],
    ['media-type', ['Photo satin', 'driver: Photo satin', 'panel: Satin photo', 'loaded: Harbour Lustre 255', 'profile: Photo satin']],
    ['edges', ['with margins', 'driver: With margins']],
    ['quality', ['Fine, 1440 dpi', 'driver: Fine, 1440 dpi', 'profile: 1440 dpi']],
    ['colour-mode', ['colour', 'driver: Colour']],
    ['management', ['the program', 'program: The program manages colour', 'driver: Colours: as they come']],
    ['profile', ['heron-harbour-lustre', 'program: heron-harbour-lustre', 'profile: Harbour Lustre 255 on Heron 17']],
    ['intent', ['relative colorimetric', 'program: Relative colorimetric']],
    ['black-point', ['on', 'program: On']],
    ['black', ['photo black', 'loaded: Photo black']],
    ['platen-gap', ['normal', 'driver: Head height: usual', 'panel: Standard']],
    ['clear-coat', ['off', 'driver: Gloss evener: off']],
    ['sides', ['one', 'driver: One-sided']],
    ['date-stamp', ['off', 'program: Off']],
    ['correction', ['off', 'program: Off']],
    ['own-sharpening', ['off', 'program: Off']],
    ['own-borders', ['off', 'program: Off']],
  ])
  expect(choices(rows.get('source'), 'panel')).toEqual(['heron-cassette: Cassette', 'heron-front: Front, one sheet', 'heron-roll: Roll'])
  expect(choices(rows.get('edges'), 'driver')).toEqual([
    'margins: With margins',
    'bare small: Borderless, Small',
    'bare medium: Borderless, Medium',
    'bare large: Borderless, Large',
  ])
  expect(choices(rows.get('sides'), 'driver')).toEqual(['one: One-sided', 'long: Two-sided, long edge', 'short: Two-sided, short edge'])
})

test('a length of roll is a custom page in the driver, has a name of its own at the panel, and the roll is said by its width', () => {
  const rows = table(ROLL)
  const [size] = read(rows.get('page')) ?? []
  expect(size).toMatch(/^609\.4 × [\d.]+ mm$/)
  expect(read(rows.get('page'))).toEqual([
    size,
    `program: ${size}`,
    `driver: Custom, ${size}`,
    'panel: User-defined',
    'loaded: roll, 609.4 mm wide',
  ])
  expect(read(table(ROLL, 'in').get('page'))?.at(-1)).toMatch(/^loaded: roll, 23\.99\d* in wide$/)
  expect(read(rows.get('edges'))).toEqual(['borderless, medium expansion', 'driver: Borderless, Medium'])
})

/** The default sheet on Heron with its printer, path or lot otherwise. */
const heron = (change: (of: Studio['printers'][number], studio: Studio) => void, of: Omit<Case, 'studio'> = {}): Case => ({
  ...of,
  pins: { printer: 'heron', path: 'heron-cassette', stock: 'lustre-a3', ...of.pins },
  studio: (studio) => {
    for (const printer of studio.printers) if (printer.id === 'heron') change(printer, studio)
  },
})

test('a path that senses sizes is to have it on, for sheets; one that senses none has no such row', () => {
  const sensing = (size: boolean) =>
    read(
      table(
        heron((printer) => {
          for (const path of printer.paths) path.senses = { ...path.senses, size }
        }),
      ).get('sensing'),
    )
  expect([sensing(true), sensing(false)]).toEqual([['on', 'panel: On'], null])
})

test('what is loaded is said as it is: nothing, another sheet, another paper', () => {
  const loaded = (remaining: number, lotId: string | null) => {
    const rows = table(
      heron((_printer, studio) => {
        studio.loaded = [{ printerId: 'heron', pathId: 'heron-cassette', lotId, remaining }]
        const a3 = studio.lots.find(({ id }) => id === 'lustre-a3')
        if (!a3) throw new Error('no such lot')
        // As long, and not as wide; and the same the other way round.
        studio.lots.push({ ...a3, id: 'narrow', measured: { ...a3.measured, width: mm(210) } })
        studio.lots.push({ ...a3, id: 'turned', measured: { ...a3.measured, width: a3.measured.length, length: a3.measured.width } })
      }),
    )
    return (['page', 'source', 'media-type'] as const).map((key) => {
      const cell = rows.get(key)?.cells.loaded
      return `${cell?.state} ${cell?.shows}`
    })
  }
  expect(loaded(10, 'lustre-a3')).toEqual(['agrees 296.6 × 419.8 mm', 'agrees something in Cassette', 'agrees Harbour Lustre 255'])
  expect(loaded(10, 'narrow')[0]).toBe('differs 210.0 × 419.8 mm')
  expect(loaded(10, 'turned')[0]).toBe('agrees 419.8 × 296.6 mm')
  expect(loaded(0, 'lustre-a3')[1]).toBe('differs empty')
  expect(loaded(1, 'lustre-a3')[1]).toBe('agrees something in Cassette')
  expect(loaded(10, null)).toEqual(['open null', 'differs empty', 'open null'])
  expect(loaded(10, 'gloss-a4')).toEqual([
    expect.stringMatching(/^differs 2\d\d\.\d × 29\d\.\d mm$/),
    'agrees something in Cassette',
    expect.stringMatching(/^differs /),
  ])
})

test.each([
  ['program', 'the program', 'The program manages colour', 'Colours: as they come', null, 'open'],
  ['driver', 'the driver', 'The printer manages colour', 'Colours: by the driver', null, 'none'],
  ['both', 'program and driver, twice over', 'The program manages colour', 'Colours: by the driver', /converted twice/, 'open'],
  ['none', 'nobody', 'The printer manages colour', 'Colours: as they come', /Nothing fits the colours/, 'none'],
])(
  'colour managed by %s is asked of program and driver so, with the profile where the program does it',
  (pin, says, program, driver, harm, asked) => {
    const rows = table(heron(() => {}, { pins: { 'colour-management': pin } }))
    expect(read(rows.get('management'))).toEqual([says, `program: ${program}`, `driver: ${driver}`])
    expect(rows.get('management')?.harm ?? '').toMatch(harm ?? /^$/)
    // A row is left out where nobody is asked for it.
    for (const key of ['profile', 'intent', 'black-point'] as const)
      expect([key, rows.get(key)?.cells.program.state ?? 'none']).toEqual([key, asked])
  },
)

test('the head’s movement and the black are asked for as the profile was made, and only where that is known', () => {
  const made = (bound: object) => {
    const rows = table(
      heron((_printer, studio) => {
        for (const profile of studio.profiles)
          if (profile.boundTo && profile.id === 'heron-harbour-lustre') Object.assign(profile.boundTo, bound)
      }),
    )
    return [read(rows.get('speed')), read(rows.get('black'))]
  }
  expect(made({ bidirectional: true })[0]).toEqual(['both ways (fast)', 'driver: Both ways (fast)'])
  expect(made({ bidirectional: false })[0]).toEqual(['one way', 'driver: One way'])
  expect(made({})[0]).toBeNull()
  expect(made({ black: 'photo' })[1]).toEqual(['photo black', 'loaded: Photo black', 'profile: Photo black'])
  expect(made({ black: 'matte' })[1]).toEqual(['photo black', 'loaded: Photo black', 'profile: Photo black, is Matte black'])
})

test('greys are asked for by the printer’s name for them, and by tone where it has tones; without them there is no row', () => {
  const greys = (tones: string[], mode = 'Greys only') => {
    const rows = table(
      heron((printer) => {
        printer.monochromeMode = mode
        printer.monochromeTones = tones
      }),
    )
    return choices(rows.get('colour-mode'), 'driver')
  }
  expect(greys([])).toEqual(['colour: Colour', 'grey:: Greys only'])
  expect(greys(['Cool', 'Warm'])).toEqual(['colour: Colour', 'grey:Cool: Greys only, Cool', 'grey:Warm: Greys only, Warm'])
  expect(greys([], '')).toBeUndefined()
})

test('borderless is one entry where the printer has no steps, and none where no path of it does it', () => {
  const entries = (change: (printer: Studio['printers'][number]) => void) => choices(table(heron(change)).get('edges'), 'driver')
  expect(entries((printer) => (printer.expansions = []))).toEqual(['margins: With margins', 'bare: Borderless'])
  expect(
    entries((printer) => {
      for (const path of printer.paths) path.borderless = null
    }),
  ).toEqual(['margins: With margins'])
})

test('pictures that ask for an intent of their own are named, each with it', () => {
  const studio = studioOf()
  const row = (kinds: Item['kind'][]) => {
    const plate = resolve(
      several(
        kinds.map((kind) => ({ kind })),
        APART,
      ),
      studio,
    )
    const found = agreementTable(plate, studio, [], 'mm').find(({ key }) => key === 'intent')
    return [found?.says, found?.cells.program.wanted]
  }
  const [plain] = row([null])
  expect(plain).toBe('relative colorimetric')
  expect(row([null, 'black-and-white', null, 'black-and-white'])).toEqual([
    'relative colorimetric, pictures 2 and 4 perceptual',
    'Relative colorimetric, pictures 2 and 4 Perceptual',
  ])
  expect(row([null, 'black-and-white'])[0]).toBe('relative colorimetric, picture 2 perceptual')
})
