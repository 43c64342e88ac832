import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import { pagesOf } from '../../../core/sheet/run-pages.ts'
import { membersOf } from '../../../core/things/brief/brief.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { Run } from '../../../core/wire/api/dto.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Select } from '../../ui/select.tsx'
import { toast } from '../../ui/toast.tsx'

/**
 * How many sheets there shall be of a run that is printing: fewer, and it ends when they are out; more, and they follow it.
 * Of several that follow each other it is about the last.
 */
export function SheetCount({ run, behind, plate }: { run: Run; behind: boolean; plate: Plate }) {
  const pages = pagesOf(plate, run.side, run.only)
  const [sheets, setSheets] = useState(run.copies)
  const [form, setForm] = useState(pages[0]?.form.id ?? 'front')
  const change = useMutation({
    mutationFn: () => api('PUT /runs/{id}/sheets', { id: run.id, body: { sheets, form } }),
    onSuccess: ({ run: now, more }) => {
      void queryClient.invalidateQueries({ queryKey: ['runs'] })
      toast(
        more
          ? `${counted(more.copies, 'more follows', 'more follow')} as run ${more.id}.`
          : `It ends when ${counted(now.copies, 'is', 'are')} out. What has been begun by then comes out unfinished.`,
      )
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  if (membersOf(plate.brief).length > 0) return null
  return (
    <form
      aria-label="How many sheets"
      className="mt-3 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        change.mutate()
      }}
    >
      <NumberField
        label={behind ? `Sheets of run ${run.id}` : 'Sheets in all'}
        className="w-28"
        whole
        min={Math.max(1, run.sheetsDelivered + 1)}
        max={10_000}
        step={1}
        value={sheets}
        onChange={setSheets}
      />
      {pages.length > 1 && sheets > run.copies && (
        <Select
          label="More of"
          value={form}
          options={pages.map((page, i) => [page.form.id, `sheet ${i + 1}`] as const)}
          onChange={setForm}
        />
      )}
      <Button type="submit" disabled={sheets === run.copies || change.isPending}>
        {sheets < run.copies ? 'Print fewer' : 'Print more'}
      </Button>
    </form>
  )
}
