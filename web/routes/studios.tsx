import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type ReactNode, useState } from 'react'
import { counted } from '../../core/things/words/counted.ts'
import type { StudioEntry } from '../../core/wire/api/studios.ts'
import { api, messageOf, upload } from '../api/client.ts'
import { archiveUrl } from '../api/here.ts'
import { studiosQuery } from '../api/queries.ts'
import { AfreshDemo, CopyStudio, RemoveStudio, RenameStudio, SetUpStudio } from '../features/studios/studio-dialogs.tsx'
import { useTheme } from '../shell/theme.ts'
import { Button, IconButton } from '../ui/button.tsx'
import { FileDrop, Refused } from '../ui/file-drop.tsx'
import { Menu } from '../ui/menu.tsx'
import { Failed, Loading } from '../ui/states.tsx'
import { Toasts, toast } from '../ui/toast.tsx'
import { TooltipLayer } from '../ui/tooltip.tsx'

type Asking = { what: 'set-up' } | { what: 'copy' | 'rename' | 'remove' | 'afresh'; of: StudioEntry } | null

/** One studio: the way in, and what can be done with it as a whole. */
const StudioCard = ({ entry, ask }: { entry: StudioEntry; ask(asking: Asking): void }) => (
  <li className="flex items-start gap-2 rounded border border-line bg-raised p-3">
    <div className="min-w-0 flex-1">
      <h2 className="truncate text-base">
        {entry.making === null ? (
          <a className="link" href={`/${entry.studio}/`}>
            {entry.name}
          </a>
        ) : (
          entry.name
        )}
      </h2>
      {entry.making === null ? (
        <p className="text-soft">
          {counted(entry.printers, 'printer')}, {counted(entry.papers, 'paper')}, {counted(entry.jobs, 'job')}
          {entry.demo && ' · the demo'}
        </p>
      ) : (
        <p role="status" className="text-soft">
          Being made: {entry.making} …
        </p>
      )}
      <p className="num text-sm text-faint">/{entry.studio}</p>
    </div>
    {entry.making === null && (
      <Menu
        opener={<IconButton icon="menu" label={`What can be done with ${entry.name}`} />}
        acts={[
          { words: 'Rename …', act: () => ask({ what: 'rename', of: entry }) },
          { words: 'Copy …', icon: 'copy', act: () => ask({ what: 'copy', of: entry }) },
          { words: 'Export it, pictures too', icon: 'saveFile', act: () => location.assign(archiveUrl(entry.studio, true)) },
          { words: 'Export it without pictures', icon: 'saveFile', act: () => location.assign(archiveUrl(entry.studio, false)) },
          ...(entry.demo ? [{ words: 'Make afresh …', icon: 'undo' as const, act: () => ask({ what: 'afresh', of: entry }) }] : []),
          null,
          { words: 'Remove …', icon: 'remove', act: () => ask({ what: 'remove', of: entry }) },
        ]}
      />
    )}
  </li>
)

/** One way to begin. */
const Way = ({ title, children, act }: { title: string; children: ReactNode; act: ReactNode }) => (
  <section className="flex flex-col gap-2 rounded border border-line p-4">
    <h2 className="text-base">{title}</h2>
    <p className="flex-1 text-soft">{children}</p>
    <div>{act}</div>
  </section>
)

/** A studio that was exported, here or elsewhere. */
function OpenExported() {
  const queries = useQueryClient()
  const [share, setShare] = useState<number | null>(null)
  const open = useMutation({
    mutationFn: (file: File) => upload('PUT /studios/archive', {}, file, setShare, new AbortController().signal),
    onSuccess: async ({ name }) => {
      await queries.invalidateQueries(studiosQuery)
      toast.success(`${name} is here.`)
    },
    onSettled: () => setShare(null),
  })
  return (
    <Way
      title="Open an exported studio"
      act={
        <FileDrop
          label="Exported studio"
          endings={['.zip']}
          act="Choose the archive"
          disabled={open.isPending}
          onFiles={([file]) => file && open.mutate(file)}
        >
          {share !== null && (
            <p role="status" className="w-full text-sm text-soft">
              {share < 1 ? `${Math.round(share * 100)} % sent` : 'Reading it …'}
            </p>
          )}
          <Refused message={open.error ? messageOf(open.error) : null} />
        </FileDrop>
      }
    >
      The ZIP that “Export” made. It is read whole before anything of it is shown.
    </Way>
  )
}

/** The studios of this installation, and the ways to a new one: what a first start shows. */
export function Studios() {
  const queries = useQueryClient()
  const [theme] = useTheme()
  const [asking, ask] = useState<Asking>(null)
  const close = () => ask(null)
  const list = useQuery({ ...studiosQuery, refetchInterval: ({ state }) => (state.data?.some((s) => s.making) ? 700 : false) })
  const demo = useMutation({
    mutationFn: () => api('POST /studios/demo'),
    onSuccess: () => queries.invalidateQueries(studiosQuery),
  })
  if (list.error) return <Failed error={list.error} again={() => void list.refetch()} />
  if (!list.data) return <Loading what="the studios" />
  const entries = list.data
  const there = entries.find((one) => one.demo)
  return (
    <main className="mx-auto grid w-full max-w-4xl gap-6 p-6 max-sm:p-4">
      <header>
        <p className="flex items-center gap-2 font-semibold tracking-tight">
          <svg viewBox="0 0 16 16" width="18" height="18" aria-hidden="true">
            <path d="M2 15V8a6 6 0 0 1 12 0v7M4.5 15V9h7v6" fill="none" stroke="currentColor" strokeWidth="1.2" />
          </svg>
          Arch Plate
        </p>
        <h1 className="mt-4 text-2xl">{entries.length === 0 ? 'What would you like to begin with?' : 'Studios'}</h1>
      </header>
      {entries.length > 0 && (
        <ul className="grid gap-3 sm:grid-cols-2">
          {entries.map((entry) => (
            <StudioCard key={entry.studio} entry={entry} ask={ask} />
          ))}
        </ul>
      )}
      <div className="grid gap-3 sm:grid-cols-3">
        {!there && (
          <Way
            title="Look at the demo"
            act={
              <Button kind="act" disabled={demo.isPending} onClick={() => demo.mutate()}>
                Make the demo
              </Button>
            }
          >
            An invented studio with seven printers, two dozen jobs and simulated printers to print on. It takes half a minute.
          </Way>
        )}
        <Way
          title="Set up my studio"
          act={
            <Button kind={there ? 'usual' : 'act'} onClick={() => ask({ what: 'set-up' })}>
              Set up my studio
            </Button>
          }
        >
          Your printers, papers and profiles. It begins empty and says what comes next.
        </Way>
        <OpenExported />
      </div>
      <Refused message={demo.error ? messageOf(demo.error) : null} />
      {asking?.what === 'set-up' && <SetUpStudio entries={entries} onClose={close} />}
      {asking?.what === 'copy' && <CopyStudio of={asking.of} entries={entries} onClose={close} />}
      {asking?.what === 'rename' && <RenameStudio of={asking.of} onClose={close} />}
      {asking?.what === 'remove' && <RemoveStudio of={asking.of} onClose={close} />}
      {asking?.what === 'afresh' && <AfreshDemo of={asking.of} onClose={close} />}
      <Toasts theme={theme} />
      <TooltipLayer />
    </main>
  )
}
