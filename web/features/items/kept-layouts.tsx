import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { intoPlaces } from '../../../core/plate/saved/begin-with.ts'
import type { NamedLayout } from '../../../core/things/brief/layout.ts'
import { api, messageOf } from '../../api/client.ts'
import { layoutsQuery, queryClient } from '../../api/queries.ts'
import { Button, IconButton } from '../../ui/button.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'
import type { JobEditor } from '../plate/job-editor.ts'

/** Layouts of the studio's own: used again with other pictures, and this one kept under a name. */
export function KeptLayouts({ editor }: { editor: JobEditor }) {
  const { arrangement } = editor.draft.brief
  const kept = useQuery(layoutsQuery)
  const [name, setName] = useState('')
  const told = (now: NamedLayout[]) => queryClient.setQueryData(layoutsQuery.queryKey, now)
  const onError = (error: Error) => toast.error(messageOf(error))
  const keep = useMutation({
    mutationFn: () => api('POST /layouts', { body: { name, arrangement } }),
    onSuccess: () => {
      setName('')
      void queryClient.invalidateQueries({ queryKey: layoutsQuery.queryKey })
    },
    onError,
  })
  const remove = useMutation({
    mutationFn: (layout: NamedLayout) => api('DELETE /layouts/{id}', { id: layout.id }),
    onSuccess: (now, { name, arrangement }) => {
      told(now)
      toast(`The layout “${name}” is removed.`, {
        action: {
          label: 'Undo',
          onClick: () =>
            void api('POST /layouts', { body: { name, arrangement } })
              .then(() => queryClient.invalidateQueries({ queryKey: layoutsQuery.queryKey }))
              .catch(onError),
        },
      })
    },
    onError,
  })
  const use = ({ arrangement }: NamedLayout) =>
    editor.items((now) => intoPlaces({ ...now, arrangement }), { placement: null, orientation: null })
  if (arrangement.as === 'apart' && (kept.data?.length ?? 0) === 0) return null
  return (
    <section aria-label="Kept layouts" className="mt-4 max-w-sm border-t border-hair pt-3">
      <h3 className="text-sm text-soft">Kept layouts</h3>
      <ul>
        {kept.data?.map((layout) => (
          <li key={layout.id} className="flex items-center gap-2">
            <Button kind="link" className="min-w-0 flex-1 truncate text-left" onClick={() => use(layout)}>
              {layout.name}
            </Button>
            <IconButton small icon="remove" label={`Remove the layout ${layout.name}`} onClick={() => remove.mutate(layout)} />
          </li>
        ))}
      </ul>
      {arrangement.as !== 'apart' && (
        <form
          className="mt-1 flex gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            keep.mutate()
          }}
        >
          <TextField
            label="Name for this layout"
            labelAt="hidden"
            placeholder="Name for this layout"
            className="flex-1"
            most={120}
            value={name}
            onChange={setName}
          />
          <Button type="submit" disabled={!name.trim() || keep.isPending}>
            Keep
          </Button>
        </form>
      )}
    </section>
  )
}
