import { PATH_KINDS, type PathKindId } from '../../core/things/paths/kinds.ts'

/** A path of a printer seen from the side: the way of the sheet, and the sheet before it. */
export const PathGlyph = ({ kind, size = 44 }: { kind: PathKindId; size?: number }) => {
  const { way, sheet } = PATH_KINDS[kind].drawing
  return (
    <svg viewBox="0 0 160 120" width={size} height={size * 0.75} aria-hidden="true" className="shrink-0">
      <path d="M48 52h64l14 14v32H36V64z" fill="var(--hair)" stroke="var(--line)" strokeWidth="4" strokeLinejoin="round" />
      <path d={way} fill="none" stroke="var(--soft)" strokeWidth="6" strokeDasharray="10 7" />
      <path d={sheet} fill="none" stroke="var(--ink)" strokeWidth="8" strokeLinecap="round" />
    </svg>
  )
}

/** A printer seen from the front: wide ones for rolls stand on legs. */
export const PrinterGlyph = ({ wide, size = 44 }: { wide: boolean; size?: number }) => (
  <svg
    viewBox="0 0 160 120"
    width={size}
    height={size * 0.75}
    aria-hidden="true"
    className="shrink-0"
    fill="none"
    stroke="var(--soft)"
    strokeWidth="5"
  >
    {wide ? (
      <path d="M8 24h144v38H8zM22 62v50M138 62v50M12 112h20M128 112h20M30 62v34h100V62" strokeLinejoin="round" />
    ) : (
      <path d="M20 44h120v48H20zM46 44V18h68v26M40 92v14h80V92M32 58h16" strokeLinejoin="round" />
    )}
  </svg>
)
