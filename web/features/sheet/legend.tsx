import { useMemo } from 'react'
import type { Role } from '../../../core/output/drawing/drawing.ts'
import { drawSheet } from '../../../core/output/drawing/sheet-drawing.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'

/** What each mark means, in words, with a small sample of it. */
const MARKS: [Role, string, React.ReactNode][] = [
  [
    'sheet',
    'The sheet as it measures; the printer is above, the sheet travels up',
    <rect key="a" x="3" y="3" width="26" height="12" fill="var(--sheet)" stroke="var(--sheet-edge)" />,
  ],
  [
    'page',
    'The page the driver is told, where it differs',
    <rect key="a" x="3" y="3" width="26" height="12" fill="none" stroke="#808080" strokeDasharray="5 3" />,
  ],
  ['unprintable', 'The printer cannot print here', <path key="a" d="M4 15 14 5M10 15 20 5M16 15 26 5" stroke="#a0a0a0" strokeWidth="1" />],
  ['dead', 'A dead margin, 10 mm or more', <path key="a" d="M4 15 14 5M10 15 20 5M16 15 26 5" stroke="#6a6a6a" strokeWidth="2.4" />],
  [
    'clipped',
    'Veiled picture: it is cut off',
    <path key="a" d="M3 3h26v12H3z M6 15 14 5M14 15 22 5" fill="#bbbbbb" stroke="#3a3a3a" strokeWidth=".8" />,
  ],
  [
    'bleed',
    'Printed past the edge',
    <rect key="a" x="3" y="3" width="26" height="12" fill="none" stroke="var(--ink)" strokeDasharray="2 3" />,
  ],
  ['guide', 'Thick side: the fixed guide', <path key="a" d="M27 3v12" stroke="var(--ink)" strokeWidth="3" />],
  [
    'trim',
    'Trim here when it is dry',
    <rect key="a" x="3" y="3" width="26" height="12" fill="none" stroke="var(--ink)" strokeDasharray="8 3" />,
  ],
  ['stroke', 'Printed: a line to cut along, or around a picture', <path key="a" d="M3 9h26" stroke="var(--ink)" strokeWidth=".8" />],
  ['fold', 'Fold here', <path key="a" d="M3 9h26" stroke="var(--ink)" strokeDasharray="8 2 2 2" />],
  [
    'face',
    'What is seen from the front; the rest goes round the bars',
    <rect key="a" x="6" y="5" width="20" height="8" fill="none" stroke="var(--ink)" strokeDasharray="4 2" />,
  ],
  ['skew', 'How far the far end may drift on this path', <path key="a" d="M8 3 5 15M8 3l3 12" stroke="var(--ink)" strokeDasharray="3 2" />],
  ['words', 'Words that are printed', <path key="a" d="M6 7h20M9 11h14" stroke="var(--ink)" />],
]

/** The marks that are on this drawing, and only those. */
export function Legend({ plate, form }: { plate: Plate; form: string }) {
  const drawing = useMemo(() => drawSheet(plate, plate.brief.unit, { form }), [plate, form])
  if (!drawing) return null
  const present = new Set(drawing.marks.map((m) => m.role))
  return (
    <section aria-label="Legend" className="text-sm">
      <h2>What the marks mean</h2>
      <ul className="mt-1 space-y-1 text-soft">
        {MARKS.filter(([role]) => present.has(role)).map(([role, says, sample]) => (
          <li key={role} className="grid grid-cols-[34px_1fr] items-start gap-2">
            <svg viewBox="0 0 32 18" width="32" height="18" aria-hidden="true" className="mt-0.5" fill="none">
              {sample}
            </svg>
            <span>{says}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}
