import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { THING_KINDS, type Thing, type ThingKind, thingKey } from '../../../core/things/studio/take-over.ts'
import { api, messageOf, upload } from '../../api/client.ts'
import { HERE } from '../../api/here.ts'
import { queryClient, studiosQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { FileDrop, Refused } from '../../ui/file-drop.tsx'
import { Select } from '../../ui/select.tsx'
import { toast } from '../../ui/toast.tsx'

const KINDS: Record<ThingKind, string> = {
  printer: 'Printers',
  paper: 'Papers',
  profile: 'Profiles',
  lot: 'Boxes and rolls',
  pairing: 'Pairings',
}
/** How the fields of a record are said; what is not here is said as it is kept. */
const WORDS: Record<string, string> = {
  weight: 'g/m²',
  thickness: 'caliper',
  pricePerSquareMetre: 'price',
  stock: 'how much is left',
  measured: 'what it measures',
  dryingMinutes: 'drying',
  mediaTypeId: 'media type',
  profileId: 'profile',
  qualityId: 'quality',
  pathId: 'path',
  mediaTypes: 'media types',
  normalGapUpTo: 'head height',
}
/** “pricePerSquareMetre” as “price per square metre”, unless there is a better word. */
const said = (field: string) => WORDS[field] ?? field.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`)
/** Of a kind, so many are shown before somebody asks for all. */
const SHOWN = 40

/** Things of one kind, each with how it stands here. */
function Kind({
  kind,
  list,
  wanted,
  want,
}: {
  kind: ThingKind
  list: readonly Thing[]
  wanted: ReadonlySet<string>
  want(keys: readonly string[], on: boolean): void
}) {
  const [all, setAll] = useState(false)
  const open = list.filter((t) => t.standing !== 'same')
  const same = list.length - open.length
  const chosen = open.filter((t) => wanted.has(thingKey(t))).length
  const shown = all ? open : open.slice(0, SHOWN)
  return (
    <section aria-label={KINDS[kind]}>
      <h3 className="flex flex-wrap items-baseline gap-x-3 border-b border-line pb-1">
        <Check
          checked={chosen === 0 ? false : chosen === open.length ? true : 'mixed'}
          disabled={open.length === 0}
          onChange={(on) => want(open.map(thingKey), on)}
        >
          {KINDS[kind]}
        </Check>
        <span className="text-sm font-normal text-soft">
          {open.filter((t) => t.standing === 'new').length} new, {open.filter((t) => t.standing === 'differs').length} different, {same} the
          same
        </span>
      </h3>
      <ul className="divide-y divide-hair">
        {shown.map((thing) => (
          <li key={thing.id} className="flex items-start gap-3 py-0.5">
            <Check className="min-w-0" checked={wanted.has(thingKey(thing))} onChange={(on) => want([thingKey(thing)], on)}>
              {thing.name}
            </Check>
            <span className="ml-auto max-w-64 pt-1 text-right text-sm text-soft">
              {thing.standing === 'new' ? 'new' : `other ${thing.fields.map(said).join(', ')}: what is here is written over`}
            </span>
          </li>
        ))}
      </ul>
      {open.length > shown.length && (
        <Button kind="plain" onClick={() => setAll(true)}>
          All {open.length}
        </Button>
      )}
    </section>
  )
}

/** Printers, papers, profiles, boxes and pairings of another studio, taken one by one once it is seen how they stand here. */
export function TakeOver({ onClose }: { onClose(): void }) {
  const studios = useQuery(studiosQuery)
  const [from, setFrom] = useState<string | null>(null)
  /** What was ticked by hand; everything new is taken unless somebody says otherwise. */
  const [byHand, setByHand] = useState<ReadonlyMap<string, boolean>>(new Map())
  const things = useQuery({
    queryKey: ['studios', HERE, 'things', from],
    queryFn: () => api('GET /studios/{studio}/things', { studio: HERE, from: from ?? '' }),
    enabled: from !== null,
    staleTime: 0,
  })
  const open = useMutation({
    mutationFn: (file: File) => upload('PUT /studios/archive', {}, file, () => undefined, new AbortController().signal),
    onSuccess: async ({ studio }) => {
      await queryClient.invalidateQueries(studiosQuery)
      setFrom(studio)
    },
  })
  const list = things.data ?? []
  const wanted = new Set(
    list
      .filter((t) => byHand.get(thingKey(t)) ?? t.standing === 'new')
      .filter((t) => t.standing !== 'same')
      .map(thingKey),
  )
  const take = useMutation({
    mutationFn: () => api('POST /studios/{studio}/things', { studio: HERE, body: { from: from ?? '', things: [...wanted] } }),
    onSuccess: async ({ added, changed }) => {
      await queryClient.invalidateQueries()
      toast.success(`${added} taken${changed > 0 ? `, ${changed} written over` : ''}.`)
      onClose()
    },
  })
  const others = (studios.data ?? []).filter((s) => s.studio !== HERE && s.making === null)
  return (
    <Dialog title="Take from another studio" onClose={onClose}>
      <div className="min-h-0 flex-1 space-y-4 overflow-y-auto p-4">
        <div className="flex flex-wrap items-end gap-3">
          <Select<string | null>
            label="Studio"
            value={from}
            placeholder={others.length === 0 ? 'there is no other here' : 'Choose the studio …'}
            disabled={others.length === 0}
            options={others.map((s) => [s.studio, s.name] as const)}
            onChange={(studio) => {
              setByHand(new Map())
              setFrom(studio)
            }}
          />
          <FileDrop
            label="Exported studio"
            endings={['.zip']}
            act="or an exported one"
            disabled={open.isPending}
            onFiles={([file]) => file && open.mutate(file)}
          />
        </div>
        {open.isPending && <p role="status">Reading it …</p>}
        {open.isSuccess && (
          <p className="text-sm text-soft">It stands among your studios now. When you have what you want of it, remove it there.</p>
        )}
        <Refused message={open.error ? messageOf(open.error) : things.error ? messageOf(things.error) : null} />
        {from !== null && things.isLoading && <p role="status">Comparing …</p>}
        {things.data && list.length === 0 && <p className="text-soft">There is nothing in it.</p>}
        {things.data &&
          THING_KINDS.map((kind) => {
            const of = list.filter((t) => t.kind === kind)
            return of.length === 0 ? null : (
              <Kind
                key={kind}
                kind={kind}
                list={of}
                wanted={wanted}
                want={(keys, on) => setByHand(new Map([...byHand, ...keys.map((key) => [key, on] as const)]))}
              />
            )
          })}
        <Refused message={take.error ? messageOf(take.error) : null} />
      </div>
      <p className="flex items-center justify-end gap-2 border-t border-line p-3">
        <span className="mr-auto text-sm text-soft">What something refers to comes along with it.</span>
        <Button onClick={onClose}>Leave it</Button>
        <Button kind="act" disabled={wanted.size === 0 || take.isPending} onClick={() => take.mutate()}>
          Take {wanted.size}
        </Button>
      </p>
    </Dialog>
  )
}
