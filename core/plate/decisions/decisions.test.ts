import { decided, lineOf, optionOf, picture, plateOf, sheet, studioOf } from '../../testing/fixtures.ts'
import { several } from '../../testing/several.ts'
import { APART, type Arrangement, NEW_ARRANGEMENT } from '../../things/brief/arrangement.ts'
import type { Item } from '../../things/brief/item.ts'
import { mm } from '../../things/length/length.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { jobAttributesFor } from '../../wire/ipp/plate-attributes.ts'
import { layoutOf } from '../resolve/plate.ts'
import { resolve } from '../resolve/resolve.ts'
import { pageShift } from './page.ts'
import { DECISION_KEYS, DECISIONS } from './registry.ts'

test('the registry has every key once, in order, each with a question', () => {
  expect(DECISIONS.map((d) => d.key)).toEqual([...DECISION_KEYS])
  for (const d of DECISIONS) expect(d.question.endsWith('?')).toBe(true)
})

test('of what cannot be done nothing is praised: every reason is why it does not go', () => {
  // A sheet of three metres by ninety centimetres goes nowhere in the demo; nor do boards through a feeder for paper.
  const plates = [
    plateOf({ brief: { paperId: 'saltmarsh-cotton', sheet: { width: mm(900), length: mm(3000), name: null } } }),
    plateOf({
      studio: (s) => {
        for (const paper of s.papers) paper.thickness = 4000
      },
    }),
  ]
  for (const plate of plates) {
    const out = plate.decisions.filter(({ ruledOut }) => ruledOut !== null)
    expect(out.map(({ key }) => key)).toEqual(expect.arrayContaining(['printer', 'path', 'stock']))
    for (const { key, reason, ruledOut } of out)
      expect([key, reason]).toEqual([key, `Nothing here does it; this comes nearest. ${ruledOut}`])
  }
})

describe('page', () => {
  test('a path for named sizes only rules custom pages out', () => {
    const plate = plateOf({
      brief: { paperId: 'logbook-plain', sheet: sheet('iso_a4_210x297mm') },
      studio: (s) => {
        for (const l of s.lots) if (l.id === 'plain-a4') l.measured.width = mm(209.5)
      },
    })
    expect(optionOf(plate, 'page', 'measured')?.ruledOut).toContain('named sizes only')
  })
  test('half a millimetre nobody sees keeps the named size, more takes the measured one', () => {
    const at = (width: number) =>
      decided(
        plateOf({
          brief: { paperId: 'saltmarsh-cotton' },
          studio: (s) => {
            for (const l of s.lots) if (l.id === 'cotton-a3') l.measured = { width: mm(width), length: mm(420) }
          },
        }),
        'page',
      )
    expect(at(296.8)).toBe('iso_a3_297x420mm')
    expect(at(295.9)).toBe('measured')
  })
  test('the shift is half on a centring feed and whole at a side guide', () => {
    const [sheetSize, page] = [
      { width: 296_000, length: 419_000 },
      { width: 297_000, length: 420_000, pwg: null, name: '' },
    ]
    expect(pageShift(sheetSize, page, 'centre')).toEqual({ across: 500, along: 1000 })
    expect(pageShift(sheetSize, page, 'left')).toEqual({ across: 1000, along: 1000 })
  })
})

describe('margins and expansion', () => {
  const card = {
    paperId: 'beacon-gloss',
    sheet: sheet('na_index-4x6_4x6in'),
    finish: 'borderless' as const,
    size: { by: 'sheet' as const, fill: true },
  }
  test('two sides only are offered where the path does two', () => {
    const plate = plateOf({ brief: { finish: 'borderless', size: { by: 'sheet', fill: true } }, pins: { path: 'heron-cassette' } })
    expect(decided(plate, 'margins')).toBe('borderless-sides')
    expect(optionOf(plate, 'margins', 'borderless')?.ruledOut).toContain('two sides only')
    expect([layoutOf(plate)?.margins.left, layoutOf(plate)?.margins.leading]).toEqual([0, mm(3)])
  })
  test('each step says what it costs in picture; none is ruled out', () => {
    const plate = plateOf({ brief: card })
    expect(optionOf(plate, 'expansion', 'medium')?.costs[0]?.says).toBe('7.7 % of the print lies past the edge')
    expect(optionOf(plate, 'expansion', 'none')?.ruledOut).toContain('hairlines')
    expect(lineOf(plateOf({}), 'expansion')?.value).toBe('none')
  })
})

describe('media type, quality, colour', () => {
  test('the name on the computer and at the panel are both given', () => {
    expect(lineOf(plateOf({ brief: { paperId: 'saltmarsh-cotton' } }), 'media-type')?.label).toBe(
      'Fine art matte, at the panel “Art paper, thick”',
    )
  })
  test('the pairing decides and says so', () => {
    expect(lineOf(plateOf({}), 'media-type')).toMatchObject({ by: 'pairing', value: 'photographic-satin' })
    expect(lineOf(plateOf({}), 'quality')).toMatchObject({ by: 'pairing', value: 'fine' })
  })
  test('without a profile the driver manages, and no profile is applied', () => {
    const plate = plateOf({
      studio: (s) => {
        s.profiles = []
      },
    })
    expect(decided(plate, 'colour-management')).toBe('driver')
    expect(plate.setup?.profile).toBeNull()
  })
  test('managing twice, or not at all, is ruled out with its reason', () => {
    expect(optionOf(plateOf({}), 'colour-management', 'both')?.ruledOut).toContain('twice')
    expect(optionOf(plateOf({}), 'colour-management', 'none')?.ruledOut).toContain('Nothing')
  })
  test('intents for photographs come before those for charts and proofs', () => {
    const order = lineOf(plateOf({}), 'intent')?.alternatives.map((a) => a.id)
    expect(order).toEqual(['relative', 'perceptual', 'saturation', 'absolute'])
    expect(lineOf(plateOf({}), 'intent')?.close).toBe(true)
  })
})

test.each([
  [{ kind: null }, { told: 'black-and-white' as const }, 'perceptual', 'by its colours, black and white'],
  [{ kind: null }, { told: 'line-art' as const }, 'relative', 'by its colours, line art'],
  [{ kind: 'photograph' as const }, { told: 'black-and-white' as const }, 'relative', 'gloss'],
  [{ kind: 'black-and-white' as const }, { told: 'photograph' as const }, 'perceptual', 'You said that the picture is black and white'],
  [{ kind: null }, { told: null, channels: 'grey' as const }, 'perceptual', 'black and white'],
])('on satin a picture that is %j and tells %j goes %s', (item, of, intent, because) => {
  const plate = plateOf({
    brief: { ...item, picture: picture(of) },
    pins: { printer: 'heron' },
    studio: (s) => {
      for (const p of s.pairings) p.tested = null
    },
  })
  const line = plate.decisions.find((d) => d.key === 'intent')
  expect([line?.value, line?.reason]).toEqual([intent, expect.stringContaining(because)])
})

describe('the printer’s own greys', () => {
  const has = (tones: string[]) => (s: Studio) => {
    for (const p of s.printers) Object.assign(p, { monochromeMode: 'Greys only', monochromeTones: tones })
  }
  const fog = { picture: picture({ told: 'black-and-white' as const }) }

  test('are offered for black and white with their cost, one for each tone, and never for a picture with colours', () => {
    const plate = plateOf({ brief: fog, pins: { printer: 'heron' }, studio: has(['neutral', 'warm']) })
    expect(lineOf(plate, 'colour-mode')?.value).toBe('colour')
    const offered = lineOf(plate, 'colour-mode')?.alternatives.filter((a) => a.ruledOut === null)
    expect(offered?.map((a) => [a.id, a.total])).toEqual([
      ['colour', 1],
      ['grey:neutral', 2],
      ['grey:warm', 2.5],
    ])
    const colours = plateOf({ pins: { printer: 'heron' }, studio: has(['neutral']) })
    expect(lineOf(colours, 'colour-mode')?.alternatives.find((a) => a.id === 'grey:neutral')?.ruledOut).toContain('colours would be lost')
    const none = plateOf({
      brief: fog,
      pins: { printer: 'heron' },
      studio: (s) => {
        for (const p of s.printers) p.monochromeMode = ''
      },
    })
    expect(lineOf(none, 'colour-mode')?.alternatives.find((a) => a.id === 'grey')?.ruledOut).toContain('no mode of its own')
  })

  test('are offered where every picture of a job is black and white, whichever comes first', () => {
    const studio = studioOf()
    has(['neutral'])(studio)
    const offered = (kinds: Item['kind'][], arrangement: Arrangement) => {
      const plate = resolve(
        several(
          kinds.map((kind) => ({ kind })),
          arrangement,
        ),
        studio,
        { printer: 'heron' },
      )
      const line = lineOf(plate, 'colour-mode')
      return [line?.alternatives.find((a) => a.id === 'grey:neutral')?.ruledOut ?? null, line?.reason]
    }
    const [grey, colour] = ['black-and-white', 'photograph'] as const
    for (const arrangement of [APART, NEW_ARRANGEMENT.grid]) {
      expect(offered([grey, grey], arrangement)).toEqual([null, expect.stringContaining('profile holds its greys')])
      const mixed = ['Its colours would be lost: not every picture is black and white.', 'Not every picture is black and white.']
      expect([offered([grey, colour], arrangement), offered([colour, grey], arrangement)]).toEqual([mixed, mixed])
      expect(offered([grey, null], arrangement)[0]).toBe('Its colours would be lost: nothing says that every picture is black and white.')
      expect(offered([colour, colour], arrangement)[1]).toBe('The pictures have colours.')
    }
  })

  test('take no profile, ask the printer for monochrome, and use hardly any coloured ink', () => {
    const inked = { picture: picture({ told: 'black-and-white', inked: [0.5, 0.5, 0.5] }) }
    const of = (mode: string) =>
      plateOf({ brief: inked, pins: { printer: 'heron', 'colour-mode': mode }, studio: has(['neutral', 'warm']) })
    const [grey, colour] = [of('grey:warm'), of('colour')]
    expect(grey.setup?.colourMode).toEqual({ mode: 'grey', tone: 'warm' })
    expect([lineOf(grey, 'colour-management')?.value, grey.setup?.profile]).toEqual(['driver', null])
    expect(lineOf(grey, 'colour-management')?.reason).toContain('own greys')
    const asked = (plate: typeof grey) => jobAttributesFor(plate)['print-color-mode']?.[0]?.value
    expect([asked(grey), asked(colour)]).toEqual(['monochrome', 'color'])
    expect((grey.estimates?.inks.cyan ?? 1) / (colour.estimates?.inks.cyan ?? 1)).toBeLessThan(0.5)
  })
})

describe('what is made for this paper wins over what is nearly', () => {
  const satin = { printer: 'heron', path: 'heron-cassette' }
  const plain = (change: (s: Studio) => void) =>
    plateOf({
      pins: satin,
      studio: (s) => {
        for (const p of s.pairings) Object.assign(p, { tested: null, mediaTypeId: null })
        change(s)
      },
    })
  test('the entry a profile was made with outweighs a nearer surface', () => {
    const made = (mediaTypeId: string) => (s: Studio) => {
      for (const p of s.profiles)
        if (p.boundTo?.printerId === 'heron' && p.boundTo.paperId === 'harbour-lustre') p.boundTo.mediaTypeId = mediaTypeId
    }
    expect(decided(plain(made('photographic-satin')), 'media-type')).toBe('photographic-satin')
    const gloss = lineOf(plain(made('photographic-glossy')), 'media-type')
    // Nearest by surface, and 20 points dearer, against another surface: the profile wins.
    expect(gloss?.value).toBe('photographic-glossy')
    expect(gloss?.alternatives.find((a) => a.id === 'photographic-satin')?.costs).toContainEqual({
      points: 20,
      says: 'the profile was made with another media type',
    })
  })
  test('of two profiles the one made at the resolution that is printed is taken, whichever stands first', () => {
    const dpi = plateOf({ pins: satin }).setup?.quality.dpi ?? 0
    for (const order of [
      [dpi, dpi / 2],
      [dpi / 2, dpi],
    ]) {
      const plate = plateOf({
        pins: satin,
        studio: (s) => {
          const of = s.profiles.find((p) => p.boundTo?.printerId === 'heron' && p.boundTo.paperId === 'harbour-lustre')
          if (!of?.boundTo) throw new Error('no profile')
          const bound = of.boundTo
          const others = s.profiles.filter((p) => p !== of)
          s.profiles = [...order.map((at) => ({ ...of, id: `at-${at}`, boundTo: { ...bound, dpi: at } })), ...others]
        },
      })
      expect(plate.setup?.profile?.id).toBe(`at-${dpi}`)
    }
  })
})

test('borderless at the sides is bare at both of them, in the drawing and on the plate', () => {
  const plate = plateOf({ brief: { finish: 'borderless', size: { by: 'sheet', fill: true } }, pins: { path: 'heron-cassette' } })
  const { margins } = layoutOf(plate) ?? { margins: null }
  expect(margins).toEqual({ left: 0, right: 0, leading: mm(3), trailing: expect.any(Number) })
  expect(margins?.trailing).toBeGreaterThan(0)
})

test('of a pinned choice the reason says what it is: the best anyway, dearer and why, or not to be had', () => {
  const reason = (pins: Record<string, string>, key: string) => lineOf(plateOf({ pins }), key)?.reason
  expect(reason({ intent: 'relative' }, 'intent')).toMatch(/^You chose this\. .*gloss/)
  expect(reason({ intent: 'perceptual' }, 'intent')).toBe(
    'You chose this, although colours that would print as they are move a little too.',
  )
  expect(reason({ intent: 'saturation' }, 'intent')).toBe('You chose this, although for charts, not for photographs.')
  expect(reason({ 'colour-management': 'both' }, 'colour-management')).toMatch(/^You chose this\. .*twice/)
})

test('each intent says what it costs a picture', () => {
  const on = (paperId: string) =>
    Object.fromEntries(
      lineOf(
        plateOf({
          brief: { paperId },
          studio: (s) => {
            for (const p of s.pairings) p.tested = null
          },
        }),
        'intent',
      )?.alternatives.map((a) => [a.id, a.costs.map((c) => c.points)]) ?? [],
    )
  expect(on('harbour-lustre')).toEqual({ relative: [], perceptual: [2.5], saturation: [15], absolute: [20] })
  expect(on('saltmarsh-cotton')).toEqual({ relative: [2.5], perceptual: [], saturation: [15], absolute: [20] })
  expect(optionOf(plateOf({ brief: { paperId: 'saltmarsh-cotton' } }), 'intent', 'relative')?.costs[0]?.says).toContain('flatten')
})

test('why nothing is printed past the edge: margins, no step to do it with, or because it was asked for', () => {
  const bare = {
    finish: 'borderless' as const,
    paperId: 'beacon-gloss',
    sheet: sheet('na_index-4x6_4x6in'),
    size: { by: 'sheet' as const, fill: true },
  }
  const why = (of: Parameters<typeof plateOf>[0]) =>
    optionOf(plateOf(of), 'expansion', 'none')?.id && lineOf(plateOf(of), 'expansion')?.reason
  expect(why({})).toBe('The print has margins.')
  const none = { brief: bare, pins: { printer: 'dunlin', expansion: 'none' } }
  expect(why(none)).toContain('hairlines')
  const without = (s: Studio) => {
    for (const p of s.printers) p.expansions = []
  }
  expect(why({ ...none, pins: { printer: 'dunlin', margins: 'borderless' }, studio: without })).toContain('offers no step past the edge')
})

test('why a step past the edge: the smallest that covers, or that a smaller would do', () => {
  const card = {
    paperId: 'beacon-gloss',
    sheet: sheet('na_index-4x6_4x6in'),
    finish: 'borderless' as const,
    size: { by: 'sheet' as const, fill: true },
  }
  const reason = (...um: number[]) =>
    lineOf(
      plateOf({
        brief: card,
        pins: { printer: 'tern', path: 'tern-rear' },
        studio: (s) => {
          for (const p of s.printers) p.expansions = um.map((d) => ({ id: `s${d}`, name: `Step ${d}`, um: d }))
        },
      }),
      'expansion',
    )
  const one = reason(9000)
  expect(one?.reason).toMatch(/^It is the smallest step that covers the/)
  const needed = Number(/covers the ([\d.]+) mm/.exec(one?.reason ?? '')?.[1]) * 1000
  expect(needed).toBeGreaterThan(500)
  // Where the smaller just covers as well it wins, and says so; the larger, offered beside it, says that it is more than needed.
  const both = reason(needed + 100, 9000)
  expect([both?.value, both?.reason.startsWith('It is the smallest step')]).toEqual([`s${needed + 100}`, true])
})

describe('quality', () => {
  const reason = (dpi: number, dpis: readonly number[]) =>
    lineOf(
      plateOf({
        pins: { printer: 'heron' },
        studio: (s) => {
          s.pairings = []
          // What decides is the resolution that the profiles were made at.
          for (const profile of s.profiles) if (profile.boundTo) profile.boundTo.dpi = dpi
          for (const p of s.printers)
            if (p.id === 'heron')
              p.qualities = dpis.map((d) => ({
                id: String(d),
                name: `Q${d}`,
                ipp: 'normal',
                dpi: d,
                secondsPerSquareMetre: 300,
              })) as typeof p.qualities
        },
      }),
      'quality',
    )?.reason
  test.each([
    [720, [720], 'only setting'],
    [360, [360, 720, 1440], 'coarsest'],
    [720, [360, 720, 1440], 'middle setting'],
    [1440, [1440, 360, 720], 'finest'],
  ] as const)('%i of %j is called by where it stands', (dpi, dpis, words) => expect(reason(dpi, dpis)).toContain(words))
})

test('black point compensation that is off says why: the intent leaves it alone, or the house does without', () => {
  const off = (intent: string, house: boolean) => {
    const { setup, decisions } = plateOf({
      pins: { intent, 'black-point': 'off' },
      studio: (s) => {
        s.rules.blackPointCompensation = house
      },
    })
    expect(setup?.blackPoint).toBe(false)
    return decisions.find((d) => d.key === 'black-point')?.reason
  }
  expect(plateOf({ pins: { 'black-point': 'on' } }).setup?.blackPoint).toBe(true)
  expect(off('absolute', true)).toMatch(/Absolute colorimetric leaves the black point alone\.$/)
  expect(off('relative', false)).toMatch(/The house rule is off\.$/)
})

test('who decides the intent: the kind of picture for line art and black and white, the house for photographs', () => {
  const by = (kind: 'photograph' | 'line-art' | 'black-and-white') =>
    plateOf({
      brief: { kind },
      studio: (s) => {
        for (const p of s.pairings) p.tested = null
      },
    }).decisions.find((d) => d.key === 'intent')?.by
  expect([by('photograph'), by('line-art'), by('black-and-white')]).toEqual(['house', 'rule', 'rule'])
})

test('where there is nothing to choose from nothing is held fast, ruled out or close, whatever was pinned', () => {
  const plate = plateOf({
    pins: { printer: 'gannet', quality: 'fine', margins: 'entry' },
    studio: (s) => {
      s.printers = []
    },
  })
  const empty = plate.decisions.filter(({ value }) => value === null)
  expect(empty.length).toBeGreaterThan(10)
  for (const { key, pinned, ruledOut, close, alternatives } of empty)
    expect([key, pinned, ruledOut, close, alternatives]).toEqual([key, false, null, false, []])
})
