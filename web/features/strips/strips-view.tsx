import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { STRIPS, type StripCandidate } from '../../../core/things/brief/test-sheet.ts'
import { lotChoices } from '../../../core/things/media/lot-choices.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Job } from '../../../core/wire/api/dto.ts'
import { profilesToTry, stripGroups, stripLetter } from '../../../core/work/strips/strips.ts'
import { api, messageOf } from '../../api/client.ts'
import { jobsQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Radio } from '../../ui/radio.tsx'
import { Select } from '../../ui/select.tsx'
import { Slider } from '../../ui/slider.tsx'
import { Empty } from '../../ui/states.tsx'
import { toast } from '../../ui/toast.tsx'
import { IntentChoice } from '../colour/intent-choice.tsx'
import { renderingName } from '../colour/names.ts'
import { StripWinner } from './strip-winner.tsx'
import { TargetPanel } from './target-panel.tsx'

const SHARES = [
  [1, 'a whole sheet'],
  [2, 'half a sheet'],
  [4, 'a quarter'],
] as const

interface Props {
  job: Job
  /** Id of the picture that is looked at. */
  item: string
  setup: NonNullable<Plate['setup']>
  studio: Studio
}

/** Test strips when looking at the screen is not enough: one detail, rendered in several ways, on a cut-down sheet. */
export function StripsView({ job, item, setup, studio }: Props) {
  const navigate = useNavigate()
  const profiles = profilesToTry(studio, setup.printer.id)
  const own = setup.profile?.id ?? profiles[0]?.id ?? ''
  const [candidates, setCandidates] = useState<StripCandidate[]>([
    { intent: 'relative', blackPoint: true, profileId: own, mediaTypeId: null },
    { intent: 'perceptual', blackPoint: true, profileId: own, mediaTypeId: null },
  ])
  const lots = studio.lots
    .filter((l) => l.stock > 0)
    .sort((a, b) => Number(b.paperId === setup.paper.id) - Number(a.paperId === setup.paper.id))
  const [lotId, setLotId] = useState(setup.lot.id)
  const [share, setShare] = useState<1 | 2 | 4>(2)
  const [apart, setApart] = useState(false)
  const [at, setAt] = useState<{ x: number; y: number } | null>(null)
  const open = useQuery(jobsQuery).data
  const make = useMutation({
    mutationFn: () => api('POST /jobs/{id}/strips', { id: job.id, body: { item, lotId, share, apart, candidates, at } }),
    onSuccess: (made) => {
      if (made.length > 1)
        toast.success(`${made.length} pieces, one for each ${apart ? 'candidate' : 'media type'}, each a job of its own.`)
      void navigate(`/jobs/${made[0]?.id ?? job.id}/sheet`)
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  if (job.brief.test?.kind === 'strips') return <StripWinner sheet={job.brief.test} studio={studio} />
  if (!own)
    return <Empty title="No profile to try">Strips are rendered through a profile, and the studio has none for {setup.printer.name}.</Empty>
  const made = [...(open?.jobs.values() ?? [])].filter((j) => j.brief.test?.kind === 'strips' && j.brief.test.forJob === job.id)
  const change = (i: number, part: Partial<StripCandidate>) => setCandidates(candidates.map((c, n) => (n === i ? { ...c, ...part } : c)))
  const tested = studio.pairings.find((p) => p.printerId === setup.printer.id && p.paperId === setup.paper.id)?.tested
  const mediaTypes = studio.printers.find((p) => p.id === setup.printer.id)?.mediaTypes ?? []
  const sheets = stripGroups(candidates, apart).length
  const nameOf = (id: string) => {
    const p = profiles.find((x) => x.id === id)
    return studio.papers.find((x) => x.id === p?.boundTo?.paperId)?.name ?? p?.description ?? id
  }
  return (
    <div className="absolute inset-0 overflow-auto bg-paper p-4">
      <h2>Test strips</h2>
      <p className="max-w-prose text-soft">
        One detail at the size it will be printed, rendered in each of these ways, side by side on one piece of paper. Cheaper than a whole
        print, and the paper answers.
      </p>
      {tested && (
        <p className="mt-2 border-l-4 border-act pl-3">
          On {tested.on} <b className="font-semibold">{renderingName(tested.intent, tested.blackPoint).toLowerCase()}</b> won on{' '}
          {setup.paper.name}
          {tested.because ? `: ${tested.because}` : ''}.
        </p>
      )}
      <div className="mt-3 grid items-start gap-6 xl:grid-cols-2">
        <form
          aria-label="Compose strips"
          className="max-w-xl"
          onSubmit={(e) => {
            e.preventDefault()
            make.mutate()
          }}
        >
          <ol className="space-y-1.5">
            {candidates.map((c, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: strips are known by their letter
              <li key={i} className="flex flex-wrap items-center gap-2">
                <b className="num w-4 font-semibold">{stripLetter(i)}</b>
                <IntentChoice label={`Intent of strip ${stripLetter(i)}`} value={c} onChange={(to) => change(i, to)} />
                <Select
                  label={`Profile of strip ${stripLetter(i)}`}
                  labelAt="hidden"
                  value={c.profileId}
                  options={profiles.map((p) => [p.id, `profile for ${nameOf(p.id)}`] as const)}
                  onChange={(to) => change(i, { profileId: to })}
                />
                <Select
                  label={`Media type of strip ${stripLetter(i)}`}
                  labelAt="hidden"
                  value={c.mediaTypeId}
                  options={[
                    [null, 'media type as in this job'],
                    ...mediaTypes.filter((m) => m.id !== setup.mediaType.id).map((m) => [m.id, m.driverName] as const),
                  ]}
                  onChange={(to) => change(i, { mediaTypeId: to })}
                />
                {candidates.length > STRIPS.fewest && (
                  <Button
                    kind="link"
                    aria-label={`Remove strip ${stripLetter(i)}`}
                    onClick={() => setCandidates(candidates.filter((_, n) => n !== i))}
                  >
                    ×
                  </Button>
                )}
              </li>
            ))}
          </ol>
          {candidates.length < STRIPS.most && (
            <Button
              className="mt-2"
              onClick={() => setCandidates([...candidates, { intent: 'relative', blackPoint: false, profileId: own, mediaTypeId: null }])}
            >
              Another strip
            </Button>
          )}
          <div className="mt-3 flex flex-wrap items-end gap-2">
            <Select
              label="Piece of paper"
              value={share}
              options={SHARES.map(([value, words]) => [value, words] as const)}
              onChange={(to) => setShare(to)}
            />
            <Select
              label="Lot"
              className="min-w-0"
              value={lotId}
              options={lotChoices(lots, studio.papers, job.brief.unit)}
              onChange={(to) => setLotId(to)}
            />
          </div>
          <Check className="mt-3" checked={apart} onChange={(on) => setApart(on)}>
            one candidate to a piece, each with its label
          </Check>
          <fieldset className="mt-3">
            <legend className="text-sm text-soft">Detail</legend>
            <Radio
              label="Detail"
              value={at === null ? 'most' : 'here'}
              options={[
                ['most', 'where the candidates differ most'],
                ['here', 'around a place of your choice'],
              ]}
              onChange={(to) => setAt(to === 'most' ? null : { x: 0.5, y: 0.5 })}
            />
            {at && (
              <div className="mt-1 flex flex-wrap gap-3 text-sm">
                {(['x', 'y'] as const).map((axis) => (
                  <Slider
                    key={axis}
                    label={axis === 'x' ? 'from the left' : 'from the head'}
                    className="w-72"
                    min={0}
                    max={100}
                    step={1}
                    value={Math.round(at[axis] * 100)}
                    onChange={(to) => setAt({ ...at, [axis]: to / 100 })}
                  >
                    <span className="num w-9">{Math.round(at[axis] * 100)} %</span>
                  </Slider>
                ))}
              </div>
            )}
          </fieldset>
          <Button kind="act" className="mt-4" type="submit" disabled={make.isPending || !own}>
            {make.isPending ? 'Composing …' : sheets === 1 ? 'Compose the strips as a job' : `Compose the strips as ${sheets} jobs`}
          </Button>
          <p className="mt-1 text-sm text-soft">
            All strips of a sheet share its media type: each further one makes a sheet of its own, with strips of the same size. Cutting
            down a sheet: metal rule with guard, blade away from the hand.
          </p>
        </form>
        <div>
          {made.length > 0 && (
            <section aria-label="Sheets of strips" className="mb-6">
              <h3 className="font-semibold">Made for this job</h3>
              <ul>
                {made.map((j) => (
                  <li key={j.id} className="border-b border-hair py-1">
                    <Link className="link" to={`/jobs/${j.id}/colour`}>
                      {j.id} {j.title}
                    </Link>{' '}
                    <span className="text-sm text-soft">
                      {j.brief.test?.kind === 'strips' &&
                        j.brief.test.candidates.map((c) => renderingName(c.intent, c.blackPoint).toLowerCase()).join(' / ')}
                    </span>
                  </li>
                ))}
              </ul>
              <p className="mt-1 text-sm text-soft">Open one on its Colour stage to say which strip won.</p>
            </section>
          )}
          <TargetPanel paperId={setup.paper.id} printerId={setup.printer.id} />
        </div>
      </div>
    </div>
  )
}
