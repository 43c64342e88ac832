import type { Step } from '../../../core/loading/step.ts'
import type { Setup } from '../../../core/plate/plate.ts'

const line = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 1.4, strokeLinejoin: 'round' as const, strokeLinecap: 'round' as const }
const thin = { ...line, strokeWidth: 0.8, stroke: 'var(--soft)' }

/** A small side view for the kind of step: where the sheet goes, which way it travels, which side faces you. */
export function StepDrawing({ step, setup }: { step: Step; setup: Setup }) {
  const { kind, printableSide } = setup.path
  const steep = kind === 'rear-feeder' || kind === 'fine-art-slot'
  const rolls = kind === 'roll' || kind === 'roll-uncut'
  const drawer = kind === 'cassette' || kind === 'photo-tray'
  const way = rolls
    ? 'M34 44C60 34 84 58 132 92'
    : drawer
      ? 'M118 108H58C40 108 40 78 62 76L132 78'
      : steep
        ? 'M44 22 74 74 132 92'
        : 'M22 84H146'
  const sheet = rolls ? null : drawer ? 'M62 108H128' : steep ? 'M30 2 60 54' : 'M4 84H62'
  return (
    <svg
      viewBox="0 0 160 130"
      className="w-full max-w-52 bg-raised"
      role="img"
      aria-label={`${setup.path.name}, printable side ${printableSide}`}
    >
      <path d="M52 62 62 50H122L132 62V116H52z" {...line} />
      <path d={way} {...thin} strokeDasharray="3 3" />
      {rolls ? (
        <>
          <circle cx="34" cy="44" r="20" {...line} />
          <circle cx="34" cy="44" r="6" {...line} />
        </>
      ) : (
        sheet && <path d={sheet} {...line} strokeWidth={step.phase === 'load' ? 3.4 : 2} />
      )}
      <path d="m138 90 8 3-8 3" {...line} />
      {step.id === 'wait' && <path d="M14 60 44 104M44 60 14 104" {...line} strokeWidth={2.6} />}
      {step.phase === 'panel' && <rect x="76" y="54" width="30" height="12" {...line} fill="var(--chosen)" />}
      {step.phase === 'computer' && (
        <>
          <rect x="4" y="92" width="36" height="24" {...line} fill="var(--paper)" />
          <path d="M16 122h12" {...line} />
        </>
      )}
      {step.phase === 'load' && (
        <text x="80" y="28" fontSize="9.5" fill="var(--ink)">
          printable side {printableSide}
        </text>
      )}
      {step.id === 'dry' && <path d="M140 84V20M132 84h16M132 62h16M132 40h16" {...line} />}
    </svg>
  )
}
