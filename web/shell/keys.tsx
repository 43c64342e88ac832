import { Panel } from './panel.tsx'

const KEYS: [string, string][] = [
  ['n', 'New job'],
  ['g b · g l · g s', 'Go to bench, log, shelf'],
  ['Ctrl K', 'Find anything'],
  ['1 … 7', 'Stages of the job'],
  ['j · k', 'Down and up the spine'],
  ['Enter', 'Alternatives of the chosen line'],
  ['p', 'Pin or release the chosen line'],
  ['r', 'Turn the picture'],
  ['c', 'Centre it'],
  ['v', 'Sheet, back, crop, ways, cut plan in turn'],
  ['e', 'Look closely at one edge after the other'],
  ['arrows', 'Nudge the picture 1 mm (Shift 10 mm, Alt 0.1 mm); Alt while dragging does not snap'],
  ['.', 'Next finding'],
  ['f', 'Apply its fix'],
  ['space', 'Alternate proof and original'],
  ['z · Shift Z', 'Undo, redo'],
]

/** What the keyboard does. */
export function Keys({ close }: { close: () => void }) {
  return (
    <Panel title="Keys" close={close}>
      <h2 className="border-b border-line px-4 py-3">Keys</h2>
      <dl className="grid grid-cols-[9rem_1fr] gap-x-4 gap-y-1.5 overflow-y-auto p-4">
        {KEYS.map(([key, does]) => [
          <dt key={key}>
            <span className="kbd">{key}</span>
          </dt>,
          <dd key={does}>{does}</dd>,
        ])}
      </dl>
      <p className="border-t border-line p-3 text-right">
        <button type="button" className="btn" onClick={close}>
          Close
        </button>
      </p>
    </Panel>
  )
}
