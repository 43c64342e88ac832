import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { layoutOf } from '../../../core/plate/resolve/plate.ts'
import { needsRemedy } from '../../../core/plate/resolve/remedies.ts'
import { writeLength } from '../../../core/things/length/length.ts'
import { EDGES } from '../../../core/things/paths/path.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { JobEditor } from '../plate/job-editor.ts'
import { FinishChoice } from './finish-choice.tsx'
import { RemediesList } from './remedies-list.tsx'
import { SliverChart } from './sliver-chart.tsx'

/** With borders or without; what the printer leaves white, what it prints past, and the risk of slivers. */
export function EdgesPanel({ editor, plate, studio }: { editor: JobEditor; plate: Plate; studio: Studio }) {
  const { brief } = editor.draft
  const { setup } = plate
  const layout = layoutOf(plate)
  if (!setup || !layout) return null
  const { path } = setup
  return (
    <>
      <FinishChoice editor={editor} />
      <p className="mt-2 text-sm text-soft">
        {path.name} leaves {EDGES.map((e) => `${writeLength(path.margins[e], brief.unit)} ${e}`).join(', ')}.{' '}
        {path.borderless
          ? `Borderless at ${path.borderless.edges.length === 4 ? 'all four edges' : path.borderless.edges.join(' and ')}${path.borderless.sizes === 'any' ? '' : ' of listed sizes'}.`
          : 'It does not print borderless.'}
      </p>
      {setup.borderless !== 'none' && (
        <>
          <table className="mt-2 w-full text-left text-sm" aria-label="Picture lost at each edge">
            <thead>
              <tr className="border-b border-line text-soft">
                <th className="font-normal">Edge</th>
                <th className="font-normal">lost</th>
                <th className="font-normal">of the picture</th>
              </tr>
            </thead>
            <tbody>
              {EDGES.map((edge) => {
                const lost = layout.bleed[edge] + layout.clipped[edge]
                const side = edge === 'leading' || edge === 'trailing' ? layout.picture.h : layout.picture.w
                return (
                  <tr key={edge} className="border-b border-hair">
                    <th scope="row" className="py-0.5 font-normal">
                      {edge}
                    </th>
                    <td className="num">{writeLength(lost, brief.unit)}</td>
                    <td className="num">{((lost / side) * 100).toFixed(1)} %</td>
                  </tr>
                )
              })}
            </tbody>
          </table>
          <SliverChart plate={plate} studio={studio} onStep={(expansion) => editor.pin({ expansion })} />
        </>
      )}
      {needsRemedy(plate) && <RemediesList editor={editor} plate={plate} studio={studio} />}
    </>
  )
}
