import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { isUnseen, sayDifference } from '../../../core/color/measure/difference.ts'
import type { Measures, Rendering } from '../../../core/color/measure/measures.ts'
import { recommend } from '../../../core/color/measure/recommend.ts'
import { PICTURE_KINDS, type PictureKind } from '../../../core/things/brief/picture.ts'
import type { Intent } from '../../../core/things/media/intent.ts'
import { INTENT_NAMES } from '../../../core/things/media/intent.ts'
import { measuresQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Select } from '../../ui/select.tsx'
import { Failed, Loading } from '../../ui/states.tsx'
import { Take } from '../../ui/take.tsx'
import { Disagreement } from './disagreement.tsx'
import { percent } from './names.ts'

const KIND: Record<PictureKind, string> = { photograph: 'a photograph', 'black-and-white': 'black and white', 'line-art': 'line art' }
const HUES = ['red', 'orange', 'yellow', 'yellow-green', 'green', 'blue-green', 'cyan', 'sky', 'blue', 'violet', 'magenta', 'pink']

const delta = (value: number) => value.toFixed(1)

interface Props {
  pictureId: string
  profileId: string
  paper: string
  intent: Intent
  blackPoint: boolean
  /** What a person says the picture is; null lets its colours tell. */
  kind: PictureKind | null
  /** What the house rule prefers on this surface. */
  house: 'relative' | 'perceptual'
  /** What the driver calls its own mode for black and white, or empty. */
  monochromeMode: string
  /** Who decided the plate's intent. */
  by: string
  onKind(kind: PictureKind | null): void
  onUse(intent: Intent, blackPoint: boolean): void
}

/** What every intent does to this picture on this paper, in numbers, and which to take. */
export function IntentsView({ pictureId, profileId, paper, intent, blackPoint, kind, house, by, monochromeMode, onKind, onUse }: Props) {
  const query = useQuery(measuresQuery(pictureId, profileId))
  if (query.error) return <Failed error={query.error} again={() => void query.refetch()} />
  if (!query.data) return <Loading what="what this paper does to the picture" />
  const { measures: m } = query.data
  const recommendation = recommend(m, { kind, house })
  const chosen = (r: Rendering) => r.intent === intent && (r.intent === 'absolute' || r.blackPoint === blackPoint)
  return (
    <div className="absolute inset-0 overflow-auto bg-paper p-4">
      <section aria-label="Recommendation" className="max-w-3xl border-l-4 border-act pl-3">
        <h2>{recommendation.close ? 'Either will do' : `${INTENT_NAMES[recommendation.intent].short} for this picture on ${paper}`}</h2>
        <p className="mt-0.5">{recommendation.says}</p>
        <Disagreement measures={m} plate={{ intent, blackPoint, by }} recommendation={recommendation} />
        {!(intent === recommendation.intent) && (
          <Button kind="act" className="mt-2" onClick={() => onUse(recommendation.intent, true)}>
            Use {INTENT_NAMES[recommendation.intent].short.toLowerCase()}
          </Button>
        )}
      </section>
      <Select
        label="The picture is"
        labelAt="before"
        className="mt-2 max-w-3xl"
        value={kind}
        options={[[null, `${KIND[m.kind]}, as its colours tell`], ...PICTURE_KINDS.map((k) => [k, KIND[k]] as const)]}
        onChange={(to) => onKind(to)}
      />
      {(kind ?? m.kind) === 'black-and-white' && monochromeMode && (
        <p className="mt-2 max-w-3xl">
          This printer has a black-and-white mode of its own, “{monochromeMode}”. It holds greys with fewer coloured inks, so they stay
          neutral under other light; it takes no profile, so the driver manages and what you see here does not foretell it. Worth a strip.
        </p>
      )}
      <p className="mt-3 max-w-3xl">
        {m.outOfGamut.share === 0 ? (
          'Every colour of the picture can be printed as it is here. '
        ) : (
          <>
            <b className="num">{percent(m.outOfGamut.share)}</b> of the picture cannot be printed as it is here: its nearest print is{' '}
            <span className="num">{delta(m.outOfGamut.mean)}</span> ΔE2000 away on average,{' '}
            <span className="num">{delta(m.outOfGamut.p95)}</span> at the 95th percentile, at most{' '}
            <span className="num">{delta(m.outOfGamut.max)}</span>.{' '}
          </>
        )}
        <b className="num">{percent(m.belowBlack)}</b> is darker than the printer’s black (L*{' '}
        <span className="num">{m.blackL.toFixed(0)}</span>), <b className="num">{percent(m.aboveWhiteStep)}</b> too light to show against
        the paper.
      </p>
      <div className="overflow-x-auto">
        <table className="mt-3 w-full text-left" aria-label="Intents compared">
          <thead>
            <tr className="text-sm text-soft">
              <th rowSpan={2} className="py-1 pr-3 align-bottom font-normal">
                Intent
              </th>
              <th colSpan={2} className="font-normal">
                Printable colours move, ΔE2000
              </th>
              <th rowSpan={2} className="pr-3 align-bottom font-normal">
                Difference
                <br />
                kept
              </th>
              <th colSpan={5} className="font-normal">
                Gradations flattened
              </th>
              <th rowSpan={2} className="pr-3 align-bottom font-normal">
                Cast
              </th>
              <td rowSpan={2} />
            </tr>
            <tr className="border-b border-line text-sm text-soft">
              {['mean', '95th', 'all', 'shadows', 'highlights', 'saturated', 'neutrals'].map((h) => (
                <th key={h} className="pr-3 font-normal">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {m.renderings.map((r) => (
              <tr key={`${r.intent} ${r.blackPoint}`} className={`border-b border-hair ${chosen(r) ? 'bg-chosen' : ''}`}>
                <th scope="row" className="py-1.5 pr-3 font-normal">
                  <b className="font-semibold">{INTENT_NAMES[r.intent].short}</b>
                  {r.intent === 'absolute' ? '' : r.blackPoint ? ', compensated' : ', not compensated'}
                </th>
                <td className="num pr-3 whitespace-nowrap">{delta(r.moved.mean)}</td>
                <td className="num pr-3 whitespace-nowrap">{delta(r.moved.p95)}</td>
                <td className="num pr-3 whitespace-nowrap">{percent(r.kept)}</td>
                {[r.flattened.all, r.flattened.shadows, r.flattened.highlights, r.flattened.saturated, r.flattened.neutrals].map(
                  (value, i) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: columns of a table
                    <td key={i} className="num pr-3 whitespace-nowrap">
                      {percent(value)}
                    </td>
                  ),
                )}
                <td className="num pr-3 whitespace-nowrap">{delta(r.cast)}</td>
                <td className="text-right">
                  <Take
                    small
                    taken={chosen(r)}
                    word="set"
                    label={`Use ${INTENT_NAMES[r.intent].short}${r.blackPoint ? ', compensated' : ''}`}
                    onTake={() => onUse(r.intent, r.blackPoint)}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <TwoPrints measures={m} />
      <p className="mt-1 text-sm text-soft">
        A gradation is flattened when neighbours that differ visibly keep less than half of it. – means the picture has hardly any there.
      </p>
      {m.sectors.some((sector) => sector.share > 0) && <HueWheel measures={m} />}
    </div>
  )
}

const named = (r: Rendering) =>
  `${INTENT_NAMES[r.intent].short}${r.intent === 'absolute' ? '' : r.blackPoint ? ', compensated' : ', not compensated'}`

/** The difference of any two candidates, print against print. */
function TwoPrints({ measures }: { measures: Measures }) {
  const [[one, other], setPair] = useState<[number, number]>([0, 2])
  const found = measures.differences.find((d) => d.one === Math.min(one, other) && d.other === Math.max(one, other))
  const select = (label: string, value: number, set: (n: number) => void) => (
    <Select
      label={label}
      labelAt="hidden"
      value={value}
      options={measures.renderings.map((r, n) => [n, named(r)] as const)}
      onChange={(to) => set(to)}
    />
  )
  return (
    <section aria-label="Two prints compared" className="mt-4 max-w-3xl border-t border-line pt-3">
      <h3 className="flex flex-wrap items-center gap-2">
        {select('One print', one, (n) => setPair([n, other]))} against {select('Another print', other, (n) => setPair([one, n]))}
      </h3>
      <p className="mt-1" data-testid="two-prints">
        {found ? `The two prints ${sayDifference(found)}.${isUnseen(found) ? ' Nobody tells them apart.' : ''}` : 'One and the same print.'}
      </p>
    </section>
  )
}

/** Where the picture's colours lie around the hue circle (length), and how far relative colorimetric misses them (darkness). */
function HueWheel({ measures }: { measures: Measures }) {
  const most = Math.max(...measures.sectors.map((s) => s.share), 1e-6)
  const worst = Math.max(...measures.sectors.map((s) => s.error), 1)
  const R = 74
  const at = (degrees: number, r: number) => {
    const a = (-degrees * Math.PI) / 180
    return `${(Math.cos(a) * r).toFixed(1)} ${(Math.sin(a) * r).toFixed(1)}`
  }
  return (
    <section aria-label="By hue" className="mt-4 flex flex-wrap items-center gap-6">
      <svg viewBox="-110 -95 220 190" width="270" height="233" role="img" aria-label="The picture's colours around the hue circle">
        <circle r={R} fill="none" stroke="var(--line)" />
        <path d={`M${-R} 0H${R}M0 ${-R}V${R}`} stroke="var(--hair)" />
        {measures.sectors.map((s) => {
          const r = R * Math.sqrt(s.share / most)
          const dark = 0.12 + 0.78 * (s.error / worst)
          return r < 1 ? null : (
            <path
              key={s.hue}
              d={`M0 0L${at(s.hue + 1, r)}A${r} ${r} 0 0 0 ${at(s.hue + 29, r)}Z`}
              fill="var(--ink)"
              fillOpacity={dark}
              stroke="var(--ink)"
              strokeWidth=".6"
            />
          )
        })}
        {HUES.map((name, i) => {
          const [x = 0, y = 0] = at(i * 30 + 15, R + 14)
            .split(' ')
            .map(Number)
          return i % 2 === 0 ? (
            <text key={name} x={x} y={y + 3} textAnchor={x > 8 ? 'start' : x < -8 ? 'end' : 'middle'} fontSize="9" fill="var(--soft)">
              {name}
            </text>
          ) : null
        })}
      </svg>
      <ul className="text-sm">
        {measures.sectors
          .map((s, i) => ({ ...s, name: HUES[i] ?? '' }))
          .filter((s) => s.share > 0.01)
          .sort((a, b) => b.error - a.error)
          .slice(0, 5)
          .map((s) => (
            <li key={s.hue}>
              <span className="inline-block w-24">{s.name}</span>
              <span className="num">{percent(s.share)}</span> of the picture, missed by <span className="num">{delta(s.error)}</span>
            </li>
          ))}
      </ul>
    </section>
  )
}
