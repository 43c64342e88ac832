import { labToSrgb, type Triple } from '../../core/color/cie.ts'

/** A Lab colour as the display shows it, as near as sRGB comes. */
export const cssOf = (lab: Triple | readonly number[]): string => {
  const [r, g, b] = labToSrgb(lab as Triple).map((v) => Math.round(v * 255))
  return `rgb(${r} ${g} ${b})`
}

/** Lab as it is read aloud: whole L*, a*, b*. */
export const labWords = (lab: readonly number[], digits = 0): string =>
  lab.map((v) => v.toFixed(digits).replace(/^-0(\.0+)?$/, '0$1')).join(' ')

/** A small patch of one colour, or of two side by side. */
export function LabPatch({ colours, size = 18 }: { colours: readonly (readonly number[])[]; size?: number }) {
  return (
    <span aria-hidden="true" className="inline-flex shrink-0 border border-line align-middle" style={{ height: size }}>
      {colours.map((lab, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: two halves of one patch
        <span key={i} style={{ width: size, background: cssOf(lab) }} />
      ))}
    </span>
  )
}
