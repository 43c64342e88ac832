import { useState } from 'react'
import { PLACE_NAMES, type SetPlace } from '../../../core/work/agreement/place.ts'
import type { AgreementRow } from '../../../core/work/agreement/table.ts'
import { clock } from '../../ui/ago.ts'
import { Button } from '../../ui/button.tsx'
import { TextField } from '../../ui/text-field.tsx'

const HOW = { ticked: 'ticked off', typed: 'typed', printer: 'read from the printer', listing: 'taken from a listing' } as const

interface Props {
  row: AgreementRow
  place: SetPlace
  onSee(words: string, how: 'ticked' | 'typed'): void
  onForget(): void
}

/** One place of one setting: what it must show and where to look, and what it does show. */
export function CellEditor({ row, place, onSee, onForget }: Props) {
  const cell = row.cells[place]
  const [words, setWords] = useState('')
  return (
    <section aria-label="One setting" className="border-b border-line p-3">
      <h2>
        {row.title}, {PLACE_NAMES[place].toLowerCase()}
      </h2>
      <p className="mt-1 text-lg leading-snug">{cell.wanted}</p>
      {cell.where && (
        <p className="text-soft">
          found under <b className="font-semibold">{cell.where}</b>
        </p>
      )}
      <Button kind="act" className="mt-3 w-full justify-center" onClick={() => onSee(cell.wanted, 'ticked')}>
        It shows this
      </Button>
      <form
        className="mt-3"
        onSubmit={(e) => {
          e.preventDefault()
          if (words.trim()) onSee(words.trim(), 'typed')
          setWords('')
        }}
      >
        <TextField
          label="It shows something else:"
          most={160}
          offers={cell.choices.map((c) => c.words)}
          value={words}
          onChange={setWords}
        />
        <Button className="mt-2" type="submit" disabled={!words.trim()}>
          Keep that
        </Button>
      </form>
      {cell.reading && (
        <p className="mt-3 text-sm text-soft">
          {row.harm !== null
            ? `It shows “${cell.reading.words}”, as the plate says, and that is wrong in itself; `
            : cell.state === 'differs'
              ? `It showed “${cell.reading.words}”; `
              : 'Seen as wanted; '}
          {HOW[cell.reading.how]}
          {cell.reading.by ? ` by ${cell.reading.by}` : ''} {clock(cell.reading.at)}.{' '}
          <Button kind="link" onClick={onForget}>
            take back
          </Button>
        </p>
      )}
    </section>
  )
}
