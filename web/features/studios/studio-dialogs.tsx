import { useMutation, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, type ReactNode, useState } from 'react'
import { DEMO_STUDIO, shortNameOf } from '../../../core/things/studio/short-name.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { CopyWhat, StudioEntry } from '../../../core/wire/api/studios.ts'
import { api, messageOf } from '../../api/client.ts'
import { studiosQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { Refused } from '../../ui/file-drop.tsx'
import { Radio } from '../../ui/radio.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'

interface FrameProps {
  title: string
  act: string
  busy: boolean
  error: unknown
  ready: boolean
  onAct(): void
  onClose(): void
  children: ReactNode
}

/** One question about a studio and the button that does it; what was refused stands between them. */
const Frame = ({ title, act, busy, error, ready, onAct, onClose, children }: FrameProps) => {
  const submit = (event: FormEvent) => {
    event.preventDefault()
    if (ready && !busy) onAct()
  }
  return (
    <Dialog title={title} onClose={onClose}>
      <form className="grid gap-3 p-4" onSubmit={submit}>
        {children}
        <Refused message={error ? messageOf(error) : null} />
        <p className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button kind="act" type="submit" disabled={!ready || busy}>
            {busy ? 'A moment …' : act}
          </Button>
        </p>
      </form>
    </Dialog>
  )
}

const openStudio = (studio: string, path = '/') => location.assign(`/${studio}${path}`)

/** The name of a new studio, with the short name it will have in addresses. */
function Names({ name, onName, taken }: { name: string; onName(name: string): void; taken: readonly string[] }) {
  return (
    <div>
      <TextField label="Name of the studio" value={name} onChange={onName} most={120} placeholder="as you call it" />
      <p className="mt-1 text-sm text-soft">
        {name.trim() ? (
          <>
            In addresses: <span className="num">/{shortNameOf(name, taken)}</span>. It stays when the name changes.
          </>
        ) : (
          'A short form of it will stand in every address.'
        )}
      </p>
    </div>
  )
}

interface About {
  entries: readonly StudioEntry[]
  onClose(): void
}
const shorts = (entries: readonly StudioEntry[]) => [DEMO_STUDIO, ...entries.map((one) => one.studio)]

/** A studio with nothing in it. */
export function SetUpStudio({ entries, onClose }: About) {
  const [name, setName] = useState('')
  const make = useMutation({
    mutationFn: () => api('POST /studios', { body: { name: name.trim() } }),
    onSuccess: ({ studio }) => openStudio(studio),
  })
  return (
    <Frame
      title="Set up my studio"
      act="Set it up"
      busy={make.isPending || make.isSuccess}
      error={make.error}
      ready={name.trim() !== ''}
      onAct={make.mutate}
      onClose={onClose}
    >
      <Names name={name} onName={setName} taken={shorts(entries)} />
    </Frame>
  )
}

const COPIES: readonly (readonly [CopyWhat, ReactNode])[] = [
  ['everything', 'as it is, jobs and log too'],
  ['without-jobs', 'without jobs and log; numbers go on where they are'],
  ['printers-and-papers', 'only printers, papers and house rules'],
]

/** A studio like another one. */
export function CopyStudio({ of, entries, onClose }: About & { of: StudioEntry }) {
  const [name, setName] = useState(`${of.name}, copy`)
  const [what, setWhat] = useState<CopyWhat>('without-jobs')
  const copy = useMutation({
    mutationFn: () => api('POST /studios/{studio}/copies', { studio: of.studio, body: { name: name.trim(), what } }),
    onSuccess: ({ studio }) => openStudio(studio),
  })
  return (
    <Frame
      title={`A copy of ${of.name}`}
      act="Copy it"
      busy={copy.isPending || copy.isSuccess}
      error={copy.error}
      ready={name.trim() !== ''}
      onAct={copy.mutate}
      onClose={onClose}
    >
      <Radio label="What is copied" value={what} options={COPIES} onChange={setWhat} />
      <Names name={name} onName={setName} taken={shorts(entries)} />
      <p className="text-sm text-soft">Both look at the same printers: what one prints the other does not know of.</p>
    </Frame>
  )
}

/** Another name; addresses stay. */
export function RenameStudio({ of, onClose }: { of: StudioEntry; onClose(): void }) {
  const queries = useQueryClient()
  const [name, setName] = useState(of.name)
  const rename = useMutation({
    mutationFn: () => api('PATCH /studios/{studio}', { studio: of.studio, body: { name: name.trim() } }),
    onSuccess: async () => {
      await queries.invalidateQueries(studiosQuery)
      onClose()
    },
  })
  return (
    <Frame
      title="Rename"
      act="Rename"
      busy={rename.isPending}
      error={rename.error}
      ready={name.trim() !== ''}
      onAct={rename.mutate}
      onClose={onClose}
    >
      <TextField label="Name of the studio" value={name} onChange={setName} most={120} />
      <p className="text-sm text-soft">
        Its address stays <span className="num">/{of.studio}</span>, so that links and labels go on working.
      </p>
    </Frame>
  )
}

/** Removes a studio for good; its name is typed once more. */
export function RemoveStudio({ of, onClose }: { of: StudioEntry; onClose(): void }) {
  const queries = useQueryClient()
  const [name, setName] = useState('')
  const remove = useMutation({
    mutationFn: () => api('DELETE /studios/{studio}', { studio: of.studio, body: { name } }),
    onSuccess: async ({ export: kept }) => {
      await queries.invalidateQueries(studiosQuery)
      onClose()
      toast(`${of.name} is removed.`, {
        description: 'An export of it was kept.',
        duration: 20_000,
        action: { label: 'Save the export', onClick: () => location.assign(`/api/exports/${kept}`) },
      })
    },
  })
  return (
    <Frame
      title={`Remove ${of.name}`}
      act="Remove it"
      busy={remove.isPending}
      error={remove.error}
      ready={name === of.name}
      onAct={remove.mutate}
      onClose={onClose}
    >
      <p>
        Its {counted(of.jobs, 'job')}, {counted(of.papers, 'paper')}, {counted(of.printers, 'printer')}, profiles and log go. The printers
        themselves are not touched. An export of all of it is made before.
      </p>
      <TextField label={`Type “${of.name}” to remove it`} value={name} onChange={setName} most={120} />
    </Frame>
  )
}

/** The demo once more from nothing. */
export function AfreshDemo({ of, onClose }: { of: StudioEntry; onClose(): void }) {
  const queries = useQueryClient()
  const make = useMutation({
    mutationFn: () => api('POST /studios/demo'),
    onSuccess: async () => {
      await queries.invalidateQueries(studiosQuery)
      onClose()
    },
  })
  return (
    <Frame
      title="Make the demo afresh"
      act="Make it afresh"
      busy={make.isPending}
      error={make.error}
      ready
      onAct={make.mutate}
      onClose={onClose}
    >
      <p>What was done in {of.name} goes: its jobs, its log, whatever was changed on its shelf. It takes about half a minute.</p>
    </Frame>
  )
}
