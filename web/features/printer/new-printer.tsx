import { useMutation } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { useNavigate } from 'react-router'
import { PRINTER_CLASSES, printerOfClass } from '../../../core/things/printers/classes.ts'
import { shortNameOf } from '../../../core/things/studio/short-name.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { Refused } from '../../ui/file-drop.tsx'
import { Radio } from '../../ui/radio.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'

/** A printer begun from its class, where nothing is at hand but the machine. */
export function NewPrinter({ studio, onClose }: { studio: Studio; onClose(): void }) {
  const navigate = useNavigate()
  const [name, setName] = useState('')
  const [classId, setClass] = useState<string | null>(null)
  const [address, setAddress] = useState('')
  const add = useMutation({
    mutationFn: () => {
      const taken = studio.printers.map((p) => p.id)
      return api('POST /printers', {
        body: printerOfClass(classId ?? '', { id: shortNameOf(name, taken), name: name.trim(), address: address.trim() }),
      })
    },
    onSuccess: async ({ printer }) => {
      await queryClient.invalidateQueries(studioQuery)
      toast.success(`${printer.name} is on the shelf, with usual values. Confirm them from its manual.`)
      void navigate(`/shelf/printers/${printer.id}`)
    },
  })
  const ready = name.trim() !== '' && classId !== null
  const submit = (event: FormEvent) => {
    event.preventDefault()
    if (ready && !add.isPending) add.mutate()
  }
  return (
    <Dialog title="A printer by its class" onClose={onClose}>
      <form className="grid gap-3 overflow-y-auto p-4" onSubmit={submit}>
        <TextField label="What you call it" most={60} value={name} onChange={setName} />
        <Radio
          label="What it is nearest to"
          value={classId}
          options={PRINTER_CLASSES.map((c) => [
            c.id,
            <span key={c.id}>
              {c.title} <span className="block text-sm text-soft">{c.says}</span>
            </span>,
          ])}
          onChange={setClass}
        />
        <TextField
          label="Its address, if it speaks IPP"
          figures
          most={300}
          placeholder="ipp://192.168.1.20:631/ipp/print"
          value={address}
          onChange={setAddress}
          help="Without one, you print from a program of your own and say here when it is out."
        />
        <Refused message={add.error ? messageOf(add.error) : null} />
        <p className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button kind="act" type="submit" disabled={!ready || add.isPending}>
            Add it
          </Button>
        </p>
      </form>
    </Dialog>
  )
}
