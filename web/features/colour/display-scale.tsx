import { useState } from 'react'

const KEY = 'display-ppi'
/** What a CSS inch is by definition; a real display differs. */
const NOMINAL = 96
const kept = () => {
  const value = Number(localStorage.getItem(KEY))
  return value >= 40 && value <= 400 ? value : NOMINAL
}

/** Fits the proof to the window or shows it at the size it is printed, once the display has been held against a ruler. */
export function DisplayScale({ scale, onScale }: { scale: number | null; onScale(ppi: number | null): void }) {
  const [ppi, setPpi] = useState(kept)
  return (
    <div className="flex flex-wrap items-center gap-2">
      <button
        type="button"
        className="btn"
        aria-pressed={scale !== null}
        onClick={() => onScale(scale === null ? ppi : null)}
        title="100 % is the size on the paper"
      >
        {scale === null ? '100 %' : 'Fit'}
      </button>
      {scale !== null && (
        <label className="flex items-center gap-2 text-sm">
          <input
            type="range"
            min={60}
            max={260}
            value={ppi}
            aria-label="Pixels to an inch of this display"
            onChange={(e) => {
              const value = Number(e.target.value)
              setPpi(value)
              localStorage.setItem(KEY, String(value))
              onScale(value)
            }}
          />
          <span aria-hidden="true" className="inline-block h-2 border-x border-b border-current" style={{ width: (50 / 25.4) * ppi }} />
          <span>until this is 50 mm</span>
        </label>
      )}
    </div>
  )
}
