import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { drawPath } from '../../core/output/drawing/path-drawing.ts'
import type { Path } from '../../core/things/paths/path.ts'
import { MACHINE_PART_KEYS, MACHINE_PARTS, type MachinePart } from '../../core/things/printers/parts.ts'
import type { Studio } from '../../core/things/studio/studio.ts'
import { counted } from '../../core/things/words/counted.ts'
import type { PrinterEntry } from '../../core/wire/api/calls/printers.ts'
import { ApiError, api, messageOf } from '../api/client.ts'
import { apiUrl } from '../api/here.ts'
import { queryClient, studioQuery } from '../api/queries.ts'
import { SheetSvg } from '../features/drawing/sheet-svg.tsx'
import { LayoutTestPanel } from '../features/printer/layout-test-panel.tsx'
import { MachineForm } from '../features/printer/machine-form.tsx'
import { PathForm } from '../features/printer/path-form.tsx'
import { usePrinterDraft } from '../features/printer/printer-draft.ts'
import { PrinterLog } from '../features/printer/printer-log.tsx'
import { ReadRecord } from '../features/printer/proposal.tsx'
import { useKey } from '../keys/use-key.ts'
import { Button, FileLink } from '../ui/button.tsx'
import { Failed, Loading } from '../ui/states.tsx'
import { TabPanel, TabRow, Tabs } from '../ui/tabs.tsx'
import { toast } from '../ui/toast.tsx'
import { saves, UnsavedGuard } from '../ui/unsaved-guard.tsx'

/** One printer's record, to be filled in from its manual, compared with the machine, and kept. */
export function PrinterRoute() {
  const { id = '' } = useParams()
  const entry = useQuery({ queryKey: ['printer', id], queryFn: () => api('GET /printers/{id}', { id }) })
  const studio = useQuery(studioQuery)
  // Saved, the record begins anew; the part that is looked at stays.
  const [tab, setTab] = useState<string | null>(null)
  const error = entry.error ?? studio.error
  if (error) return <Failed error={error} again={() => void entry.refetch()} />
  if (!entry.data || !studio.data) return <Loading what="the printer" />
  return <PrinterEditor key={`${id} ${entry.data.version}`} entry={entry.data} studio={studio.data} asked={tab} onTab={setTab} />
}

/** A path like the last one, to be changed into the new one. */
const anotherPath = (paths: readonly Path[]): Path => {
  const like = paths.at(-1) as Path
  return { ...like, id: `path-${Date.now().toString(36)}`, name: 'New path', panelName: 'New path', source: 'manual' }
}

/** The part of the record a place in it belongs to: `mediaTypes.2.panelName` to the media types, `paths.0.width` to that path. */
function partOf(at: string, paths: readonly Path[]): string {
  const [first = '', index = ''] = at.split('.')
  if (first === 'paths') return paths[Number(index)]?.id ?? 'machine'
  const named: Record<string, MachinePart> = {
    inks: 'inks',
    black: 'inks',
    mediaTypes: 'media',
    menus: 'media',
    qualities: 'qualities',
    expansions: 'expansions',
    quirks: 'quirks',
  }
  return named[first] ?? 'machine'
}

interface EditorProps {
  entry: PrinterEntry
  studio: Studio
  /** The part that is looked at; null before anybody chose. */
  asked: string | null
  onTab(tab: string): void
}

function PrinterEditor({ entry, studio, asked, onTab: setTab }: EditorProps) {
  const navigate = useNavigate()
  const form = usePrinterDraft(entry)
  const { draft, errors, dirty } = form
  const { unit } = studio.rules
  // One that is not confirmed yet begins where its manual does.
  const [begin] = useState(() => draft.unconfirmed[0] ?? draft.paths[0]?.id ?? 'machine')
  const tab = asked !== null && (asked in MACHINE_PARTS || draft.paths.some((p) => p.id === asked)) ? asked : begin
  const index = draft.paths.findIndex((p) => p.id === tab)
  const path = draft.paths[index]
  const refresh = () => {
    void queryClient.invalidateQueries({ queryKey: ['printer', draft.id] })
    void queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
  }
  const save = useMutation({
    mutationFn: () => api('PUT /printers/{id}', { id: draft.id, body: { version: entry.version, printer: draft, machine: form.machine } }),
    onSuccess: () => {
      form.saved()
      refresh()
      toast.success('The printer is saved. Every job sees it at once.')
    },
    onError: (error) => {
      toast.error(messageOf(error))
      if (error instanceof ApiError && error.status === 409) refresh()
    },
  })
  const aside = useMutation({
    mutationFn: () => api('DELETE /printers/{id}', { id: draft.id }),
    onSuccess: ({ printer }) => {
      refresh()
      void navigate('/shelf/printers')
      toast(`${printer.name} is put aside.`, {
        action: { label: 'Undo', onClick: () => void api('POST /printers', { body: printer }).then(refresh) },
      })
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  const cleaned = useMutation({
    mutationFn: () => api('POST /printers/{id}/cleaned', { id: draft.id }),
    onSuccess: refresh,
    onError: (error) => toast.error(messageOf(error)),
  })
  useKey('save', () => {
    if (dirty && form.valid) save.mutate()
  })
  const drawing = path && drawPath(path, unit)
  const wrong = new Set([...errors.keys()].map((at) => partOf(at, draft.paths)))
  const marked = (id: string, words: string, open: boolean) => [id, `${words}${wrong.has(id) ? ' !' : open ? ' ?' : ''}`] as const
  const tabs = [
    ...MACHINE_PART_KEYS.map((part) => marked(part, MACHINE_PARTS[part], draft.unconfirmed.includes(part))),
    ...draft.paths.map((p) => marked(p.id, p.name || 'unnamed', p.unconfirmed.length > 0)),
  ]
  const next = tabs[tabs.findIndex(([id]) => id === tab) + 1]
  const open = draft.unconfirmed.length + draft.paths.reduce((sum, p) => sum + p.unconfirmed.length, 0)
  return (
    <div className="mx-auto w-full max-w-7xl p-4">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="min-w-0">
          <Link to="/shelf/printers" className="link text-soft">
            Printers
          </Link>{' '}
          · {draft.name}
        </h1>
        <span className="text-sm text-soft" role="status">
          {errors.size > 0
            ? `${counted(errors.size, 'entry contradicts', 'entries contradict')} the rest`
            : dirty
              ? 'Not saved yet; kept on this device'
              : open > 0
                ? `Saved; ${counted(open, 'part is', 'parts are')} not confirmed yet`
                : 'Saved'}
        </span>
        <div className="ml-auto flex flex-wrap gap-2">
          <Button disabled={!dirty} onClick={form.forget}>
            Take changes back
          </Button>
          <Button kind="act" disabled={!dirty || !form.valid || save.isPending} onClick={() => save.mutate()}>
            Save the printer
          </Button>
        </div>
      </div>
      {form.stale && (
        <p role="alert" className="mt-2 border-l-4 border-warn pl-3">
          Somebody else saved this printer since you began. Your entries are shown; saving puts them over theirs, taking changes back shows
          theirs.
        </p>
      )}
      <Tabs value={tab} onChange={setTab}>
        <div className="mt-2 flex flex-wrap items-center border-b border-line">
          <TabRow label="Parts of the printer" tabs={tabs} />
          <Button
            kind="plain"
            disabled={draft.paths.length >= 12}
            onClick={() => {
              const fresh = anotherPath(draft.paths)
              form.set('paths', [...draft.paths, fresh])
              setTab(fresh.id)
            }}
          >
            Add a path
          </Button>
        </div>
        <TabPanel value={tab} className="mt-3 grid gap-6 lg:grid-cols-[minmax(0,1fr)_21rem]">
          <div>
            {path ? (
              <PathForm form={form} index={index} unit={unit} />
            ) : (
              <MachineForm form={form} part={tab as MachinePart} unit={unit} currency={studio.rules.currency} />
            )}
            {tab === 'machine' && <PrinterLog printer={entry.printer} />}
            {path && draft.paths.length > 1 && (
              <p className="mt-4">
                <Button
                  onClick={() => {
                    form.set(
                      'paths',
                      draft.paths.filter((p) => p.id !== path.id),
                    )
                    setTab('machine')
                  }}
                >
                  Remove this path
                </Button>
              </p>
            )}
            {next && (
              <p className="mt-5 border-t border-hair pt-3">
                <Button className="text-left wrap-anywhere" onClick={() => setTab(next[0])}>
                  Next: {next[1].replace(/ [!?]$/, '')}
                </Button>
              </p>
            )}
          </div>
          <aside aria-label="Drawing of the path" className="self-start lg:sticky lg:top-3">
            {drawing && (
              <div className="bg-bench">
                <SheetSvg drawing={drawing} picture={() => null} className="h-[25rem] w-full" />
              </div>
            )}
            {path && !dirty && <LayoutTestPanel key={path.id} studio={studio} printerId={draft.id} path={path} />}
            {tab === 'machine' && (
              <>
                <section className="text-sm">
                  <h2>Overspray</h2>
                  <p className="mt-1">
                    <span className="num">{(draft.overspray.since * 1e4).toFixed(0)}</span> cm² of borderless ink beside the paper since it
                    was cleaned; due at <span className="num">{(draft.overspray.cleanAfter * 1e4).toFixed(0)}</span> cm².
                  </p>
                  <Button className="mt-2" disabled={cleaned.isPending || dirty} onClick={() => cleaned.mutate()}>
                    It has been cleaned
                  </Button>
                  <p className="mt-1 text-soft">Gloves and fresh air; follow the maker’s instructions.</p>
                </section>
                <section className="mt-5 space-y-2 text-sm">
                  <h2>The record as a document</h2>
                  <p>
                    <FileLink icon="saveFile" href={apiUrl(`/printers/${draft.id}/document`)}>
                      Save as a document
                    </FileLink>
                  </p>
                  <p className="text-soft">
                    JSON, described by{' '}
                    <a className="link" href={apiUrl('/schemas/printer.json')} target="_blank" rel="noreferrer">
                      its schema
                    </a>
                    .
                  </p>
                  <Button disabled={aside.isPending} onClick={() => aside.mutate()}>
                    Put the printer aside
                  </Button>
                </section>
              </>
            )}
          </aside>
        </TabPanel>
      </Tabs>
      <UnsavedGuard dirty={dirty} what={`What you entered of ${draft.name}`} onSave={form.valid ? saves(save.mutateAsync) : null} />
      {tab === 'machine' && (
        <div className="mt-6 border-t border-line pt-4">
          <ReadRecord id={draft.id} address={draft.address} unit={unit} />
        </div>
      )}
    </div>
  )
}
