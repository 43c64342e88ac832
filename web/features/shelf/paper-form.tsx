import { useMutation, useQuery } from '@tanstack/react-query'
import type { Unit } from '../../../core/things/length/length.ts'
import { CALIPER_SPREAD, estimateCaliper, writeCaliper } from '../../../core/things/media/caliper.ts'
import { isGlossy, SURFACES } from '../../../core/things/media/media.ts'
import { perSquareMetre } from '../../../core/things/media/paper-price.ts'
import { SURFACE_WORDS, WHITES } from '../../../core/things/media/paper-words.ts'
import { type PaperEdit, PaperEditSchema, type PaperEntry, type PaperFields } from '../../../core/wire/api/papers.ts'
import { ApiError, api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { papersKey, profilesOfQuery } from '../../api/shelf-queries.ts'
import { Button } from '../../ui/button.tsx'
import { CaliperField } from '../../ui/caliper-field.tsx'
import { Check } from '../../ui/check.tsx'
import { FieldSet } from '../../ui/field-set.tsx'
import { Refused } from '../../ui/file-drop.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { useRecordForm } from '../../ui/record-form.ts'
import { Select } from '../../ui/select.tsx'
import { TextArea, TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'
import { saves, UnsavedGuard } from '../../ui/unsaved-guard.tsx'
import { bySquareMetre, PaperPriceFields } from './paper-price-fields.tsx'
import { Texture } from './texture.tsx'

/** Stands in for the name of a paper that has none yet, where everything else is put in its usual form. */
const NAMELESS = 'new'

interface Props {
  /** Null for a paper that is new. */
  entry: PaperEntry | null
  /** As a new one begins. */
  begins: PaperEdit
  unit: Unit
  currency: string
  onDone(entry: PaperEntry | null): void
}

/** A paper's record, filled in from its box and what one sees of it. */
export function PaperForm({ entry, begins, unit, currency, onDone }: Props) {
  const form = useRecordForm<PaperFields>({
    name: `paper-${entry?.paper.id ?? 'new'}`,
    schema: PaperEditSchema as never,
    record: { ...PaperEditSchema.parse({ ...begins, name: begins.name || NAMELESS }), name: begins.name },
    version: entry?.version ?? 0,
  })
  const { draft, put } = form
  const profiles = useQuery({ ...profilesOfQuery(entry?.paper.id ?? ''), enabled: entry !== null })
  const whites = profiles.data ?? []
  const save = useMutation({
    mutationFn: () => {
      return entry
        ? api('PUT /papers/{id}', { id: entry.paper.id, body: { version: entry.version, paper: draft } })
        : api('POST /papers', { body: draft })
    },
    onSuccess: async (saved) => {
      form.saved()
      await Promise.all([queryClient.invalidateQueries({ queryKey: papersKey }), queryClient.invalidateQueries(studioQuery)])
      toast.success(entry ? 'The paper is saved. Every job sees it at once.' : `${saved.paper.name} is on the shelf.`)
      onDone(saved)
    },
    onError: (error) => {
      if (error instanceof ApiError && error.status === 409) void queryClient.invalidateQueries({ queryKey: papersKey })
    },
  })
  const estimate = estimateCaliper(draft.surface, draft.weight)
  /** Surface and grammage move an estimated caliper along; one that was read stays. */
  const body = (part: Partial<Pick<PaperFields, 'surface' | 'weight'>>) => {
    const { surface, weight } = { ...draft, ...part }
    put({ ...part, ...(draft.thicknessFrom === 'estimated' ? { thickness: estimateCaliper(surface, weight) } : {}) })
  }
  const white = (at: 0 | 1 | 2) => (
    <NumberField
      key={at}
      label={['White: L*', 'a*', 'b*'][at] ?? ''}
      min={at === 0 ? 0 : -128}
      max={at === 0 ? 100 : 127}
      step={0.1}
      value={draft.white[at]}
      onChange={(v) => put({ white: draft.white.map((w, i) => (i === at ? v : w)) as PaperFields['white'], whiteFrom: 'measured' })}
    />
  )
  return (
    <form
      className="space-y-4"
      aria-label={entry ? `Edit ${entry.paper.name}` : 'A new paper'}
      onSubmit={(event) => {
        event.preventDefault()
        if (form.valid) save.mutate()
      }}
    >
      <UnsavedGuard dirty={form.dirty && !save.isSuccess} what="The paper" onSave={form.valid ? saves(save.mutateAsync) : null} />
      <FieldSet title="What it is">
        <TextField
          label="Name"
          className="col-span-2"
          most={80}
          value={draft.name}
          error={draft.name ? form.errorAt('name') : null}
          onChange={(name) => put({ name })}
        />
        <TextField label="Code" most={40} value={draft.code} onChange={(code) => put({ code })} />
        <Select
          label="Surface"
          full
          value={draft.surface}
          options={SURFACES.map((s) => [s, SURFACE_WORDS[s].name] as const)}
          onChange={(surface) => body({ surface })}
        />
        <p className="col-span-full text-sm text-soft">{SURFACE_WORDS[draft.surface].tell}</p>
        <NumberField
          label="Grammage"
          unit="g/m²"
          min={1}
          max={3000}
          step={5}
          value={draft.weight}
          error={form.errorAt('weight')}
          onChange={(weight) => body({ weight })}
        />
        <CaliperField
          label="Caliper"
          value={draft.thickness}
          error={form.errorAt('thickness')}
          onChange={(thickness) => put({ thickness, thicknessFrom: draft.thicknessFrom === 'estimated' ? 'label' : draft.thicknessFrom })}
        />
        <Select
          label="Caliper from"
          full
          value={draft.thicknessFrom}
          options={[
            ['estimated', 'an estimate'],
            ['label', 'the label'],
            ['measured', 'a caliper'],
          ]}
          onChange={(thicknessFrom) => put({ thicknessFrom, ...(thicknessFrom === 'estimated' ? { thickness: estimate } : {}) })}
        />
        {draft.thicknessFrom === 'estimated' && (
          <p className="col-span-full text-sm text-warn">
            {SURFACE_WORDS[draft.surface].name} of {draft.weight} g/m² is usually about {writeCaliper(estimate)} thick, within{' '}
            {CALIPER_SPREAD * 100} %. Measure it before it goes near a printer’s limit.
          </p>
        )}
      </FieldSet>
      <FieldSet title="How it prints">
        <Check className="self-end pb-1.5" checked={draft.twoSided} onChange={(twoSided) => put({ twoSided })}>
          prints on both sides
        </Check>
        <TextField
          label="How to tell the printable side"
          className="col-span-full sm:col-span-3"
          most={200}
          placeholder={isGlossy(draft.surface) ? 'the shiny one' : 'the whiter, smoother one'}
          value={draft.printableSide}
          onChange={(printableSide) => put({ printableSide })}
        />
        <Select
          label="Black its coating holds"
          full
          value={draft.black}
          options={[
            [null, `as its surface: ${isGlossy(draft.surface) ? 'photo' : 'matte'}`],
            ['photo', 'photo black'],
            ['matte', 'matte black'],
          ]}
          onChange={(black) => put({ black })}
        />
        <Select
          label="Stiffness"
          full
          value={draft.stiffness}
          options={[
            ['limp', 'limp'],
            ['usual', 'as usual'],
            ['stiff', 'stiff'],
          ]}
          onChange={(stiffness) => put({ stiffness })}
        />
        <Select
          label="Tends to curl"
          full
          value={draft.curl}
          options={[
            ['flat', 'no, lies flat'],
            ['some', 'somewhat'],
            ['strong', 'strongly'],
          ]}
          onChange={(curl) => put({ curl })}
        />
        <Select
          label="Grain along"
          full
          value={draft.grain}
          options={[
            [null, 'nobody knows'],
            ['long-side', 'the long side'],
            ['short-side', 'the short side'],
          ]}
          onChange={(grain) => put({ grain })}
        />
        <Select
          label="Comes creased"
          full
          value={draft.crease}
          options={[
            [null, 'no, it is flat'],
            ['long-side', 'across its long side'],
            ['short-side', 'across its short side'],
          ]}
          onChange={(crease) => put({ crease })}
        />
        <NumberField
          label="Dries in"
          unit="min"
          whole
          min={0}
          max={10_000}
          step={5}
          value={draft.dryingMinutes ?? 30}
          onChange={(dryingMinutes) => put({ dryingMinutes })}
        />
      </FieldSet>
      <FieldSet title="Its white">
        <Select
          label="By eye"
          full
          value={WHITES.find(([, lab]) => lab.every((v, i) => v === draft.white[i]))?.[0] ?? null}
          options={[[null, 'as entered beside'], ...WHITES.map(([name]) => [name, name] as const)]}
          onChange={(name) => {
            const found = WHITES.find(([words]) => words === name)
            if (found) put({ white: [...found[1]], whiteFrom: 'eye' })
          }}
        />
        {white(0)}
        {white(1)}
        {white(2)}
        <Select
          label="Optical brightener"
          full
          value={draft.brightened}
          options={[
            [null, 'nobody knows'],
            [true, 'yes'],
            [false, 'no'],
          ]}
          onChange={(brightened) => put({ brightened })}
        />
        {whites.map((p) => (
          <Button
            key={p.id}
            small
            className="self-end"
            onClick={() => put({ white: p.facts.white.map((v) => Number(v.toFixed(1))) as PaperFields['white'], whiteFrom: 'profile' })}
          >
            As in {p.description}
          </Button>
        ))}
      </FieldSet>
      <FieldSet title="What it costs">
        <PaperPriceFields
          value={draft.price ?? bySquareMetre(draft.pricePerSquareMetre)}
          currency={currency}
          unit={unit}
          onChange={(price) => put({ price, pricePerSquareMetre: Number(perSquareMetre(price).toFixed(4)) })}
        />
        <p className="col-span-full text-sm text-soft">
          {currency} {draft.pricePerSquareMetre.toFixed(2)} a square metre
          {form.errorAt('price') && <span className="text-stop"> · it {form.errorAt('price')}</span>}
        </p>
      </FieldSet>
      <FieldSet
        title="What its maker says to choose"
        help="As it stands there. Where it is an entry of one of your printers, that entry is taken."
      >
        {draft.recommends.map((line, i) => {
          const change = (part: Partial<typeof line>) =>
            put({ recommends: draft.recommends.map((l, k) => (k === i ? { ...l, ...part } : l)) })
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: lines of a table
            <div key={i} className="col-span-full flex items-end gap-2">
              <TextField
                label="On printers"
                most={80}
                placeholder="any"
                value={line.printers}
                onChange={(printers) => change({ printers })}
              />
              <TextField label="Media type" most={80} value={line.mediaType} onChange={(mediaType) => change({ mediaType })} />
              <Button
                kind="plain"
                aria-label={`Remove line ${i + 1}`}
                onClick={() => put({ recommends: draft.recommends.filter((_, k) => k !== i) })}
              >
                Remove
              </Button>
            </div>
          )
        })}
        <Button className="justify-self-start" onClick={() => put({ recommends: [...draft.recommends, { printers: '', mediaType: '' }] })}>
          Add a line
        </Button>
      </FieldSet>
      <Texture hash={draft.texture} onChange={(texture) => put({ texture })} />
      <TextArea label="Notes" most={2000} value={draft.notes} onChange={(notes) => put({ notes })} />
      <Refused message={save.error ? messageOf(save.error) : null} />
      <p className="flex gap-2">
        <Button kind="act" type="submit" disabled={!form.valid || save.isPending || (entry !== null && !form.dirty)}>
          {entry ? 'Save' : 'Add it'}
        </Button>
        <Button
          onClick={() => {
            form.forget()
            onDone(null)
          }}
        >
          {form.dirty ? 'Forget what I entered' : 'Leave it'}
        </Button>
      </p>
    </form>
  )
}
