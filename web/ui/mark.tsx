import type { Level } from '../../core/plate/checks/check.ts'

const SHAPE: Record<Level, string> = {
  stop: 'M3 1h8l2 2v8l-2 2H3l-2-2V3z',
  warn: 'M7 1.2 13.3 12.6H.7z',
  note: 'M7 1.5a5.5 5.5 0 1 1 0 11 5.5 5.5 0 0 1 0-11z',
}

/** A level as a shape and a word: octagon stop, triangle warn, circle note. */
export function LevelMark({ level, word = true }: { level: Level; word?: boolean }) {
  const tone = { stop: 'text-stop', warn: 'text-warn', note: 'text-note' }[level]
  return (
    <span className={`inline-flex items-center gap-1.5 font-semibold ${tone}`}>
      <svg viewBox="0 0 14 14" width="13" height="13" aria-hidden="true">
        <path d={SHAPE[level]} fill={level === 'note' ? 'none' : 'currentColor'} stroke="currentColor" strokeWidth="1.3" />
      </svg>
      {word ? <span className="text-sm">{level}</span> : <span className="sr-only">{level}</span>}
    </span>
  )
}
