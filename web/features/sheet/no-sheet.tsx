import type { Studio } from '../../../core/things/studio/studio.ts'
import { Button } from '../../ui/button.tsx'
import { Empty } from '../../ui/states.tsx'
import type { JobEditor } from '../plate/job-editor.ts'
import { WaysView } from './ways-view.tsx'

interface Props {
  editor: JobEditor
  studio: Studio
  /** Every way is looked at, with what stands against it. */
  ways: boolean
  onWays(): void
}

/** Where the sheet would be, when what is chosen leaves none. */
export const NoSheet = ({ editor, studio, ways, onWays }: Props) => (
  <div className="h-full">
    <section className="relative h-full min-h-[26rem] min-w-0 bg-bench" aria-label="Ways">
      {ways ? (
        <WaysView editor={editor} studio={studio} />
      ) : (
        <Empty title="No sheet to draw yet">
          What is chosen leaves no way through the studio. The findings below say why, with a fix where there is one; or release a pin on
          the left.{' '}
          <Button kind="link" onClick={onWays}>
            See every way with its reason
          </Button>
        </Empty>
      )}
    </section>
  </div>
)
