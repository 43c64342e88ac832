import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { useMemo } from 'react'
import { coverageOf } from '../../../core/plate/decisions/coverage.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { layoutOf, sideOf } from '../../../core/plate/resolve/plate.ts'
import { resolve } from '../../../core/plate/resolve/resolve.ts'
import { filledByCrop, lossOf } from '../../../core/sheet/loss.ts'
import { neededBySheet, sliverRisk } from '../../../core/sheet/slivers.ts'
import { writeLength } from '../../../core/things/length/length.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { Take } from '../../ui/take.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

const W = 280
const H = 110
const PAD = { left: 34, right: 10, top: 8, bottom: 24 }
const POINTS = 60

const writeLost = (lost: number | null) => (lost === null ? '–' : `${(lost * 100).toFixed(1)} %`)
const share = (risk: number) =>
  risk === 0 ? 'none' : risk < 0.001 ? '< 1 ‰' : risk < 0.01 ? `${(risk * 1000).toFixed(0)} ‰` : `${(risk * 100).toFixed(0)} %`

/** What of the picture would not be on the sheet with this plate, 0…1; null where it cannot be made. */
function lostWith(plate: Plate): number | null {
  const front = sideOf(plate)
  return front?.crop ? lossOf({ ...front, crop: front.crop, face: filledByCrop(plate.brief.make, front) }).share : null
}

/** How many of ten thousand sheets would show a white sliver, by expansion; the printer's steps as dots. */
export function SliverChart({ editor, plate, studio }: { editor: JobEditor; plate: Plate; studio: Studio }) {
  const { pins } = editor.draft
  const { setup, brief } = plate
  const layout = layoutOf(plate)
  const printer = studio.printers.find((p) => p.id === setup?.printer.id)
  const needs = useMemo(
    () =>
      setup && layout
        ? neededBySheet(
            coverageOf(
              { ...setup, brief, way: { fed: { width: layout.sheet.w, length: layout.sheet.h } } },
              {
                width: layout.sheet.w,
                length: layout.sheet.h,
              },
            ),
          )
        : null,
    [setup, layout, brief],
  )
  const lost = useMemo(
    () =>
      new Map(
        printer?.expansions.map(({ id }) => [
          id,
          lostWith(id === setup?.expansion?.id ? plate : resolve(brief, studio, { ...pins, expansion: id })),
        ]),
      ),
    [printer, plate, setup, brief, studio, pins],
  )
  if (!setup || !layout || !printer || !needs || printer.expansions.length === 0) return null
  const most = Math.max(needs.at(-1) ?? 0, ...printer.expansions.map((e) => e.um)) * 1.1
  const x = scaleLinear([0, most], [PAD.left, W - PAD.right])
  const y = scaleLinear([0, 1], [H - PAD.bottom, PAD.top])
  const curve = line<number>(
    (um) => x(um),
    (um) => y(sliverRisk(needs, um)),
  )(Array.from({ length: POINTS + 1 }, (_, i) => (most * i) / POINTS))
  return (
    <figure aria-label="White slivers by expansion" className="mt-3">
      <figcaption className="text-sm text-soft">Share of 10 000 simulated sheets with a white sliver, by expansion in mm</figcaption>
      <svg viewBox={`0 0 ${W} ${H}`} className="mt-1 w-full" role="img" aria-label="Risk falls as the expansion grows">
        {[0, 0.5, 1].map((t) => (
          <g key={t}>
            <line x1={PAD.left} x2={W - PAD.right} y1={y(t)} y2={y(t)} stroke="var(--hair)" />
            <text x={PAD.left - 5} y={y(t) + 3.5} textAnchor="end" fontSize="10" fill="var(--soft)">
              {t * 100} %
            </text>
          </g>
        ))}
        {x.ticks(5).map((t) => (
          <text key={t} x={x(t)} y={H - 8} textAnchor="middle" fontSize="10" fill="var(--soft)">
            {(t / 1000).toFixed(1)}
          </text>
        ))}
        <path d={curve ?? ''} fill="none" stroke="var(--ink)" strokeWidth="1.6" />
        {printer.expansions.map((step) => (
          <circle
            key={step.id}
            cx={x(step.um)}
            cy={y(sliverRisk(needs, step.um))}
            r={step.id === setup.expansion?.id ? 5 : 3.4}
            fill={step.id === setup.expansion?.id ? 'var(--act)' : 'var(--raised)'}
            stroke="var(--ink)"
          />
        ))}
      </svg>
      <table className="mt-1 w-full text-left text-sm">
        <thead>
          <tr className="border-b border-line text-soft">
            <th className="font-normal">Step</th>
            <th className="font-normal">slivers</th>
            <th className="font-normal">picture lost</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {printer.expansions.map((step) => (
            <tr key={step.id} className="border-b border-hair">
              <th scope="row" className="py-1 font-normal">
                {step.name} <span className="num text-soft">{writeLength(step.um, brief.unit)}</span>
              </th>
              <td className="num">{share(sliverRisk(needs, step.um))}</td>
              <td className="num">{writeLost(lost.get(step.id) ?? null)}</td>
              <td className="text-right">
                <Take small taken={step.id === setup.expansion?.id} word="set" onTake={() => editor.pin({ expansion: step.id })} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  )
}
