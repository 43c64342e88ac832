import { useState } from 'react'
import { Link } from 'react-router'
import type { StripSheet } from '../../../core/things/brief/test-sheet.ts'
import type { Tested } from '../../../core/things/media/media.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { stripLetter } from '../../../core/work/strips/strips.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Radio } from '../../ui/radio.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'
import { renderingName } from '../colour/names.ts'

/** Says which strip won and why; from then on the pairing's intent is that one. */
export function StripWinner({ sheet, studio }: { sheet: StripSheet; studio: Studio }) {
  const [chosen, setChosen] = useState<number | null>(null)
  const [because, setBecause] = useState('')
  const pairing = studio.pairings.find((p) => p.printerId === sheet.printerId && p.paperId === sheet.paperId)
  const paper = studio.papers.find((p) => p.id === sheet.paperId)?.name ?? 'this paper'
  const printer = studio.printers.find((p) => p.id === sheet.printerId)?.name ?? 'this printer'
  const mediaTypeOf = (id: string | null | undefined) =>
    studio.printers.find((p) => p.id === sheet.printerId)?.mediaTypes.find((m) => m.id === id)?.driverName
  const save = async (choice: Omit<Tested, 'on'> | null) => {
    if (!pairing) return
    try {
      await api('PUT /pairings/{id}/tested', { id: pairing.id, body: choice })
      await queryClient.invalidateQueries({ queryKey: studioQuery.queryKey })
      toast.success(choice ? `Recorded for ${paper} on ${printer}.` : 'Taken back.', {
        ...(choice ? { action: { label: 'Undo', onClick: () => void save(pairing.tested ?? null) } } : {}),
      })
    } catch (error) {
      toast.error(messageOf(error))
    }
  }
  const tested = pairing?.tested
  return (
    <div className="absolute inset-0 overflow-auto bg-paper p-4">
      <h2>Which strip won?</h2>
      <p className="max-w-prose text-soft">
        Look at the strips dry, under the light the print will hang in. What you say here decides the intent
        {sheet.here ? ' and the media type' : ''} of {paper} on {printer} from now on.{' '}
        <Link className="link" to={`/jobs/${sheet.forJob}/colour`}>
          Back to the job they were made for
        </Link>
      </p>
      {tested && (
        <p className="mt-2 border-l-4 border-act pl-3">
          Recorded on {tested.on}: {renderingName(tested.intent, tested.blackPoint).toLowerCase()}
          {mediaTypeOf(tested.mediaTypeId) ? `, printed as ${mediaTypeOf(tested.mediaTypeId)}` : ''}
          {tested.because ? `, because ${tested.because}` : ''}.{' '}
          <Button kind="link" onClick={() => save(null)}>
            take it back
          </Button>
        </p>
      )}
      {!pairing && (
        <p className="mt-2 border-l-4 border-stop pl-3">
          The studio has no pairing of {paper} with {printer} to record it on.
        </p>
      )}
      <Radio
        label="Strips"
        className="mt-3 grid gap-1 text-lg"
        value={chosen}
        onChange={setChosen}
        options={sheet.candidates.map((c, i) => [
          i,
          <span key={stripLetter(i)} className="flex flex-wrap items-baseline gap-2">
            <b className="num font-semibold">{stripLetter(i)}</b> {renderingName(c.intent, c.blackPoint)}
            {mediaTypeOf(c.mediaTypeId) && <span className="text-sm text-soft">printed as {mediaTypeOf(c.mediaTypeId)}</span>}
            {sheet.here && !sheet.here.includes(i) && <span className="text-sm text-soft">(on another sheet)</span>}
            {c.profileId !== sheet.candidates[0]?.profileId && (
              <span className="text-sm text-soft">{studio.profiles.find((p) => p.id === c.profileId)?.description}</span>
            )}
          </span>,
        ])}
      />
      <TextField label="Why, in a few words" className="mt-3 max-w-prose" most={500} value={because} onChange={setBecause} />
      <Button
        kind="act"
        className="mt-3"
        disabled={chosen === null || !pairing}
        onClick={() => {
          const winner = chosen === null ? undefined : sheet.candidates[chosen]
          if (winner) void save({ intent: winner.intent, blackPoint: winner.blackPoint, mediaTypeId: winner.mediaTypeId, because })
        }}
      >
        Record the winner
      </Button>
    </div>
  )
}
