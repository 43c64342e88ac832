import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { NEW_ARRANGEMENT } from '../../../core/things/brief/arrangement.ts'
import { EMPTY_ITEM, withPicture } from '../../../core/things/brief/item.ts'
import type { Picture } from '../../../core/things/brief/picture.ts'
import { fileUrl } from '../../api/client.ts'
import { setupsQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Select } from '../../ui/select.tsx'
import { oddOnes } from './odd-ones.ts'

export type Begin = { how: 'one' | 'contact' | 'each'; setupId: number | null }

interface Props {
  pictures: readonly Picture[]
  busy: boolean
  onBegin(begin: Begin): void
  onDrop(): void
}

/** Pictures shown before the rest is a number. */
const SHOWN = 24

/** What is to become of many pictures that were dropped at once. */
export function BeginMany({ pictures, busy, onBegin, onDrop }: Props) {
  const setups = useQuery(setupsQuery())
  const [setupId, setSetup] = useState<number | null>(null)
  const kept = setups.data?.find((s) => s.id === setupId) ?? null
  const odd = oddOnes(pictures.map((picture, i) => ({ ...EMPTY_ITEM, id: String(i), ...withPicture(picture) })))
  const begin = (how: Begin['how']) => onBegin({ how, setupId })
  const n = pictures.length
  return (
    <section aria-label="Many pictures" className="border border-line bg-paper p-4">
      <h2 className="text-xl">{n} pictures are in</h2>
      <ul className="mt-2 flex flex-wrap gap-1">
        {pictures.slice(0, SHOWN).map((picture, i) => (
          <li
            key={`${picture.id} ${String(i)}`}
            className={`flex h-14 w-14 items-center justify-center bg-ground ${odd.has(String(i)) ? 'outline-2 outline-warn' : ''}`}
          >
            <img src={fileUrl(picture.preview)} alt={picture.name} className="max-h-13 max-w-13 object-contain" />
          </li>
        ))}
        {n > SHOWN && <li className="num flex h-14 items-center px-2 text-soft">and {n - SHOWN} more</li>}
      </ul>
      {odd.size > 0 && (
        <div className="mt-2 border-l-2 border-warn pl-2 text-sm">
          {[...odd].slice(0, 4).map(([i, says]) => (
            <p key={i}>
              {pictures[Number(i)]?.name}: {says}
            </p>
          ))}
          {odd.size > 4 && <p>and {odd.size - 4} more that differ; they are marked in the list.</p>}
        </div>
      )}
      {(setups.data?.length ?? 0) > 0 && (
        <div className="mt-4 max-w-md">
          <Select
            label="Set up as"
            full
            value={setupId}
            options={[
              [null, 'nothing yet: size and paper come next'],
              ...(setups.data ?? []).map((s) => [s.id, `${s.name}: ${s.paper}, ${s.path}`] as [number, string]),
            ]}
            onChange={setSetup}
          />
          {kept && kept.changes.length > 0 && (
            <ul className="mt-1 text-sm text-soft">
              {kept.changes.map((change) => (
                <li key={change.id}>Since it was kept: {change.says}</li>
              ))}
            </ul>
          )}
        </div>
      )}
      <div className="mt-4 flex flex-wrap gap-2">
        <Button kind="act" disabled={busy} onClick={() => begin('one')}>
          One job with all {n}
        </Button>
        <Button disabled={busy} onClick={() => begin('each')}>
          {n} jobs, one each
        </Button>
        {setupId === null && (
          <Button disabled={busy} onClick={() => begin('contact')}>
            A contact sheet of them
          </Button>
        )}
        <Button kind="plain" disabled={busy} onClick={onDrop}>
          Neither: begin anew
        </Button>
      </div>
    </section>
  )
}

/** The brief a job begins with, where no kept set-up says it. */
export const beginsWith = (how: Begin['how']) => (how === 'contact' ? { arrangement: NEW_ARRANGEMENT.contact } : {})
