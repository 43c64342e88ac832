import type { PictureKind } from '../../things/brief/picture.ts'
import type { Intent } from '../../things/media/intent.ts'
import { deltaE2000, deltaE2000At, type Triple } from '../cie.ts'
import type { ColourCount } from '../count/colour-count.ts'
import type { Engine, Source, Transform } from '../engine/engine.ts'
import { weightedPercentile } from '../statistics.ts'
import { differenceOf } from './difference.ts'
import { kindOf } from './kind.ts'
import { type Measures, type Rendering, VISIBLE } from './measures.ts'

/** Neighbours closer than this are one tone to the eye; further apart than this they are an edge, which nothing flattens. */
const NEIGHBOURS = { least: 1, most: 25 }
/** A pair is flattened when less than this of its difference is left. */
const HALF = 0.5
/** Pairs a region must have before anything is said of it. */
const ENOUGH_PAIRS = 60
/** Chroma under which a colour is neutral to the eye, and over which it is called saturated. */
const CHROMA = { neutral: 5, saturated: 45, hue: 10 }
const SHADOWS = 25
const HIGHLIGHTS = 85
const SECTORS = 12
/** Closer to paper white than this a tint is lost against it, ΔE2000: common practice, level 254 is barely seen. */
const WHITE_STEP = 0.5
const WHITE = [100, 0, 0]

/** Every rendering worth a look. Compensation does nothing to absolute. */
const RENDERINGS: readonly { intent: Intent; blackPoint: boolean }[] = [
  { intent: 'relative', blackPoint: true },
  { intent: 'relative', blackPoint: false },
  { intent: 'perceptual', blackPoint: true },
  { intent: 'perceptual', blackPoint: false },
  { intent: 'saturation', blackPoint: true },
  { intent: 'absolute', blackPoint: false },
]

/** Relative and perceptual, both compensated: between these people decide. */
const SCHOOLS: readonly number[] = [0, 2]

const at = (lab: Float32Array, n: number): Triple => [lab[n * 3] as number, lab[n * 3 + 1] as number, lab[n * 3 + 2] as number]
const chroma = ([, a, b]: Triple) => Math.hypot(a, b)

/** Weighted mean, 95th percentile and maximum of those that are marked. */
function summary(values: Float64Array, weights: Float64Array, marks: Uint8Array): { mean: number; p95: number; max: number } {
  const chosen = new Float64Array(values.length)
  const weighed = new Float64Array(values.length)
  let [many, weight, sum, max] = [0, 0, 0, 0]
  for (let n = 0; n < values.length; n++) {
    if (!marks[n]) continue
    const value = values[n] as number
    const by = weights[n] as number
    chosen[many] = value
    weighed[many++] = by
    weight += by
    sum += value * by
    if (value > max) max = value
  }
  if (weight === 0) return { mean: 0, p95: 0, max: 0 }
  return { mean: sum / weight, p95: weightedPercentile(chosen.subarray(0, many), weighed.subarray(0, many), 0.95), max }
}

/** Which of so many colours are of a kind: 1 or 0 for each. */
function marked(many: number, is: (n: number) => boolean): Uint8Array {
  const marks = new Uint8Array(many)
  for (let n = 0; n < many; n++) marks[n] = is(n) ? 1 : 0
  return marks
}

/** Colours by which it is seen whether compensation does anything: some of every kind, the darkest among them. */
const ASKED_OF = 256

/** Every nth of the colours, so many in all. */
function someOf({ from, format, data }: Followed): Followed {
  const step = Math.max(1, Math.floor(data.length / 3 / ASKED_OF))
  const some = data.slice(0, Math.ceil(data.length / 3 / step) * 3)
  for (let n = 0; n * 3 < some.length; n++) some.set(data.subarray(n * step * 3, n * step * 3 + 3), n * 3)
  return { from, format, data: some }
}

/** As many colours tell two prints apart when it is not the two schools that are compared: a share good to one per cent. */
const STANDING = 1000

/** Places of colours that stand for all, and how many pixels each stands for: all where they are few, else one for every so many pixels. */
interface Standing {
  places: Uint32Array
  weights: Float64Array
}

function standingFor(counts: Uint32Array, total: number): Standing {
  if (counts.length <= STANDING) return { places: Uint32Array.from(counts, (_, n) => n), weights: Float64Array.from(counts) }
  const [places, weights]: [number[], number[]] = [[], []]
  let [sum, told] = [0, 0]
  for (let n = 0; n < counts.length; n++) {
    sum += counts[n] as number
    // The first stands for half as many before it as each does that follows.
    const by = Math.floor((sum * STANDING) / total + 0.5)
    if (by === told) continue
    places.push(n)
    weights.push(by - told)
    told = by
  }
  return { places: Uint32Array.from(places), weights: Float64Array.from(weights) }
}

/** The difference of every two prints: of relative and perceptual by every colour, of the others by those that stand for all. */
function differencesOf(prints: readonly Float32Array[], weights: Float64Array, standing: Standing): Measures['differences'] {
  const some = prints.map((lab) => {
    const of = new Float32Array(standing.places.length * 3)
    for (let i = 0; i < of.length; i++) of[i] = lab[(standing.places[Math.floor(i / 3)] as number) * 3 + (i % 3)] as number
    return of
  })
  return prints.flatMap((_, one) =>
    prints.slice(one + 1).map((_, k) => {
      const other = one + 1 + k
      const whole = SCHOOLS.includes(one) && SCHOOLS.includes(other)
      const difference =
        prints[one] === prints[other]
          ? { mean: 0, p95: 0, visible: 0 }
          : whole
            ? differenceOf(prints[one] as Float32Array, prints[other] as Float32Array, weights)
            : differenceOf(some[one] as Float32Array, some[other] as Float32Array, standing.weights)
      return { one, other, ...difference }
    }),
  )
}

/** Regions of which it is said how much of their detail is lost. */
type Region = 'shadows' | 'highlights' | 'saturated' | 'neutrals'

/** Neighbouring colours that differ visibly, by their places among the colours that are followed to a print. */
interface VisiblePairs {
  one: number[]
  other: number[]
  /** How far apart they are, ΔE2000. */
  apart: number[]
  /** Which of them lie in a region, by their places here. */
  within: Record<Region, number[]>
}

/** Colours that are followed to a print, in the space they set out from. */
interface Followed {
  from: Source
  format: 'rgb8' | 'labFloat'
  data: Uint8Array | Float32Array
}

/** What is the same on every paper: the colours that are followed to a print, and what the counted ones are. */
interface Seen {
  source: Source
  /** Lab of the counted colours. */
  wanted: Float32Array
  /** Pixels of each. */
  weights: Float64Array
  /** The counted colours, and those of the pairs after them. */
  followed: Followed
  pairs: VisiblePairs
  kind: PictureKind
  neutral: Uint8Array
  /** Twelfth of the circle of hues each counted colour lies in; none for what has hardly a hue. */
  sectors: Int8Array
  standing: Standing
}

const seen = new WeakMap<ColourCount, Seen>()

/** Worked out once for a count, however many papers it is held against. */
function seenOf(engine: Engine, count: ColourCount, source: Source): Seen {
  const known = seen.get(count)
  if (known?.source === source) return known
  const { colours, counts, total } = count
  const toLab = (rgb: Uint8Array) => {
    const t = engine.transform(source, 'rgb8', 'lab', 'labFloat', 'relative', { precise: true })
    const made = t.run(rgb, rgb.length / 3) as Float32Array
    t.free()
    return made
  }
  // Only neighbours that differ visibly are followed to the print; the others have nothing to lose.
  const pairLab = toLab(count.pairs)
  const wanted = toLab(colours)
  const pairs: VisiblePairs = { one: [], other: [], apart: [], within: { shadows: [], highlights: [], saturated: [], neutrals: [] } }
  const [both, bothLab] = [new Uint8Array(colours.length + count.pairs.length), new Float32Array(colours.length + count.pairs.length)]
  both.set(colours)
  bothLab.set(wanted)
  let all = counts.length
  for (let n = 0; n + 1 < pairLab.length / 3; n += 2) {
    const [a, b] = [at(pairLab, n), at(pairLab, n + 1)]
    const apart = deltaE2000(a, b)
    if (apart < NEIGHBOURS.least || apart > NEIGHBOURS.most) continue
    both.set(count.pairs.subarray(n * 3, n * 3 + 6), all * 3)
    bothLab.set(pairLab.subarray(n * 3, n * 3 + 6), all * 3)
    const [light, strong] = [(a[0] + b[0]) / 2, (chroma(a) + chroma(b)) / 2]
    if (light < SHADOWS) pairs.within.shadows.push(pairs.apart.length)
    if (light > HIGHLIGHTS) pairs.within.highlights.push(pairs.apart.length)
    if (strong > CHROMA.saturated) pairs.within.saturated.push(pairs.apart.length)
    if (strong < CHROMA.neutral) pairs.within.neutrals.push(pairs.apart.length)
    pairs.one.push(all)
    pairs.other.push(all + 1)
    pairs.apart.push(apart)
    all += 2
  }
  const sectorOf = (n: number) => {
    const [, a, b] = at(wanted, n)
    if (Math.hypot(a, b) <= CHROMA.hue) return -1
    return Math.floor((((Math.atan2(b, a) * 180) / Math.PI + 360) % 360) / (360 / SECTORS)) % SECTORS
  }
  const found: Seen = {
    source,
    wanted,
    weights: Float64Array.from(counts),
    // sRGB is the same for every intent, its white is the connection space's and its black is none: from its Lab on a colour has
    // half the way to go. Another profile may have a table for each intent, and a black of its own.
    followed:
      source === 'srgb'
        ? { from: 'lab', format: 'labFloat', data: bothLab.subarray(0, all * 3) }
        : { from: source, format: 'rgb8', data: both.subarray(0, all * 3) },
    pairs,
    kind: kindOf(wanted, counts, total),
    neutral: marked(counts.length, (n) => chroma(at(wanted, n)) < CHROMA.neutral),
    sectors: Int8Array.from(counts, (_, n) => sectorOf(n)),
    standing: standingFor(counts, total),
  }
  seen.set(count, found)
  return found
}

/** What a picture's colours become on one paper, for every intent with and without compensation; from its count, not its pixels. */
export function analyse(engine: Engine, count: ColourCount, source: Source, printer: Uint8Array): Measures {
  const { total } = count
  const cells = count.counts.length
  const send = ({ from, format, data }: Followed, intent: Intent, blackPoint: boolean) => {
    const t = engine.transform(from, format, printer, 'rgb16', intent, { blackPoint, precise: true })
    const made = t.run(data, data.length / 3) as Uint16Array
    t.free()
    return made
  }
  const { wanted, weights, followed, pairs, kind, neutral, sectors, standing } = seenOf(engine, count, source)
  const looking = (intent: Intent) => engine.transform(printer, 'rgb16', 'lab', 'labFloat', intent, { precise: true })
  const [relative, absolute] = [looking('relative'), looking('absolute')]
  const look = (device: Uint16Array, way: Transform) => way.run(device, device.length / 3) as Float32Array
  const print = (intent: Intent, blackPoint: boolean) =>
    look(send(followed, intent, blackPoint), intent === 'absolute' ? absolute : relative)
  const distance = (printed: Float32Array) => {
    const of = new Float64Array(cells)
    for (let n = 0; n < cells; n++) of[n] = deltaE2000At(wanted, n, printed, n)
    return of
  }
  const nearest = print('relative', false)
  const beyond = distance(nearest)
  const inside = marked(cells, (n) => (beyond[n] as number) <= VISIBLE)
  const outside = marked(cells, (n) => !inside[n])
  const every = new Uint8Array(cells).fill(1)
  const blackL = look(new Uint16Array(3), relative)[0] as number
  const shareOf = (use: (n: number) => boolean) => {
    let sum = 0
    for (let n = 0; n < cells; n++) if (use(n)) sum += weights[n] as number
    return total === 0 ? 0 : sum / total
  }
  const sampled = Math.max(1, count.pairs.length / 6)
  // No print is made twice: the nearest is one of the renderings, and a perceptual table that ends at the same black needs no
  // compensation. Compensation scales all colours by one factor: what leaves some of every kind alone leaves all alone.
  const some = someOf(followed)
  const compensated = print('perceptual', true)
  const [withIt, without] = [true, false].map((blackPoint) => send(some, 'perceptual', blackPoint))
  const asIs = withIt?.every((v, i) => v === without?.[i]) ? compensated : print('perceptual', false)
  const prints = RENDERINGS.map(({ intent, blackPoint }) => {
    if (intent === 'perceptual') return blackPoint ? compensated : asIs
    return intent === 'relative' && !blackPoint ? nearest : print(intent, blackPoint)
  })
  const told = new Map<Float32Array, Omit<Rendering, 'intent' | 'blackPoint'>>()
  const rendering = ({ intent, blackPoint }: (typeof RENDERINGS)[number], n: number): Rendering => {
    const printed = prints[n] as Float32Array
    const known = told.get(printed) ?? measured(printed)
    told.set(printed, known)
    return { intent, blackPoint, ...known }
  }
  const measured = (printed: Float32Array): Omit<Rendering, 'intent' | 'blackPoint'> => {
    const error = printed === nearest ? beyond : distance(printed)
    const flat = new Uint8Array(pairs.apart.length)
    let kept = 0
    for (let i = 0; i < flat.length; i++) {
      const left = deltaE2000At(printed, pairs.one[i] as number, printed, pairs.other[i] as number) / (pairs.apart[i] as number)
      kept += Math.min(1, left)
      flat[i] = left < HALF ? 1 : 0
    }
    const flattened = (region: Region) => {
      const within = pairs.within[region]
      return within.length < ENOUGH_PAIRS ? null : within.reduce((lost, i) => lost + (flat[i] as number), 0) / within.length
    }
    const casts = new Float64Array(cells)
    for (let n = 0; n < cells; n++) casts[n] = Math.hypot(printed[n * 3 + 1] as number, printed[n * 3 + 2] as number)
    const moved = summary(error, weights, inside)
    return {
      moved: { mean: moved.mean, p95: moved.p95 },
      error: summary(error, weights, every),
      kept: flat.length === 0 ? 1 : kept / flat.length,
      flattened: {
        all: flat.reduce((lost, one) => lost + one, 0) / sampled,
        shadows: flattened('shadows'),
        highlights: flattened('highlights'),
        saturated: flattened('saturated'),
        neutrals: flattened('neutrals'),
      },
      cast: summary(casts, weights, neutral).mean,
    }
  }
  const hues = Array.from({ length: SECTORS }, () => ({ weight: 0, error: 0 }))
  for (let n = 0; n < cells; n++) {
    const hue = hues[sectors[n] as number]
    if (!hue) continue
    hue.weight += weights[n] as number
    hue.error += (weights[n] as number) * (beyond[n] as number)
  }
  const renderings = RENDERINGS.map(rendering)
  relative.free()
  absolute.free()
  return {
    outOfGamut: { share: shareOf((n) => outside[n] === 1), ...summary(beyond, weights, outside) },
    belowBlack: shareOf((n) => (wanted[n * 3] as number) < blackL - 0.5),
    // What is a whole L* below white is more than half a ΔE2000 from it (SL is 1.74 there).
    aboveWhiteStep: shareOf(
      (n) => (wanted[n * 3] as number) < 99.9 && (nearest[n * 3] as number) > 99 && deltaE2000At(nearest, n, WHITE, 0) < WHITE_STEP,
    ),
    blackL,
    sectors: hues.map(({ weight, error }, s) => ({
      hue: (s * 360) / SECTORS,
      share: total === 0 ? 0 : weight / total,
      error: weight === 0 ? 0 : error / weight,
    })),
    kind,
    renderings,
    differences: differencesOf(prints, weights, standing),
  }
}
