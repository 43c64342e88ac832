import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Profile } from '../../../core/things/media/media.ts'
import type { ProfileEntry } from '../../../core/wire/api/dto.ts'
import { api } from '../../api/client.ts'
import { profileQuery } from '../../api/shelf-queries.ts'
import { LabPatch, labWords } from '../../ui/lab-patch.tsx'
import { Select } from '../../ui/select.tsx'
import { Failed, Loading } from '../../ui/states.tsx'
import { Silhouette } from './silhouette.tsx'

const HUES = ['red', 'orange', 'yellow', 'lime', 'green', 'jade', 'cyan', 'sky', 'blue', 'violet', 'purple', 'pink']
const BANDS = ['0–20', '20–40', '40–60', '60–80', '80–100']
/** Difference drawn in full ink. */
const FULL = 10

/** Two profiles held against each other: an old and a new one, or one of few patches and one of many. */
export function CompareView({ entry, others }: { entry: ProfileEntry; others: readonly Profile[] }) {
  const alike = (o: Profile) => o.boundTo?.printerId === entry.boundTo?.printerId && o.boundTo?.paperId === entry.boundTo?.paperId
  const sister = (o: Profile) => o.boundTo?.printerId === entry.boundTo?.printerId
  const [otherId, setOtherId] = useState((others.find(alike) ?? others.find(sister) ?? others[0])?.id ?? '')
  const other = others.find((o) => o.id === otherId)
  const query = useQuery({
    queryKey: ['profiles', entry.id, 'comparison', otherId],
    queryFn: () => api('GET /profiles/{id}/comparison', { id: entry.id, with: otherId }),
    enabled: otherId !== '',
    staleTime: Number.POSITIVE_INFINITY,
  })
  const otherEntry = useQuery({ ...profileQuery(otherId), enabled: otherId !== '' })
  if (!other) return <p className="mt-3 text-soft">There is no other profile on the shelf to hold it against.</p>
  const c = query.data
  return (
    <div className="mt-3">
      <Select
        label="Held against"
        full
        value={otherId}
        options={others.map((o) => [o.id, o.description] as const)}
        onChange={(to) => setOtherId(to)}
      />
      {query.error && <Failed error={query.error} again={() => void query.refetch()} />}
      {!c && !query.error && <Loading what="the comparison" />}
      {c && (
        <>
          <p className="mt-3 border-l-4 border-act pl-3">{c.says}</p>
          <div className="mt-3 flex flex-wrap items-start gap-6">
            <table className="text-left" aria-label="Compared">
              <thead>
                <tr className="border-b border-line text-sm text-soft">
                  <td />
                  <th className="pr-4 font-normal">this one</th>
                  <th className="font-normal">the other</th>
                </tr>
              </thead>
              <tbody>
                {(
                  [
                    ['Gamut volume', c.volumes.map((v) => `${Math.round(v / 1000)} k`)],
                    ['Only this one prints', c.onlyIn.map((v) => `${(v * 100).toFixed(0)} %`)],
                  ] as const
                ).map(([name, [a, b]]) => (
                  <tr key={name} className="border-b border-hair">
                    <th className="py-1 pr-4 font-normal">{name}</th>
                    <td className="num pr-4">{a}</td>
                    <td className="num">{b}</td>
                  </tr>
                ))}
                {(
                  [
                    ['White', c.whites],
                    ['Black', c.blacks],
                  ] as const
                ).map(([name, pair]) => (
                  <tr key={name} className="border-b border-hair">
                    <th className="py-1 pr-4 font-normal">{name}</th>
                    {pair.map((lab, i) => (
                      <td key={i === 0 ? 'this' : 'other'} className="num pr-4 whitespace-nowrap">
                        <LabPatch colours={[lab]} size={14} /> {labWords(lab)}
                      </td>
                    ))}
                  </tr>
                ))}
                <tr>
                  <th className="py-1 pr-4 font-normal">Same numbers, ΔE2000</th>
                  <td className="num" colSpan={2}>
                    mean {c.spread.mean.toFixed(1)}, 95th {c.spread.p95.toFixed(1)}, max {c.spread.max.toFixed(1)}
                  </td>
                </tr>
              </tbody>
            </table>
            {otherEntry.data && (
              <Silhouette reach={entry.facts.silhouette} beside={otherEntry.data.facts.silhouette} label="Both gamuts by hue" />
            )}
          </div>
          <h3 className="mt-3 font-semibold">Where they differ</h3>
          <p className="text-sm text-soft">Mean ΔE2000 of the same device numbers, by lightness and hue; full ink is {FULL} and more.</p>
          <div className="overflow-x-auto">
            <table className="mt-1 text-center text-sm" aria-label="Map of differences">
              <thead>
                <tr>
                  <th className="pr-2 text-right font-normal text-soft">L*</th>
                  {HUES.map((h) => (
                    <th key={h} className="w-11 font-normal text-soft">
                      {h}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {[...c.map.entries()].reverse().map(([band, row]) => (
                  <tr key={BANDS[band]}>
                    <th className="num pr-2 text-right font-normal whitespace-nowrap text-soft">{BANDS[band]}</th>
                    {row.map((v, i) => {
                      const share = v === null ? 0 : Math.min(1, v / FULL)
                      return (
                        <td
                          key={HUES[i]}
                          className="num h-7 border border-paper"
                          style={{
                            background:
                              v === null ? 'transparent' : `color-mix(in srgb, var(--ink) ${Math.round(share * 100)}%, var(--bench))`,
                            color: share > 0.45 ? 'var(--paper)' : 'var(--ink)',
                          }}
                        >
                          {v === null ? '' : v.toFixed(1)}
                        </td>
                      )
                    })}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </div>
  )
}
