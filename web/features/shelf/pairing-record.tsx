import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { writeLength, writeNumber } from '../../../core/things/length/length.ts'
import { type Pairing, type Paper, provenOn, talliesOf } from '../../../core/things/media/media.ts'
import { borrowable, profilesServing } from '../../../core/things/media/profiled.ts'
import type { Printer } from '../../../core/things/printers/printer.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { entryChoices, type PairingStep, pairingSteps } from '../../../core/work/pairing/pairing-steps.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { Icon } from '../../ui/icon.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Radio } from '../../ui/radio.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import { TextArea } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'

const TITLES: Record<PairingStep['id'], string> = {
  entry: 'Media type',
  path: 'Path and head height',
  profile: 'Profile',
  layout: 'Layout test',
  target: 'Target',
  proven: 'Proven',
}
const refresh = () => queryClient.invalidateQueries(studioQuery)

/** Which entry of the driver stands for the paper, the most fitting first, with why. */
function Entries({ printer, paper, studio }: { printer: Printer; paper: Paper; studio: Studio }) {
  const pairing = studio.pairings.find((p) => p.printerId === printer.id && p.paperId === paper.id) ?? null
  const [all, setAll] = useState(false)
  const choose = useMutation({
    mutationFn: (mediaTypeId: string) =>
      pairing
        ? api('PATCH /pairings/{id}', { id: pairing.id, body: { mediaTypeId } })
        : api('POST /pairings', { body: { printerId: printer.id, paperId: paper.id, mediaTypeId } }),
    onSuccess: refresh,
    onError: (error) => toast.error(messageOf(error)),
  })
  const choices = entryChoices(printer, paper, pairing)
  const taken = choices.find((c) => c.taken)
  const shown = all ? choices : choices.filter((c, i) => i < 3 || c.taken)
  return (
    <div className="mt-2">
      <Radio
        label="Media type"
        value={pairing ? (taken?.entry.id ?? null) : null}
        options={shown.map(({ entry, why, misfit }) => [
          entry.id,
          <span key={entry.id}>
            {entry.driverName}
            {entry.panelName !== entry.driverName && <span className="text-soft"> · at the panel “{entry.panelName}”</span>}
            <span className={`block text-sm ${misfit ? 'text-warn' : 'text-soft'}`}>{why}</span>
          </span>,
        ])}
        onChange={(id) => choose.mutate(id)}
      />
      <p className="mt-2 flex flex-wrap gap-2">
        {!pairing && taken && (
          <Button kind="act" disabled={choose.isPending} onClick={() => choose.mutate(taken.entry.id)}>
            Take “{taken.entry.driverName}”
          </Button>
        )}
        {!all && choices.length > shown.length && (
          <Button kind="plain" onClick={() => setAll(true)}>
            All {choices.length} of this printer
          </Button>
        )}
      </p>
    </div>
  )
}

/** Its own profiles, or one of another paper until there is one. */
function Profiles({ printer, paper, studio, done }: { printer: Printer; paper: Paper; studio: Studio; done: boolean }) {
  const pairing = studio.pairings.find((p) => p.printerId === printer.id && p.paperId === paper.id) ?? null
  const { borrowed } = profilesServing(studio, printer.id, paper.id)
  const lenders = done ? [] : borrowable(studio, printer.id, paper.id).filter((p) => p.id !== borrowed?.id)
  const entry = entryChoices(printer, paper, pairing).find((c) => c.taken)?.entry.id ?? ''
  const borrow = useMutation({
    mutationFn: (borrows: string | null) =>
      pairing
        ? api('PATCH /pairings/{id}', { id: pairing.id, body: { borrows } })
        : api('POST /pairings', { body: { printerId: printer.id, paperId: paper.id, mediaTypeId: entry, borrows } }),
    onSuccess: refresh,
    onError: (error) => toast.error(messageOf(error)),
  })
  return (
    <div className="mt-1 flex flex-wrap gap-2">
      <ButtonLink to="/shelf/profiles">{done ? 'Its profiles' : 'Add its profile'}</ButtonLink>
      {borrowed && !done && (
        <Button disabled={borrow.isPending} onClick={() => borrow.mutate(null)}>
          Borrow it no more
        </Button>
      )}
      {lenders.slice(0, 2).map((p) => (
        <Button key={p.id} disabled={borrow.isPending} onClick={() => borrow.mutate(p.id)}>
          Borrow “{p.description}”
        </Button>
      ))}
    </div>
  )
}

/** What a step asks somebody to do, as the way to do it. */
function Act({ step, printer, paper, studio }: { step: PairingStep; printer: Printer; paper: Paper; studio: Studio }) {
  const navigate = useNavigate()
  const lot = studio.lots.find((l) => l.paperId === paper.id)
  const target = useMutation({
    mutationFn: () => api('POST /target/jobs', { body: { paperId: paper.id, printerId: printer.id } }),
    onSuccess: (job) => void navigate(`/jobs/${job.id}/sheet`),
    onError: (error) => toast.error(messageOf(error)),
  })
  switch (step.id) {
    case 'entry':
      return <Entries printer={printer} paper={paper} studio={studio} />
    case 'path':
      return lot ? null : <ButtonLink to={`/shelf/papers/${paper.id}`}>Write down a box or a roll</ButtonLink>
    case 'profile':
      return <Profiles printer={printer} paper={paper} studio={studio} done={step.done} />
    case 'layout':
      return step.done ? null : <ButtonLink to={`/shelf/printers/${printer.id}`}>Layout test, on the printer’s page</ButtonLink>
    case 'target':
      return lot ? (
        <Button disabled={target.isPending} onClick={() => target.mutate()}>
          Print the target on it
        </Button>
      ) : null
    case 'proven':
      return step.done ? (
        <ButtonLink kind="plain" to={`/log?q=${encodeURIComponent(paper.name)}`}>
          Its prints in the log
        </ButtonLink>
      ) : (
        <ButtonLink to="/new">Begin a job</ButtonLink>
      )
  }
}

/** How it is printed when nobody says otherwise. */
function Printed({ pairing, printer, studio }: { pairing: Pairing; printer: Printer; studio: Studio }) {
  const quality = printer.qualities.find((q) => q.id === pairing.qualityId)
  const path = printer.paths.find((p) => p.id === provenOn(pairing))
  const { own } = profilesServing(studio, printer.id, pairing.paperId)
  const entries = Object.entries(talliesOf(pairing)).filter(([, { good, bad }]) => good + bad > 0)
  const lines = [
    ['Quality', quality ? `${quality.name}, ${quality.dpi} dpi` : ''],
    ['Path', path ? `${path.name}, which worked` : 'any that takes it'],
    ['Profiles', own.map((p) => `${p.boundTo?.dpi} dpi: ${p.description}`).join('; ')],
    ['Clear coat', printer.clearCoat ? `“${printer.clearCoat}”, decided with each job` : ''],
    [
      'Printed as',
      entries
        .map(
          ([id, { good, bad }]) =>
            `${printer.mediaTypes.find((m) => m.id === id)?.driverName ?? id}: ${good} good${bad > 0 ? `, ${bad} wasted` : ''}`,
        )
        .join('; '),
    ],
  ] as const
  return (
    <dl className="grid grid-cols-[7rem_minmax(0,1fr)] gap-x-3 gap-y-1">
      {lines
        .filter(([, says]) => says)
        .map(([word, says]) => (
          <div key={word} className="contents">
            <dt className="text-soft">{word}</dt>
            <dd>{says}</dd>
          </div>
        ))}
    </dl>
  )
}

/** Where each path of the printer lays its prints, as they were measured. */
function Offsets({ printer, studio }: { printer: Printer; studio: Studio }) {
  const { unit } = studio.rules
  const known = printer.paths.flatMap((path) => {
    const found = studio.calibrations.find((c) => c.printerId === printer.id && c.pathId === path.id)
    return found ? [{ path, found }] : []
  })
  if (known.length === 0) return null
  return (
    <section aria-label="Where prints lie" className="overflow-x-auto">
      <h3>Where prints lie</h3>
      <table className="mt-1 text-sm">
        <thead className="text-soft">
          <tr>
            {['Path', 'to the right', 'towards the trailing edge', 'measured'].map((word) => (
              <th key={word} scope="col" className="pr-4 text-left font-normal">
                {word}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {known.map(({ path, found }) => (
            <tr key={path.id}>
              <th scope="row" className="pr-4 text-left font-normal">
                {path.name}
              </th>
              <td className="num pr-4">
                {writeLength(found.across, unit)} ± {writeNumber(found.spreadAcross, unit)}
              </td>
              <td className="num pr-4">
                {writeLength(found.along, unit)} ± {writeNumber(found.spreadAlong, unit)}
              </td>
              <td className="num">{found.runs.length === 1 ? 'once' : `${found.runs.length} times`}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

/** One paper on one printer: what is known, what is missing and what that costs, a step at a time. */
export function PairingRecord({ printer, paper, studio }: { printer: Printer; paper: Paper; studio: Studio }) {
  const pairing = studio.pairings.find((p) => p.printerId === printer.id && p.paperId === paper.id) ?? null
  const profiles = studio.profiles.filter((p) => p.boundTo?.printerId === printer.id && p.boundTo.paperId === paper.id)
  const [first] = profiles
  const checks = useQuery({
    queryKey: ['profiles', 'checks', first?.id ?? ''],
    queryFn: () => api('GET /profiles/{id}/checks', { id: first?.id ?? '' }),
    enabled: first !== undefined,
  })
  const change = useMutation({
    mutationFn: (body: { dryingMinutes?: number; notes?: string }) => api('PATCH /pairings/{id}', { id: pairing?.id ?? '', body }),
    onSuccess: refresh,
    onError: (error) => toast.error(messageOf(error)),
  })
  const [notes, setNotes] = useState(pairing?.notes ?? '')
  const steps = pairingSteps(studio, printer, paper, checks.data?.length ?? 0)
  const next = steps.find((s) => !s.done)?.id
  return (
    <article aria-label={`${paper.name} on ${printer.name}`} className="space-y-4">
      <header className="flex items-start gap-3">
        <Swatch white={paper.white} surface={paper.surface} size={44} />
        <div>
          <h2 className="text-lg">
            <Link className="link" to={`/shelf/papers/${paper.id}`}>
              {paper.name}
            </Link>{' '}
            on{' '}
            <Link className="link" to={`/shelf/printers/${printer.id}`}>
              {printer.name}
            </Link>
          </h2>
          <p className="text-soft">
            {pairing === null
              ? 'New on this printer.'
              : pairing.good > 0
                ? `Proven: ${pairing.good} good${pairing.bad > 0 ? `, ${pairing.bad} wasted` : ''}.`
                : 'Not proven yet.'}
          </p>
        </div>
      </header>
      <ol className="grid gap-2">
        {steps.map((step, i) => (
          <li key={step.id} className={`flex items-start gap-3 border border-line p-3 ${step.id === next ? 'bg-raised' : ''}`}>
            <span className="num flex size-6 shrink-0 items-center justify-center rounded-full border border-line" aria-hidden="true">
              {step.done ? <Icon of="chosen" size={14} /> : i + 1}
            </span>
            <div className="min-w-0 flex-1">
              <h3>
                {TITLES[step.id]}
                {step.done && <span className="sr-only"> (done)</span>}
              </h3>
              <p className="text-soft">{step.says}</p>
              <Act step={step} printer={printer} paper={paper} studio={studio} />
            </div>
          </li>
        ))}
      </ol>
      {pairing?.tested && (
        <p>
          On test strips of {pairing.tested.on}, {pairing.tested.intent} won
          {pairing.tested.because ? `: ${pairing.tested.because}` : ''}.
        </p>
      )}
      {pairing && <Printed pairing={pairing} printer={printer} studio={studio} />}
      <Offsets printer={printer} studio={studio} />
      {pairing && (
        <div className="grid gap-3 sm:grid-cols-[8rem_1fr]">
          <NumberField
            label="Dries in"
            unit="min"
            whole
            min={0}
            max={10_000}
            step={5}
            value={pairing.dryingMinutes}
            onChange={(dryingMinutes) => change.mutate({ dryingMinutes })}
          />
          <TextArea
            label="Notes"
            most={2000}
            value={notes}
            onChange={setNotes}
            onLeave={() => notes !== (pairing.notes ?? '') && change.mutate({ notes })}
          />
        </div>
      )}
    </article>
  )
}
