import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { judge, toleranceOf } from '../../../core/color/accuracy/tolerances.ts'
import { TOLERANCES } from '../../../core/things/studio/tolerances.ts'
import type { KeptCheck, ProfileEntry } from '../../../core/wire/api/dto.ts'
import { api, fileUrl, messageOf, upload } from '../../api/client.ts'
import { queryClient } from '../../api/queries.ts'
import { Button, FileLink } from '../../ui/button.tsx'
import { DayField } from '../../ui/day-field.tsx'
import { dayOf } from '../../ui/days.ts'
import { FileDrop, Refused } from '../../ui/file-drop.tsx'
import { LabPatch, labWords } from '../../ui/lab-patch.tsx'
import { LevelMark } from '../../ui/mark.tsx'
import { Select } from '../../ui/select.tsx'
import { Failed, Loading } from '../../ui/states.tsx'
import { toast } from '../../ui/toast.tsx'
import { TrendChart } from './trend-chart.tsx'

/** A profile held against what was measured, day by day, so that drift shows. */
export function ChecksView({ entry, tolerance: houseTolerance }: { entry: ProfileEntry; tolerance: string }) {
  const [measured, setMeasured] = useState<string | null>(dayOf(new Date()))
  const [error, setError] = useState<string | null>(null)
  const [shownId, setShownId] = useState<number | null>(null)
  const [toleranceId, setToleranceId] = useState(houseTolerance)
  const key = ['profiles', entry.id, 'checks']
  const query = useQuery({ queryKey: key, queryFn: () => api('GET /profiles/{id}/checks', { id: entry.id }) })
  const take = async (file: File | undefined) => {
    if (!file || measured === null) return
    setError(null)
    try {
      const kept = await upload(
        'PUT /profiles/{id}/checks',
        { id: entry.id, name: file.name.slice(0, 255), measured },
        file,
        () => undefined,
        new AbortController().signal,
      )
      await queryClient.invalidateQueries({ queryKey: key })
      setShownId(kept.id)
    } catch (e) {
      setError(`${file.name}: ${messageOf(e)}`)
    }
  }
  const remove = async (check: KeptCheck) => {
    try {
      await api('DELETE /profiles/{id}/checks/{check}', { id: check.profileId, check: check.id })
      await queryClient.invalidateQueries({ queryKey: key })
      setShownId(null)
    } catch (e) {
      toast.error(messageOf(e))
    }
  }
  if (query.error) return <Failed error={query.error} again={() => void query.refetch()} />
  if (!query.data) return <Loading what="the checks" />
  const checks = query.data
  const tolerance = toleranceOf(toleranceId)
  const shown = checks.find((c) => c.id === shownId) ?? checks.at(-1)
  const verdict = shown && judge(shown.check.spread, tolerance)
  return (
    <div className="mt-3">
      <div className="flex flex-wrap items-end gap-2">
        <DayField label="Measured on" value={measured} onChange={setMeasured} />
        <Select
          label="Held to"
          value={toleranceId}
          options={TOLERANCES.map((t) => [t.id, `${t.name}: mean ${t.mean}, 95th ${t.p95}, max ${t.max}`] as const)}
          onChange={(to) => setToleranceId(to)}
        />
        <FileDrop
          label="Measurement file"
          act="Add measurements …"
          kind="act"
          disabled={measured === null}
          onFiles={(files) => void take(files[0])}
        />
      </div>
      <Refused message={error} />
      {!shown && (
        <p className="mt-3 max-w-prose text-soft">
          Print a chart with colour management off, measure it and add the file (CGATS text, with device values and Lab or XYZ). The
          profile’s prediction is held against it, and later files show whether the printer drifts.
        </p>
      )}
      {shown && verdict && (
        <>
          <p className="mt-3 flex gap-2" role="status">
            <LevelMark level={verdict.within ? 'note' : 'warn'} word={false} />
            <span>
              <b className="font-semibold">
                {shown.measuredOn}, {shown.name}:
              </b>{' '}
              {verdict.within
                ? `within ${tolerance.name.toLowerCase()}, ${tolerance.purpose}.`
                : `outside ${tolerance.name.toLowerCase()}: ${verdict.over.join('; ')}.`}
            </span>
          </p>
          <TrendChart checks={checks} shownId={shown.id} limit={tolerance.mean} onShow={setShownId} />
          <p className="mt-1">
            <span className="num">{shown.check.patches}</span> patches, ΔE2000 mean{' '}
            <b className="num">{shown.check.spread.mean.toFixed(2)}</b>, 90th{' '}
            <span className="num">{shown.check.spread.p90.toFixed(2)}</span>, 95th{' '}
            <span className="num">{shown.check.spread.p95.toFixed(2)}</span>, max{' '}
            <span className="num">{shown.check.spread.max.toFixed(2)}</span>. On average the print lies off by Lab{' '}
            <span className="num">{labWords(shown.check.shift, 1)}</span>.
          </p>
          <table className="mt-2 w-full text-left text-sm" aria-label="Worst patches">
            <thead>
              <tr className="border-b border-line text-soft">
                <th className="font-normal">Worst patches</th>
                <th className="font-normal">sent, %</th>
                <th className="font-normal">predicted</th>
                <th className="font-normal">measured</th>
                <th className="font-normal">ΔE2000</th>
              </tr>
            </thead>
            <tbody>
              {shown.check.worst.slice(0, 8).map((w) => (
                <tr key={w.name} className="border-b border-hair">
                  <td className="py-0.5">
                    <LabPatch colours={[w.predicted, w.measured]} size={15} /> <span className="num">{w.name}</span>
                  </td>
                  <td className="num">{w.device.map((v) => v.toFixed(0)).join(' ')}</td>
                  <td className="num">{labWords(w.predicted)}</td>
                  <td className="num">{labWords(w.measured)}</td>
                  <td className="num">{w.difference.toFixed(1)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-2 flex flex-wrap gap-x-4 text-sm">
            {shown.readings && (
              <FileLink
                kind="link"
                icon="saveFile"
                href={fileUrl(shown.readings)}
                download={`${shown.name.replace(/[^\p{L}\p{N}._-]+/gu, '-')}.txt`}
              >
                Its readings (CGATS)
              </FileLink>
            )}
            <Button kind="link" onClick={() => remove(shown)}>
              Take this check back
            </Button>
          </p>
        </>
      )}
    </div>
  )
}
