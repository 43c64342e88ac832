import type { ProfileFacts } from '../../../core/color/profile/facts.ts'
import { fileUrl } from '../../api/client.ts'
import { LabPatch, labWords } from '../../ui/lab-patch.tsx'
import { Silhouette } from './silhouette.tsx'

const KIND: Record<string, string> = {
  lut8: '8-bit table',
  lut16: '16-bit table',
  lutAToB: 'curves and table',
  lutBToA: 'curves and table',
}
const FOR: Record<string, string> = { '0': 'perceptual', '1': 'relative', '2': 'saturation', '3': 'absolute' }

/** What a profile says of itself and what its tables come to. */
export function FactsView({ facts, hash }: { facts: ProfileFacts; hash: string }) {
  const rows: [string, React.ReactNode][] = [
    [
      'Paper white',
      <span key="w" className="num inline-flex items-center gap-2">
        <LabPatch colours={[facts.white]} /> Lab {labWords(facts.white, 1)}
      </span>,
    ],
    [
      'Black',
      <span key="b" className="num inline-flex items-center gap-2">
        <LabPatch colours={[facts.black]} /> Lab {labWords(facts.black, 1)}
      </span>,
    ],
    [
      'Gamut volume',
      <span key="v" className="num">
        {facts.volume.toLocaleString('en')} cubic Lab units
      </span>,
    ],
    ['File', `ICC version ${facts.version}, printer class, ${facts.space} to ${facts.connection}, ${Math.round(facts.bytes / 1024)} kB`],
    ...(facts.fileName ? ([['Came as', facts.fileName]] as [string, React.ReactNode][]) : []),
    ['Made', facts.created ? facts.created.slice(0, 10) : 'no date in the file'],
    [
      'By',
      [facts.makerText, facts.modelText].filter(Boolean).join(', ') || [facts.maker, facts.model].filter(Boolean).join(' ') || 'not said',
    ],
    ['Chart readings', facts.patches > 0 ? `${facts.patches} patches, kept in the profile` : 'none in the profile'],
  ]
  return (
    <div className="mt-4 flex flex-wrap items-start gap-6 border-t border-hair pt-3">
      <div className="min-w-0 flex-1">
        <dl className="grid grid-cols-[8rem_minmax(0,1fr)] gap-y-1">
          {rows.map(([name, value]) => (
            <div key={name} className="contents">
              <dt className="text-soft">{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
        <table className="mt-3 text-left text-sm" aria-label="Tables">
          <thead>
            <tr className="border-b border-line text-soft">
              <th className="pr-4 font-normal">Table</th>
              <th className="pr-4 font-normal">Intent</th>
              <th className="pr-4 font-normal">Kind</th>
              <th className="font-normal">Grid</th>
            </tr>
          </thead>
          <tbody>
            {facts.tables.map((t) => (
              <tr key={t.tag} className="border-b border-hair">
                <td className="pr-4">{t.tag.startsWith('A2B') ? 'device to colour' : 'colour to device'}</td>
                <td className="pr-4">{FOR[t.tag.slice(3)]}</td>
                <td className="pr-4">{t.sameAs ? `the same as ${FOR[t.sameAs.slice(3)]}` : (KIND[t.kind] ?? t.kind)}</td>
                <td className="num">{t.grid.join(' × ') || 'none'}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-3 text-sm">
          <a className="link" href={fileUrl(hash)} download={`${hash.slice(0, 12)}.icc`}>
            Save a copy of the file
          </a>
        </p>
      </div>
      <Silhouette reach={facts.silhouette} label="How far its gamut reaches in each direction of hue" />
    </div>
  )
}
