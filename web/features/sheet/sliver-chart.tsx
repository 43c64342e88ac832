import { line } from 'd3-shape'
import { useMemo } from 'react'
import { coverageOf } from '../../../core/plate/decisions/coverage.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { layoutOf } from '../../../core/plate/resolve/plate.ts'
import { resolve } from '../../../core/plate/resolve/resolve.ts'
import { viewOfPlacement } from '../../../core/sheet/form.ts'
import { filledByCrop, lossOf } from '../../../core/sheet/loss.ts'
import { neededBySheet, sliverRisk } from '../../../core/sheet/slivers.ts'
import { writeLength, writeNumber } from '../../../core/things/length/length.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { Chart } from '../../ui/chart/chart.tsx'
import { Take } from '../../ui/take.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

const POINTS = 60

const writeLost = (lost: number | null) => (lost === null ? '–' : `${(lost * 100).toFixed(1)} %`)
const share = (risk: number) =>
  risk === 0 ? 'none' : risk < 0.001 ? '< 1 ‰' : risk < 0.01 ? `${(risk * 1000).toFixed(0)} ‰` : `${(risk * 100).toFixed(0)} %`

/** What of a picture would not be on its sheet with this plate, 0…1, of several the most; null where it cannot be made. */
function lostWith({ forms, brief }: Plate): number | null {
  const each = forms.flatMap((form) => (form.side === 'front' ? form.placements.map((placement) => viewOfPlacement(form, placement)) : []))
  const shares = each.flatMap((lies) =>
    lies.crop ? [lossOf({ ...lies, crop: lies.crop, face: filledByCrop(brief.make, lies) }).share] : [],
  )
  return shares.length > 0 ? Math.max(...shares) : null
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
  const steps = Array.from({ length: POINTS + 1 }, (_, i) => (most * i) / POINTS)
  const { unit } = brief
  const write = (um: number) => writeNumber(um, unit)
  return (
    <section aria-label="White slivers by expansion" className="mt-3">
      <p className="text-sm text-soft">Share of 10 000 simulated sheets with a white sliver, by expansion in {unit}</p>
      <Chart
        className="mt-1"
        label="Risk falls as the expansion grows"
        width={280}
        height={116}
        x={{ from: 0, to: most, write }}
        y={{ from: 0, to: 1, ticks: [0, 0.5, 1], write: (v) => `${v * 100} %` }}
        readings={steps.map((um) => ({
          x: um,
          y: sliverRisk(needs, um),
          says: `${writeLength(um, unit)}: ${share(sliverRisk(needs, um))}`,
        }))}
        table={{ head: [`expansion, ${unit}`, 'slivers'], rows: steps.map((um) => [write(um), share(sliverRisk(needs, um))]) }}
      >
        {({ x, y }) => (
          <>
            <path
              d={
                line<number>(
                  (um) => x(um),
                  (um) => y(sliverRisk(needs, um)),
                )(steps) ?? ''
              }
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.6"
            />
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
          </>
        )}
      </Chart>
      <table className="mt-1 w-full text-left text-sm">
        <thead>
          <tr className="border-b border-line text-soft">
            <th className="font-normal">Step</th>
            <th className="font-normal">slivers</th>
            <th className="font-normal">{brief.items.length > 1 ? 'lost at most' : 'picture lost'}</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {printer.expansions.map((step) => (
            <tr key={step.id} className="border-b border-hair">
              <th scope="row" className="py-1 font-normal">
                {step.name} <span className="num text-soft">{writeLength(step.um, unit)}</span>
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
    </section>
  )
}
