import { useId, useMemo, useRef } from 'react'
import { type Drawing, type Mark, type Role, scaled } from '../../../core/output/drawing/drawing.ts'
import type { Rect } from '../../../core/sheet/rect.ts'
import { PictureMark, WordsMark } from './picture-mark.tsx'
import { type Snap, usePictureDrag } from './use-picture-drag.ts'

const LINE: Partial<Record<Role, { stroke: string; width: number; dash?: string; fill?: string }>> = {
  printer: { stroke: 'var(--line)', width: 1, fill: 'var(--hair)' },
  feed: { stroke: 'var(--soft)', width: 1.4 },
  sheet: { stroke: 'var(--sheet-edge)', width: 1.2, fill: 'var(--sheet)' },
  edge: { stroke: '#111111', width: 1.4 },
  // On the paper or beside it: seen on both, in either theme.
  page: { stroke: '#808080', width: 1, dash: '7 4' },
  printable: { stroke: '#8a8a8a', width: 0.7 },
  picture: { stroke: '#6a6a6a', width: 0.8, fill: '#d0d0d0' },
  bleed: { stroke: 'var(--ink)', width: 0.9, dash: '2 3' },
  guide: { stroke: 'var(--ink)', width: 3.2 },
  dimension: { stroke: '#3a3a3a', width: 0.9 },
  extent: { stroke: 'var(--soft)', width: 0.9 },
  trim: { stroke: '#111111', width: 1.1, dash: '10 3' },
  stroke: { stroke: 'none', width: 0, fill: '#111111' },
  cut: { stroke: 'var(--act-on-sheet)', width: 1.6, dash: '9 4' },
  next: { stroke: '#111111', width: 3.2 },
  fold: { stroke: '#111111', width: 1.2, dash: '12 3 2 3' },
  face: { stroke: '#111111', width: 1.1, dash: '6 3' },
  skew: { stroke: '#333333', width: 0.7, dash: '3 3' },
  snap: { stroke: 'var(--act-on-sheet)', width: 1 },
  ruler: { stroke: '#2a2a2a', width: 0.7 },
  band: { stroke: 'none', width: 0, fill: 'rgb(255 255 255 / 0.82)' },
}

/** What a text is written in: on the paper dark in either theme, with a little light round it where a picture lies under it. */
const inked = ({ role, onPaper, size }: Extract<Mark, { kind: 'text' }>) =>
  role === 'snap'
    ? { fill: 'var(--act-on-sheet)' }
    : onPaper
      ? { fill: role === 'strong' ? '#111111' : '#3a3a3a', stroke: 'rgb(255 255 255 / 0.7)', strokeWidth: size / 4, paintOrder: 'stroke' }
      : { fill: role === 'strong' ? 'var(--ink)' : 'var(--soft)' }

/** Arrowheads that differ from those on the sheet. */
const ARROW: Partial<Record<Role, string>> = { feed: 'feed', extent: 'extent' }

/** Pictures that lie elsewhere for the moment than they are drawn, by their place in the drawing, and by how much, µm. */
export interface Shifted {
  at: ReadonlySet<number>
  dx: number
  dy: number
}

interface Props {
  drawing: Drawing
  /** Drawn over it: it changes while the drawing stays. */
  over?: readonly Mark[]
  shifted?: Shifted | null
  /** Address of the upright picture of an item, or null. */
  picture(item: string): string | null
  /** The pictures that are marked as chosen, by their place in the drawing. */
  chosen?: ReadonlySet<number> | null
  /**
   * Called while a picture is dragged, with the way in µm from where it was taken. `reach` is the length of a few screen
   * pixels: how near a snap is. `free` is true while Alt is held.
   */
  onDrag?: (dx: number, dy: number, reach: number, free: boolean, snap: Snap) => void
  /** `at` is the picture's place among those of the drawing. */
  onDragStart?: (at: number) => void
  /** `over` is the picture that lies under the one that was let go, or null. */
  onDrop?: (over: number | null) => void
  /** `more` is true where it is chosen beside the others, by Shift or by the space bar. */
  onChoose?: (at: number, more: boolean) => void
  /** `at` is the picture that has the focus. */
  onNudge?: (dx: number, dy: number, at: number) => void
  /** An empty place was pressed. */
  onPlace?: (place: number) => void
  className?: string
}

/** The SVG counts in millimetres: browsers cap a font size at 10 000 units, which micrometres pass on any sheet over A3. */
const UM_PER_UNIT = 1000

/** A drag snaps to what is nearer than this, screen pixels. */
const SNAP_PIXELS = 7

const boxOf = ({ x, y, w, h }: Rect) => ({ x, y, width: w, height: h })

const NUDGE = 1000
const keyStep = (e: { shiftKey: boolean; altKey: boolean }) => (e.shiftKey ? NUDGE * 10 : e.altKey ? NUDGE / 10 : NUDGE)
const DIRECTIONS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }

/** Draws a sheet drawing to scale. The picture can be dragged and, when focused, nudged with the arrow keys. */
export function SheetSvg({ drawing, over = [], shifted = null, picture, chosen = null, className, ...acts }: Props) {
  const { onDrag, onDragStart, onDrop, onChoose, onNudge, onPlace } = acts
  const id = useId().replace(/:/g, '')
  const svg = useRef<SVGSVGElement>(null)
  /** How near a snap is, µm: the scale stays while a picture is dragged. */
  const reach = useRef(0)
  const now = useMemo(() => scaled(drawing, 1 / UM_PER_UNIT), [drawing])
  const { marks, textSize, bounds } = now
  const hatch = textSize * 0.55
  const { place, ready } = usePictureDrag(
    onDrag
      ? {
          onStart: (at, more) => {
            reach.current = (SNAP_PIXELS / (svg.current?.getScreenCTM()?.a ?? 1)) * UM_PER_UNIT
            onDragStart?.(at)
            onChoose?.(at, more)
          },
          onMove: (dx, dy, free, snap) => onDrag(dx * UM_PER_UNIT, dy * UM_PER_UNIT, reach.current, free, snap),
          onEnd: (over) => onDrop?.(over),
        }
      : null,
  )
  // What is drawn stays as it is while a picture is dragged over it: only what is done by it is looked up when it is done.
  const latest = useRef({ onChoose, onNudge, onPlace })
  latest.current = { onChoose, onNudge, onPlace }
  const nudged = onNudge !== undefined
  const one = (mark: Mark, key: string) => {
    const style = LINE[mark.role]
    const stroke = {
      stroke: style?.stroke ?? 'var(--soft)',
      strokeWidth: style?.width ?? 1,
      vectorEffect: 'non-scaling-stroke' as const,
      ...(style?.dash ? { strokeDasharray: style.dash } : {}),
    }
    switch (mark.kind) {
      case 'rect': {
        const box = boxOf(mark.rect)
        const drawn = <rect key={key} {...box} fill={style?.fill ?? 'none'} {...stroke} data-role={mark.role} />
        if (mark.role !== 'edge') return drawn
        // A light line under the dark one, so that the edge of the paper shows on any picture.
        return (
          <g key={key} pointerEvents="none">
            <rect {...box} fill="none" stroke="#ffffff" strokeWidth={3.2} vectorEffect="non-scaling-stroke" />
            {drawn}
          </g>
        )
      }
      case 'empty':
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the list of places is the way for keys
          <rect
            key={key}
            {...boxOf(mark.rect)}
            fill="transparent"
            {...stroke}
            data-place={mark.place}
            onClick={() => latest.current.onPlace?.(mark.place)}
          />
        )
      case 'hatch':
        return <rect key={key} {...boxOf(mark.rect)} fill={`url(#${id}-${mark.role})`} data-role={mark.role} pointerEvents="none" />
      case 'line':
        return (
          <line
            key={key}
            x1={mark.x1}
            y1={mark.y1}
            x2={mark.x2}
            y2={mark.y2}
            {...stroke}
            {...(mark.arrows
              ? {
                  markerEnd: `url(#${id}-${ARROW[mark.role] ?? 'arrow'})`,
                  ...(mark.role === 'feed' ? {} : { markerStart: `url(#${id}-${ARROW[mark.role] ?? 'arrow'})` }),
                }
              : {})}
          />
        )
      case 'words':
        return <WordsMark key={key} mark={mark} />
      case 'text':
        return (
          <text
            key={key}
            x={mark.x}
            y={mark.y}
            textAnchor={mark.anchor}
            fontSize={mark.size}
            {...inked(mark)}
            fontFamily="var(--font-mono)"
            fontWeight={mark.role === 'strong' ? 600 : 400}
            {...(mark.sideways ? { transform: `rotate(-90 ${mark.x} ${mark.y})` } : {})}
          >
            {mark.text}
          </text>
        )
      case 'picture': {
        const { rect, at } = mark
        return (
          <g
            key={key}
            data-role="picture"
            data-at={at}
            data-item={mark.item}
            className={ready ? 'cursor-move' : ''}
            ref={place}
            {...(nudged
              ? {
                  tabIndex: 0,
                  role: 'application',
                  'aria-roledescription': 'picture on the sheet',
                  'aria-label': 'Picture. Arrow keys move it 1 mm; Shift 10 mm; Alt 0.1 mm. Space chooses it beside others.',
                  onKeyDown: (e: React.KeyboardEvent) => {
                    const direction = DIRECTIONS[e.key]
                    if (!direction && e.key !== ' ') return
                    e.preventDefault()
                    if (direction) latest.current.onNudge?.(direction[0] * keyStep(e), direction[1] * keyStep(e), at)
                    else latest.current.onChoose?.(at, true)
                  },
                }
              : {})}
          >
            <PictureMark mark={mark} href={picture(mark.item)} />
            <rect {...boxOf(rect)} fill="transparent" {...stroke} />
            {chosen?.has(at) && (
              <rect
                {...boxOf(rect)}
                fill="none"
                stroke="var(--act-on-sheet)"
                strokeWidth={2.4}
                vectorEffect="non-scaling-stroke"
                pointerEvents="none"
              />
            )}
          </g>
        )
      }
    }
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: `one` reads nothing else that changes
  const body = useMemo(() => {
    // Known by how many of its kind come before it: what comes and goes leaves the others where they are.
    const kinds = new Map<string, number>()
    return marks.map((mark) => {
      const kind = `${mark.kind}-${mark.role}`
      const nth = kinds.get(kind) ?? 0
      kinds.set(kind, nth + 1)
      const key = `${kind}-${nth}`
      return { key, at: mark.kind === 'picture' ? mark.at : null, node: one(mark, key) }
    })
  }, [marks, picture, chosen, ready, place, nudged, id])
  const above = useMemo(
    () => scaled({ ...drawing, marks: [...over] }, 1 / UM_PER_UNIT).marks.map((mark, i) => ({ mark, key: `over-${mark.kind}-${i}` })),
    [drawing, over],
  )
  const by = shifted && `translate(${shifted.dx / UM_PER_UNIT} ${shifted.dy / UM_PER_UNIT})`
  const pattern = (role: string, color: string, width: number) => (
    <pattern id={`${id}-${role}`} width={hatch} height={hatch} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      {role === 'clipped' && <rect width={hatch} height={hatch} fill="rgb(255 255 255 / 0.55)" />}
      <line x1="0" y1="0" x2="0" y2={hatch} stroke={color} strokeWidth={hatch * width} />
    </pattern>
  )
  return (
    <svg
      ref={svg}
      viewBox={`${bounds.x} ${bounds.y} ${bounds.w} ${bounds.h}`}
      className={className}
      role="group"
      aria-label={drawing.description}
    >
      <title>{drawing.description}</title>
      <defs>
        {pattern('unprintable', '#b5b5b5', 0.16)}
        {pattern('dead', '#6a6a6a', 0.32)}
        {pattern('clipped', '#3a3a3a', 0.14)}
        {[
          { name: 'arrow', fill: '#3a3a3a' },
          { name: 'extent', fill: 'var(--soft)' },
        ].map(({ name, fill }) => (
          <marker
            key={name}
            id={`${id}-${name}`}
            viewBox="0 0 8 6"
            refX="8"
            refY="3"
            markerWidth={textSize * 0.7}
            markerHeight={textSize * 0.5}
            orient="auto-start-reverse"
            markerUnits="userSpaceOnUse"
          >
            <path d="M0 0 8 3 0 6z" fill={fill} />
          </marker>
        ))}
        <marker
          id={`${id}-feed`}
          viewBox="0 0 8 8"
          refX="7"
          refY="4"
          markerWidth={textSize * 0.9}
          markerHeight={textSize * 0.9}
          orient="auto"
          markerUnits="userSpaceOnUse"
        >
          <path d="M0 0 8 4 0 8" fill="none" stroke="var(--soft)" strokeWidth="1.2" />
        </marker>
      </defs>
      {body.map(({ key, at, node }) =>
        at === null ? (
          node
        ) : (
          <g key={key} {...(by && shifted?.at.has(at) ? { transform: by } : {})}>
            {node}
          </g>
        ),
      )}
      {above.map(({ mark, key }) => one(mark, key))}
    </svg>
  )
}
