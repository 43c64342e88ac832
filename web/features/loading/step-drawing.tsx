import type { ReactNode } from 'react'
import type { Setup } from '../../../core/plate/resolve/plate.ts'
import { kindOf } from '../../../core/things/paths/kinds.ts'
import type { Step, StepKind } from '../../../core/work/loading/step.ts'

const line = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 1.5, strokeLinejoin: 'round' as const, strokeLinecap: 'round' as const }
const thin = { ...line, strokeWidth: 0.9, stroke: 'var(--soft)' }
const bold = { ...line, strokeWidth: 3.2 }
const act = { ...line, stroke: 'var(--act)', strokeWidth: 2.4 }

/** An arrow along a path, its head pointing the way of the last two points. */
function Arrow({ d, x, y, turn, style = act }: { d: string; x: number; y: number; turn: number; style?: typeof act }) {
  return (
    <>
      <path d={d} {...style} />
      <path d="M-7-4 0 0-7 4" transform={`translate(${x} ${y}) rotate(${turn})`} {...style} />
    </>
  )
}

/** The machine from the side: body, and the way the paper takes through it. */
const Body = ({ way }: { way?: string }) => (
  <>
    <path d="M54 64 64 50H126L136 64V116H54z" {...line} />
    {way && <path d={way} {...thin} strokeDasharray="3 3" />}
  </>
)

const Text = ({ x, y, children }: { x: number; y: number; children: ReactNode }) => (
  <text x={x} y={y} fontSize="9.5" fill="var(--ink)" textAnchor="middle">
    {children}
  </text>
)

const ROLL_WAY = 'M34 44C60 34 84 58 134 92'
const wayOf = ({ path }: Setup) => kindOf(path).drawing

const Panel = ({ children }: { children?: ReactNode }) => (
  <>
    <rect x="34" y="30" width="92" height="66" rx="3" {...line} />
    <rect x="42" y="38" width="60" height="40" {...thin} />
    <circle cx="114" cy="46" r="5" {...line} />
    <circle cx="114" cy="66" r="5" {...line} />
    {children}
  </>
)

const Roll = ({ x = 80, y = 60 }: { x?: number; y?: number }) => (
  <>
    <circle cx={x} cy={y} r="34" {...line} />
    <circle cx={x} cy={y} r="12" {...line} />
    <path d={`M${x} ${y - 34}c22 0 30 16 30 30`} {...thin} />
  </>
)

/** Our own small drawing for every kind of step, in the ink of the page. */
const DRAWINGS: Record<StepKind, (setup: Setup) => ReactNode> = {
  practise: () => (
    <>
      <rect x="30" y="18" width="60" height="84" {...line} />
      <rect x="38" y="26" width="44" height="68" {...thin} strokeDasharray="4 3" />
      <path d="M104 96V34M98 42l6-10 6 10" {...act} />
      <path d="M98 96h12" {...act} />
    </>
  ),
  cut: () => (
    <>
      <rect x="24" y="24" width="112" height="72" {...line} />
      <path d="M80 14V106" {...act} strokeDasharray="6 4" />
      <path d="m74 8 6 10 6-10" {...act} />
      <path d="M92 24V96" {...bold} stroke="var(--soft)" />
    </>
  ),
  computer: () => (
    <>
      <rect x="30" y="20" width="100" height="66" rx="2" {...line} />
      <path d="M66 104h28M80 86v18" {...line} />
      <path d="M44 38h40M44 52h56M44 66h30" {...thin} />
      <path d="m96 60 8 8 16-20" {...act} />
    </>
  ),
  panel: () => (
    <Panel>
      <path d="M48 48h30M48 58h46M48 68h22" {...thin} />
      <path d="m74 66 6 6 12-14" {...act} />
    </Panel>
  ),
  attach: () => (
    <>
      <Body />
      <path d="M8 84h40v-8H8z" {...line} />
      <Arrow d="M20 66C28 52 40 50 50 62" x={50} y={62} turn={50} />
    </>
  ),
  room: () => (
    <>
      <path d="M58 46h44v32H58z" {...line} />
      <path d="M4 64H58M102 64h54" {...bold} stroke="var(--soft)" />
      <path d="M4 92H56M104 92h52M4 88v8M56 88v8M104 88v8M156 88v8" {...act} strokeWidth={1.4} />
    </>
  ),
  wait: (s) => (
    <>
      <Body way={wayOf(s).way} />
      <path d={wayOf(s).sheet} {...bold} />
      <path d="M10 44 46 98M46 44 10 98" {...act} strokeWidth={3} />
    </>
  ),
  side: ({ path }) => (
    <>
      <path d="M28 84 66 60H140L102 84z" {...line} fill={path.printableSide === 'up' ? 'var(--raised)' : 'var(--chosen)'} />
      {path.printableSide === 'up' ? <Arrow d="M84 62V28" x={84} y={26} turn={-90} /> : <Arrow d="M84 84V110" x={84} y={113} turn={90} />}
      <Text x={84} y={path.printableSide === 'up' ? 16 : 48}>
        printable side {path.printableSide}
      </Text>
    </>
  ),
  guides: (s) => (
    <>
      <rect x="46" y="12" width="68" height="88" {...line} />
      <path d="M38 34v54h8M122 34v54h-8" {...bold} />
      <Arrow d="M16 58H32" x={34} y={58} turn={0} />
      <Arrow d="M144 58H128" x={126} y={58} turn={180} />
      <Text x={80} y={58}>
        {s.path.printableSide === 'up' ? 'facing you' : 'face down'}
      </Text>
    </>
  ),
  slot: (s) => (
    <>
      <Body way={wayOf(s).way} />
      <path d={wayOf(s).sheet} {...bold} />
      <Arrow d="M46 8 64 38" x={65} y={40} turn={60} />
    </>
  ),
  board: () => (
    <>
      <Body way="M10 84H150" />
      <path d="M2 84H58" {...bold} strokeWidth={5} />
      <Arrow d="M8 68H44" x={47} y={68} turn={0} />
      <path d="M2 90h56" {...thin} />
    </>
  ),
  'cut-sheet': () => (
    <>
      <rect x="30" y="20" width="86" height="72" {...line} />
      <path d="M124 12v92" {...act} />
      <Arrow d="M84 56H112" x={116} y={56} turn={0} />
      <Text x={72} y={112}>
        to the right-hand mark
      </Text>
    </>
  ),
  core: () => (
    <>
      <circle cx="50" cy="62" r="22" {...line} />
      <circle cx="50" cy="62" r="14" {...thin} />
      <circle cx="114" cy="62" r="32" {...line} />
      <circle cx="114" cy="62" r="24" {...thin} />
      <path d="M36 62h28M90 62h48" {...act} strokeWidth={1.4} />
      <Text x={50} y={106}>
        2 in
      </Text>
      <Text x={114} y={110}>
        3 in
      </Text>
    </>
  ),
  flange: () => (
    <>
      <rect x="46" y="42" width="84" height="40" {...line} />
      <path d="M40 30v64" {...bold} strokeWidth={5} />
      <path d="M136 34v56" {...bold} />
      <path d="M12 62h28M136 62h16" {...thin} />
      <Arrow d="M112 62H56" x={52} y={62} turn={180} />
    </>
  ),
  suction: () => (
    <>
      <path d="M20 52H140" {...bold} />
      <path d="M20 66H140V84H20z" {...line} />
      {[36, 58, 80, 102, 124].map((x) => (
        <Arrow key={x} d={`M${x} 58V74`} x={x} y={76} turn={90} style={{ ...act, strokeWidth: 1.4 }} />
      ))}
    </>
  ),
  feed: ({ path }) => (
    <>
      <Body way={ROLL_WAY} />
      <circle cx="34" cy="44" r="22" {...line} />
      <circle cx="34" cy="44" r="7" {...line} />
      <Arrow d="M58 38C74 44 92 58 118 78" x={120} y={80} turn={40} />
      <Text x={96} y={30}>
        side {path.printableSide}
      </Text>
    </>
  ),
  media: ({ mediaType }) => (
    <Panel>
      <text x="46" y="62" fontSize="8.5" fill="var(--ink)">
        {mediaType.panelName.slice(0, 13)}
      </text>
      <circle cx="114" cy="66" r="9" {...act} />
    </Panel>
  ),
  confirm: () => (
    <Panel>
      <Text x={72} y={64}>
        ?
      </Text>
      <circle cx="114" cy="46" r="9" {...act} />
      <path d="m109 46 4 4 7-8" {...act} strokeWidth={1.8} />
    </Panel>
  ),
  dry: () => (
    <>
      <circle cx="54" cy="60" r="30" {...line} />
      <path d="M54 40V60L68 70" {...act} />
      <path d="M100 36h44M100 60h44M100 84h44" {...bold} />
      <path d="M96 28v64M148 28v64" {...thin} />
    </>
  ),
  'turn-over': () => (
    <>
      <rect x="18" y="34" width="44" height="60" {...line} />
      <rect x="98" y="34" width="44" height="60" {...line} fill="var(--chosen)" />
      <Arrow d="M46 24C64 8 92 8 112 22" x={114} y={24} turn={42} />
    </>
  ),
  trim: () => (
    <>
      <rect x="28" y="16" width="104" height="88" {...thin} />
      <rect x="44" y="30" width="72" height="60" {...line} />
      <path d="M34 90H126M116 20V100" {...act} strokeDasharray="6 4" />
    </>
  ),
  fold: () => (
    <>
      <path d="M26 92 80 74V22L26 40zM134 92 80 74V22l54 18z" {...line} />
      <path d="M80 14V82" {...act} strokeDasharray="5 4" />
    </>
  ),
  wrap: () => (
    <>
      <rect x="44" y="32" width="72" height="56" {...bold} />
      <rect x="26" y="14" width="108" height="92" {...thin} />
      <Arrow d="M80 104V90" x={80} y={88} turn={-90} />
      <Arrow d="M80 16V30" x={80} y={32} turn={90} />
      <Arrow d="M28 60H42" x={44} y={60} turn={0} />
      <Arrow d="M132 60H118" x={116} y={60} turn={180} />
    </>
  ),
  tidy: () => (
    <>
      <Body />
      <Arrow d="M30 92C10 74 16 48 44 44" x={46} y={43} turn={-8} />
    </>
  ),
}
const Drawn = ({ kind, setup }: { kind: StepKind; setup: Setup }) =>
  kind === 'feed' && setup.path.roll.selfLoading ? <Roll /> : DRAWINGS[kind](setup)

/** A small drawing of what this step is about. */
export function StepDrawing({ step, setup }: { step: Step; setup: Setup }) {
  return (
    <svg viewBox="0 0 160 120" className="w-full max-w-60 bg-raised" role="img" aria-label={step.title} data-drawing={step.kind}>
      <Drawn kind={step.kind} setup={setup} />
    </svg>
  )
}
