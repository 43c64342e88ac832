import { Link } from 'react-router'
import { writeCaliper } from '../../../core/things/media/caliper.ts'
import { blackOf, tallyOf } from '../../../core/things/media/media.ts'
import { SURFACE_WORDS } from '../../../core/things/media/paper-words.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { PaperEntry } from '../../../core/wire/api/papers.ts'

/** What one reads of a paper before anything else. */
export const inShort = ({ paper }: PaperEntry) =>
  `${SURFACE_WORDS[paper.surface].name}, ${paper.weight} g/m², ${paper.thicknessFrom === 'estimated' ? 'about ' : ''}${writeCaliper(paper.thickness)}`

/** What is known of a paper, in lines that say something. */
export function PaperFacts({ entry: { paper }, currency }: { entry: PaperEntry; currency: string }) {
  const lines = [
    [
      'Caliper',
      `${writeCaliper(paper.thickness)}, ${paper.thicknessFrom === 'estimated' ? 'estimated from its weight: measure it' : paper.thicknessFrom === 'label' ? 'from the label' : 'measured'}`,
    ],
    ['Prints on', `${paper.twoSided ? 'both sides' : 'one side'}${paper.printableSide ? `: ${paper.printableSide}` : ''}`],
    ['Holds', `${blackOf(paper)} black${paper.black ? ', its coating asks for it' : ''}`],
    [
      'White',
      `L* ${paper.white.join(' / ')}${paper.whiteFrom === 'eye' ? ', by eye' : paper.whiteFrom === 'profile' ? ', from its profile' : paper.whiteFrom === 'measured' ? ', measured' : ''}${paper.brightened === null ? '' : paper.brightened ? ', with brightener' : ', no brightener'}`,
    ],
    [
      'In the hand',
      [
        paper.stiffness === 'usual' ? '' : paper.stiffness,
        paper.curl === 'flat' ? '' : paper.curl === 'some' ? 'curls somewhat' : 'curls strongly',
        paper.grain ? `grain along the ${paper.grain === 'long-side' ? 'long' : 'short'} side` : '',
        paper.crease ? `comes creased across its ${paper.crease === 'long-side' ? 'long' : 'short'} side` : '',
      ]
        .filter(Boolean)
        .join(', '),
    ],
    ['Dries in', paper.dryingMinutes === null ? '' : `${paper.dryingMinutes} min`],
    ['Costs', paper.pricePerSquareMetre > 0 ? `${currency} ${paper.pricePerSquareMetre.toFixed(2)} a square metre` : ''],
    ['Its maker says', paper.recommends.map((r) => `${r.mediaType}${r.printers ? ` on ${r.printers}` : ''}`).join('; ')],
    ['Notes', paper.notes],
  ] as const
  return (
    <dl className="grid grid-cols-[8rem_minmax(0,1fr)] gap-x-3 gap-y-1">
      {lines
        .filter(([, says]) => says)
        .map(([word, says]) => (
          <div key={word} className="contents">
            <dt className="text-soft">{word}</dt>
            <dd className="whitespace-pre-line">{says}</dd>
          </div>
        ))}
    </dl>
  )
}

/** What is known of a paper on each printer it was printed on. */
export function ProvenOn({ paperId, studio }: { paperId: string; studio: Studio }) {
  const known = studio.pairings.filter((p) => p.paperId === paperId)
  if (known.length === 0)
    return (
      <p className="text-soft">
        Not printed on yet.{' '}
        <Link className="link" to="/shelf/pairings">
          New paper on a printer
        </Link>
      </p>
    )
  return (
    <ul>
      {known.map((pairing) => {
        const printer = studio.printers.find((p) => p.id === pairing.printerId)
        const entry = printer?.mediaTypes.find((m) => m.id === pairing.mediaTypeId)
        return (
          <li key={pairing.id}>
            <Link className="link" to={`/shelf/pairings/${pairing.printerId}/${paperId}`}>
              {printer?.name ?? pairing.printerId}
            </Link>{' '}
            as “{entry?.driverName ?? pairing.mediaTypeId}”, {tallyOf(pairing).good} good
            {tallyOf(pairing).bad > 0 ? `, ${tallyOf(pairing).bad} wasted` : ''}
            {pairing.profileId ? '' : ', without a profile'}
          </li>
        )
      })}
    </ul>
  )
}
