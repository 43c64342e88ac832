import type { Mark } from '../../../core/output/drawing/drawing.ts'
import { LEADING } from '../../../core/sheet/make/back-text.ts'
import { wrapPieces } from '../../../core/sheet/make/wrapped-canvas.ts'
import { isSideways } from '../../../core/things/brief/turn.ts'

interface Part {
  /** Part of the upright picture, fractions. */
  crop: { x: number; y: number; w: number; h: number }
  to: { x: number; y: number; w: number; h: number }
  flipX: boolean
  flipY: boolean
}

/** The parts of the picture a print is made of: one, or a face with sides made from it. */
function partsOf({ rect, crop, turn, mirror, sides }: Extract<Mark, { kind: 'picture' }>): { parts: Part[]; colour: string | null } {
  const [w, h] = isSideways(turn) ? [rect.h, rect.w] : [rect.w, rect.h]
  if (!sides) return { parts: [{ crop, to: { x: 0, y: 0, w, h }, flipX: mirror, flipY: false }], colour: null }
  const pieces = wrapPieces(sides, { w: w - 2 * sides.depth, h: h - 2 * sides.depth })
  return {
    parts: pieces.flatMap(({ from, to, flipX, flipY }) =>
      from
        ? [{ crop: { x: crop.x + from.x * crop.w, y: crop.y + from.y * crop.h, w: from.w * crop.w, h: from.h * crop.h }, to, flipX, flipY }]
        : [],
    ),
    colour: sides.wrap === 'colour' ? sides.colour : null,
  }
}

/** The picture as it lies on the sheet: turned, cropped, with its sides. Grey while there is none to show. */
export function PictureMark({ mark, href }: { mark: Extract<Mark, { kind: 'picture' }>; href: string | null }) {
  const { rect, turn } = mark
  const [w, h] = isSideways(turn) ? [rect.h, rect.w] : [rect.w, rect.h]
  const { parts, colour } = partsOf(mark)
  return (
    <g transform={`translate(${rect.x + rect.w / 2} ${rect.y + rect.h / 2}) rotate(${turn}) translate(${-w / 2} ${-h / 2})`}>
      {(colour || !href) && <rect width={w} height={h} fill={colour ?? '#d0d0d0'} />}
      {href &&
        parts.map(({ crop, to, flipX, flipY }) => (
          <g
            key={`${to.x} ${to.y}`}
            transform={`translate(${to.x + (flipX ? to.w : 0)} ${to.y + (flipY ? to.h : 0)}) scale(${flipX ? -1 : 1} ${flipY ? -1 : 1})`}
          >
            <svg width={to.w} height={to.h} viewBox={`${crop.x} ${crop.y} ${crop.w} ${crop.h}`} preserveAspectRatio="none">
              <title>picture</title>
              <image href={href} width="1" height="1" preserveAspectRatio="none" />
            </svg>
          </g>
        ))}
    </g>
  )
}

const ANCHOR = { left: 'start', centre: 'middle', right: 'end' } as const

/** Words as they will stand on the sheet. */
export function WordsMark({ mark }: { mark: Extract<Mark, { kind: 'words' }> }) {
  const { rect, turn, lines, size, align } = mark
  const [w, h] = isSideways(turn) ? [rect.h, rect.w] : [rect.w, rect.h]
  const x = align === 'left' ? -w / 2 : align === 'right' ? w / 2 : 0
  return (
    <g transform={`translate(${rect.x + rect.w / 2} ${rect.y + rect.h / 2}) rotate(${turn})`} pointerEvents="none" data-role="words">
      {lines.map((line, i) => (
        <text
          // biome-ignore lint/suspicious/noArrayIndexKey: lines have nothing but their order
          key={i}
          x={x}
          y={-h / 2 + i * size * LEADING + size * 0.9}
          textAnchor={ANCHOR[align]}
          fontSize={size}
          fontFamily="var(--font-sans)"
          fill="#111111"
        >
          {line}
        </text>
      ))}
    </g>
  )
}
