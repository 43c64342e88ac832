import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { SavedSetup } from '../../../core/wire/api/dto.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, setupsQuery } from '../../api/queries.ts'
import { clock } from '../../ui/ago.ts'
import { Button } from '../../ui/button.tsx'
import { Confirm } from '../../ui/dialog.tsx'
import { LevelMark } from '../../ui/mark.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'

interface Props {
  jobId: number
  printerId: string
  printer: string
  /** The plate as it is on the screen is what the server has. */
  saved: boolean
  onUse(setup: SavedSetup): void
}

/** Plates kept under a name: keeping this one, and using one again after looking at what has changed since. */
export function SavedSetups({ jobId, printerId, printer, saved, onUse }: Props) {
  const query = setupsQuery(printerId)
  const setups = useQuery(query)
  const [name, setName] = useState('')
  const [open, setOpen] = useState<number | null>(null)
  const [leaving, setLeaving] = useState<SavedSetup | null>(null)
  const again = () => queryClient.invalidateQueries({ queryKey: query.queryKey })
  const onError = (error: Error) => toast.error(messageOf(error))
  const keep = useMutation({
    mutationFn: () => api('POST /jobs/{id}/setups', { id: jobId, body: { name } }),
    onSuccess: () => {
      setName('')
      void again()
    },
    onError,
  })
  const remove = useMutation({
    mutationFn: (id: number) => api('DELETE /setups/{id}', { id }),
    onSuccess: () => void again(),
    onError,
  })
  return (
    <section aria-label="Kept set-ups" className="border-b border-line p-3">
      <h2>Kept set-ups of {printer}</h2>
      <form
        className="mt-2 flex gap-2"
        onSubmit={(e) => {
          e.preventDefault()
          keep.mutate()
        }}
      >
        <TextField
          label="Name for this set-up"
          labelAt="hidden"
          placeholder="Name for this set-up"
          className="flex-1"
          most={120}
          value={name}
          onChange={setName}
        />
        <Button type="submit" disabled={!name.trim() || !saved || keep.isPending}>
          Keep
        </Button>
      </form>
      {setups.data?.length === 0 && (
        <p className="mt-2 text-sm text-soft">
          None yet. Keep one that printed well; it is compared with the studio when it is used again.
        </p>
      )}
      <ul className="mt-2">
        {setups.data?.map((setup) => {
          const worst = setup.changes.some((c) => c.weight === 'matters')
          return (
            <li key={setup.id} className="border-t border-hair py-1.5">
              <button
                type="button"
                className="w-full text-left"
                aria-expanded={open === setup.id}
                onClick={() => setOpen(open === setup.id ? null : setup.id)}
              >
                <b className="font-semibold">{setup.name}</b>{' '}
                <span className="text-sm text-soft">
                  {setup.paper}, {setup.path}, {clock(setup.at)}
                </span>
                <span className="block text-sm">
                  {setup.changes.length === 0 ? (
                    'nothing has changed since'
                  ) : (
                    <>
                      <LevelMark level={worst ? 'warn' : 'note'} word={false} /> {setup.changes.length}{' '}
                      {setup.changes.length === 1 ? 'thing has' : 'things have'} changed since
                    </>
                  )}
                </span>
              </button>
              {open === setup.id && (
                <div className="mt-1 text-sm">
                  <ul className="space-y-1">
                    {setup.changes.map((c) => (
                      <li key={c.id} className={`border-l-4 pl-2 ${c.weight === 'matters' ? 'border-warn' : 'border-hair'}`}>
                        {c.says}
                      </li>
                    ))}
                    {setup.lastGood?.differs.map((says) => (
                      <li key={says} className="border-l-4 border-hair pl-2">
                        Run {setup.lastGood?.runId} came out right. {says}
                      </li>
                    ))}
                  </ul>
                  <div className="mt-2 flex gap-2">
                    <Button onClick={() => onUse(setup)}>{setup.changes.length === 0 ? 'Use it here' : 'Use it all the same'}</Button>
                    <Button kind="link" onClick={() => setLeaving(setup)}>
                      remove
                    </Button>
                  </div>
                </div>
              )}
            </li>
          )
        })}
      </ul>
      {leaving && (
        <Confirm
          title={`Remove the set-up “${leaving.name}”?`}
          act="Remove it"
          leave="Keep it"
          onAct={() => {
            remove.mutate(leaving.id)
            setLeaving(null)
          }}
          onLeave={() => setLeaving(null)}
        >
          Jobs that were begun with it stay as they are. What it says cannot be brought back.
        </Confirm>
      )}
    </section>
  )
}
