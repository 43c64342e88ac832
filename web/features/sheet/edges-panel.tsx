import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { formOf } from '../../../core/plate/resolve/plate.ts'
import { needsRemedy } from '../../../core/plate/resolve/remedies.ts'
import { writeLength } from '../../../core/things/length/length.ts'
import { EDGES } from '../../../core/things/paths/path.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { JobEditor } from '../plate/job-editor.ts'
import { FinishChoice } from './finish-choice.tsx'
import { LossList } from './loss-list.tsx'
import { RemediesList } from './remedies-list.tsx'
import { SliverChart } from './sliver-chart.tsx'

/** With borders or without; what the printer leaves white, what it prints past, and the risk of slivers. @param form the sheet that is looked at */
export function EdgesPanel({ editor, plate, form, studio }: { editor: JobEditor; plate: Plate; form: string; studio: Studio }) {
  const { brief } = editor.draft
  const { setup } = plate
  const front = formOf(plate, form)
  if (!setup || !front) return null
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
          {front.crop && front.form.placements.length === 1 && (
            <LossList front={{ ...front, crop: front.crop }} make={brief.make} unit={brief.unit} />
          )}
          <SliverChart editor={editor} plate={plate} studio={studio} />
        </>
      )}
      {needsRemedy(plate) && <RemediesList editor={editor} plate={plate} studio={studio} />}
    </>
  )
}
