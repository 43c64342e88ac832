import { LONG_SHEET } from '../../plate/checks/long-sheet.ts'
import { layoutOf } from '../../plate/resolve/plate.ts'
import { cutSentences } from '../../sheet/cutting/cut-plan.ts'
import { squareMetres, writeLength, writeSize } from '../../things/length/length.ts'
import { lotSizeName } from '../../things/media/lot-name.ts'
import { isRoll } from '../../things/paths/kinds.ts'
import { practisePaper } from './practise-paper.ts'
import { CAUTIONS, type StepMaker } from './step.ts'

/** Advice to try a paper or a procedure on something cheap first, where the log has nothing of it. */
export const practise: StepMaker = ({ setup, plate, studio, unit }) => {
  if (!studio) return []
  const pairing = studio.pairings.find((p) => p.printerId === setup.printer.id && p.paperId === setup.paper.id)
  const newPaper = (pairing?.good ?? 0) === 0
  const newPath = !studio.experience.some((e) => e.printerId === setup.printer.id && e.pathId === setup.path.id && e.sheets > 0)
  const { sheet } = layoutOf(plate) ?? { sheet: null }
  if ((!newPaper && !newPath) || !sheet) return []
  const mine = squareMetres(sheet.w, sheet.h) * setup.paper.pricePerSquareMetre
  // On cheap paper there is nothing to practise for.
  const piece = practisePaper(studio, setup.path, { width: sheet.w, length: sheet.h }, mine / 2)
  if (!piece && mine * 100 < studio.rules.practiseCents) return []
  const what =
    newPaper && newPath
      ? `Neither ${setup.paper.name} nor ${setup.path.name} is in this printer’s log yet`
      : newPaper
        ? `${setup.paper.name} has not come out right on ${setup.printer.name} yet`
        : `Nothing in the log has gone through ${setup.path.name} yet`
  const on = !piece
    ? 'Nothing cheaper in stock goes this way, so go through it once with the paper out of the printer'
    : piece.lot.form === 'roll' && !piece.cut
      ? `Go through it once with ${writeLength(piece.length, unit)} of ${piece.paper.name}, ${lotSizeName(piece.lot, unit)}`
      : `Go through it once with a sheet of ${piece.paper.name}${piece.cut ? `, cut to ${writeSize(piece.width, piece.length, unit)} from ${lotSizeName(piece.lot, unit)}` : `, ${lotSizeName(piece.lot, unit)}`}`
  return [
    {
      id: 'practise',
      kind: 'practise',
      phase: 'load',
      title: piece ? `Practise on ${piece.paper.name}` : 'Practise without paper',
      text: `${what}. ${on}: a light outline is enough to see where it lands. Tick this when you have, or when you know the way.`,
    },
  ]
}

export const cut: StepMaker = ({ setup, unit }) =>
  setup.cut
    ? [
        {
          id: 'cut',
          kind: 'cut',
          phase: 'load',
          title: 'Cut the sheets first',
          text: cutSentences(setup.cut, unit).join(' '),
          caution: CAUTIONS.blade,
        },
      ]
    : []

export const computer: StepMaker = ({ setup: s, unit }) => {
  const page = s.page.pwg === null ? `custom page ${writeLength(s.page.width, unit)} × ${writeLength(s.page.length, unit)}` : s.page.name
  const colour = {
    program: 'colour management off in the driver',
    driver: 'colour management by the driver',
    both: 'colour management on',
    none: 'colour management off',
  }[s.management]
  const edges = s.borderless === 'none' ? 'with margins' : `borderless, ${s.expansion?.name.toLowerCase() ?? 'no'} expansion`
  return [
    {
      id: 'computer',
      kind: 'computer',
      phase: 'computer',
      title: 'Check the computer’s settings',
      text: `${s.path.name}; ${page}; ${s.mediaType.driverName}; ${s.quality.name}; ${edges}; ${colour}. Arch Plate sends these with the job; set them yourself if you print from another program.`,
    },
  ]
}

export const panel: StepMaker = ({ setup: s, studio }) => {
  const overridden = studio?.printers.find((p) => p.id === s.printer.id)?.panelRule === 'overridden'
  if (overridden) return []
  const size = s.page.pwg === null ? s.printer.unlistedSize : s.page.name
  return [
    {
      id: 'panel',
      kind: 'panel',
      phase: 'panel',
      title: `Set the panel to “${s.mediaType.panelName}”`,
      text: `At the panel: source “${s.path.panelName}”, paper “${s.mediaType.panelName}”, size “${size}”.${s.gap === 'wide' ? ' Platen gap wide.' : ''}`,
    },
  ]
}

export const attach: StepMaker = ({ path }) =>
  path.attachment
    ? [{ id: 'fit', kind: 'attach', phase: 'load', title: 'Change the parts', text: path.attachment.fit, caution: CAUTIONS.inside }]
    : []

export const room: StepMaker = ({ plate, path, unit }) => {
  const long = layoutOf(plate)?.sheet.h ?? 0
  if (isRoll(path) || long <= LONG_SHEET) return []
  const clear = (own: number) => writeLength(own + (path.clearance.ofSheet ? long : 0), unit)
  return [
    {
      id: 'room',
      kind: 'room',
      phase: 'load',
      title: 'Make room',
      text: `The sheet is ${writeLength(long, unit)} long. Keep ${clear(path.clearance.behind)} clear behind the printer and ${clear(path.clearance.before)} before it; turn the printer sideways on the table if it must be.`,
      caution: CAUTIONS.walkway,
    },
  ]
}
