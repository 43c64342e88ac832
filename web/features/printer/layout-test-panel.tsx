import { useMutation } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { ENOUGH_READINGS, toCorrect } from '../../../core/things/calibration/offset.ts'
import { writeNumber } from '../../../core/things/length/length.ts'
import { lotChoices } from '../../../core/things/media/lot-choices.ts'
import type { Lot } from '../../../core/things/media/media.ts'
import { violations } from '../../../core/things/paths/limits.ts'
import type { Path } from '../../../core/things/paths/path.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { practisePaper } from '../../../core/work/loading/practise-paper.ts'
import { api, messageOf } from '../../api/client.ts'
import { apiUrl } from '../../api/here.ts'
import { Button, FileLink } from '../../ui/button.tsx'
import { Select } from '../../ui/select.tsx'
import { toast } from '../../ui/toast.tsx'

/** Lots of which a sheet, or the shortest length, goes this way. */
function lotsThatGo({ lots, papers }: Studio, path: Path): Lot[] {
  const of = new Map(papers.map((paper) => [paper.id, paper]))
  return lots.filter((lot) => {
    const paper = of.get(lot.paperId)
    const [short, long] = [Math.min(lot.measured.width, lot.measured.length), Math.max(lot.measured.width, lot.measured.length)]
    const fed = lot.form === 'roll' ? { width: lot.measured.width, length: path.length.min } : { width: short, length: long }
    return paper !== undefined && lot.stock > 0 && violations(path, paper, lot, fed).length === 0
  })
}

/** What is known of where a path lays its prints, and the light sheet that finds it out. */
export function LayoutTestPanel({ studio, printerId, path }: { studio: Studio; printerId: string; path: Path }) {
  const navigate = useNavigate()
  const { unit } = studio.rules
  const lots = useMemo(() => lotsThatGo(studio, path), [studio, path])
  // An outline costs least on the cheapest paper that goes this way.
  const cheapest = useMemo(() => practisePaper(studio, path, null), [studio, path])
  const [lotId, setLotId] = useState(cheapest?.lot.id ?? lots[0]?.id ?? '')
  const known = studio.calibrations.find((c) => c.printerId === printerId && c.pathId === path.id)
  const begin = useMutation({
    mutationFn: () => api('POST /printers/{id}/layout-test', { id: printerId, body: { pathId: path.id, lotId } }),
    onSuccess: (job) => void navigate(`/jobs/${job.id}/sheet`),
    onError: (error) => toast.error(messageOf(error)),
  })
  const query = new URLSearchParams({ pathId: path.id, lotId }).toString()
  return (
    <section aria-label="Position of the prints" className="mt-4 border-t border-hair pt-3 text-sm">
      <h2>Where it lays its prints</h2>
      {known ? (
        <p className="mt-1" data-testid="calibration">
          <span className="num">{writeNumber(known.across, unit)}</span> across (±{' '}
          <span className="num">{writeNumber(known.spreadAcross, unit)}</span>),{' '}
          <span className="num">{writeNumber(known.along, unit)}</span> along (±{' '}
          <span className="num">{writeNumber(known.spreadAlong, unit)}</span>) {unit}
          {known.skewDegrees === null ? '' : `, ${known.skewDegrees.toFixed(2)}° askew`}, from {known.runs.length}{' '}
          {known.runs.length === 1 ? 'inspection' : 'inspections'}.{' '}
          {known.runs.length < ENOUGH_READINGS
            ? `${ENOUGH_READINGS - known.runs.length} more before anything is corrected.`
            : toCorrect(known.across) === 0 && toCorrect(known.along) === 0
              ? 'There is nothing to make up for.'
              : 'Jobs on this path make up for it.'}
        </p>
      ) : (
        <p className="mt-1 text-soft">Nobody has measured a print from this path yet. Three measured prints are enough to correct it.</p>
      )}
      <Select
        label="A layout test on"
        className="mt-2"
        full
        value={lotId}
        options={lotChoices(lots, studio.papers, unit)}
        onChange={(to) => setLotId(to)}
      />
      <div className="mt-2 flex flex-wrap gap-2">
        <Button disabled={!lotId || begin.isPending} onClick={() => begin.mutate()}>
          Print a layout test
        </Button>
        <FileLink beside href={apiUrl(`/printers/${printerId}/layout-test.pdf?${query}`)}>
          PDF
        </FileLink>
        <FileLink beside href={apiUrl(`/printers/${printerId}/layout-test.png?${query}`)}>
          PNG
        </FileLink>
      </div>
    </section>
  )
}
