import { useQuery } from '@tanstack/react-query'
import { OUTCOMES, type Outcome } from '../../../core/color/management/outcomes.ts'
import type { ColourManagement } from '../../../core/plate/decisions/colour-management.ts'
import { LevelMark } from '../../ui/mark.tsx'
import { Pixels } from '../../ui/pixels.tsx'
import { Failed, Loading } from '../../ui/states.tsx'
import { type RenderingRequest, workedPictures } from '../proof/use-proof.ts'

const WORDS: Record<Outcome, [string, string]> = {
  right: ['Managed once', 'one place converts'],
  double: ['Managed twice', 'double profiling'],
  none: ['Not managed', 'the numbers go straight to the inks'],
}
const TAG = { device: 'the printer’s own', srgb: 'sRGB' } as const

/** What this set-up comes to among the combinations. */
const isNow = (management: ColourManagement, program: boolean, driver: boolean, tag: 'device' | 'srgb') =>
  ({
    program: program && !driver && tag === 'device',
    driver: !program && driver && tag === 'srgb',
    both: program && driver && tag === 'srgb',
    none: !program && !driver && tag === 'device',
  })[management]

/** Every combination of who manages colour, with its outcome and what it would do to this very print. */
export function ManagedView({ management, request }: { management: ColourManagement; request: RenderingRequest | null }) {
  const worked = useQuery({
    queryKey: ['worked', request],
    queryFn: () => workedPictures(request as RenderingRequest),
    enabled: request !== null,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  })
  return (
    <div className="absolute inset-0 overflow-auto bg-paper p-4">
      <h2>One place manages colour</h2>
      {request === null && (
        <p className="mt-1 text-soft">Without a profile there is nothing to work the pictures out with; the table holds all the same.</p>
      )}
      {worked.error && <Failed error={worked.error} />}
      {request && !worked.data && !worked.error && <Loading what="the worked pictures" />}
      {worked.data && (
        <div className="mt-2 grid gap-3 bg-wheel p-3 text-wheel-ink sm:grid-cols-3">
          {(['right', 'double', 'none'] as const).map((outcome) => (
            <figure key={outcome}>
              <Pixels image={worked.data[outcome]} label={WORDS[outcome][0]} className="w-full" />
              <figcaption className="mt-1">
                <b className="font-semibold">{WORDS[outcome][0]}</b> <span className="text-sm">{WORDS[outcome][1]}</span>
              </figcaption>
            </figure>
          ))}
        </div>
      )}
      <table className="mt-3 w-full text-left" aria-label="Who manages colour">
        <thead>
          <tr className="border-b border-line text-sm text-soft">
            <th className="py-1 pr-3 font-normal">Program</th>
            <th className="pr-3 font-normal">Driver</th>
            <th className="pr-3 font-normal">Data marked as</th>
            <th className="pr-3 font-normal">Comes out</th>
            <th className="font-normal">What happens</th>
          </tr>
        </thead>
        <tbody>
          {OUTCOMES.map((o) => {
            const now = isNow(management, o.program, o.driver, o.tag)
            return (
              <tr key={`${o.program} ${o.driver} ${o.tag}`} className={`border-b border-hair align-top ${now ? 'bg-chosen' : ''}`}>
                <td className="py-1.5 pr-3">{o.program ? 'converts' : 'off'}</td>
                <td className="py-1.5 pr-3">{o.driver ? 'on' : 'off'}</td>
                <td className="py-1.5 pr-3">{TAG[o.tag]}</td>
                <td className="py-1.5 pr-3 whitespace-nowrap">
                  {o.outcome === 'right' ? (
                    'managed once'
                  ) : (
                    <span className="inline-flex gap-1">
                      <LevelMark level="stop" word={false} /> {WORDS[o.outcome][0].toLowerCase()}
                    </span>
                  )}
                  {now && <b className="ml-2 font-semibold">this job</b>}
                </td>
                <td className="py-1.5 text-soft">{o.says}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </div>
  )
}
