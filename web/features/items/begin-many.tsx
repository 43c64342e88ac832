import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { readBatchList, type Wish, wishInName } from '../../../core/output/lists/batch-list.ts'
import { NEW_ARRANGEMENT } from '../../../core/things/brief/arrangement.ts'
import type { ItemWish } from '../../../core/things/brief/edit-items.ts'
import { EMPTY_ITEM, withPicture } from '../../../core/things/brief/item.ts'
import type { Picture } from '../../../core/things/brief/picture.ts'
import type { SavedSetup } from '../../../core/wire/api/dto.ts'
import { smallUrl } from '../../api/client.ts'
import { studioQuery } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { FileDrop } from '../../ui/file-drop.tsx'
import { KeptSetupChoice } from './kept-setup-choice.tsx'
import { oddOnes } from './odd-ones.ts'

export interface Begin {
  how: 'one' | 'contact' | 'each'
  setupId: number | null
  /** What is asked for each picture, in their order. */
  wishes: (ItemWish & { paperId: string | null })[]
}

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
  const unit = useQuery(studioQuery).data?.rules.unit ?? 'mm'
  const [setup, setSetup] = useState<SavedSetup | null>(null)
  const odd = oddOnes(pictures.map((picture, i) => ({ ...EMPTY_ITEM, id: String(i), ...withPicture(picture) })))
  const papers = useQuery(studioQuery).data?.papers ?? []
  const [fromNames, setFromNames] = useState(true)
  const [list, setList] = useState<ReturnType<typeof readBatchList> | null>(null)
  const inNames = useMemo(() => pictures.map(({ name }) => wishInName(name, unit)), [pictures, unit])
  const said = inNames.filter(({ size, copies }) => size || copies).length
  const wishes = pictures.map(({ name }, i) => {
    const wish: Wish = { ...(fromNames ? inNames[i] : {}), ...list?.wishes.get(name) }
    const asked = wish.paper?.trim().toLowerCase()
    const paper = asked === undefined ? undefined : papers.find((p) => p.name.toLowerCase() === asked || p.code.toLowerCase() === asked)
    return { size: wish.size ?? null, copies: wish.copies ?? null, paperId: paper?.id ?? null }
  })
  const unknown = [...new Set([...(list?.wishes.values() ?? [])].flatMap(({ paper }) => paper ?? []))].filter(
    (paper) => !papers.some((p) => p.name.toLowerCase() === paper.toLowerCase() || p.code.toLowerCase() === paper.toLowerCase()),
  )
  const begin = (how: Begin['how']) =>
    onBegin({ how, setupId: setup?.id ?? null, wishes: wishes.some((w) => w.size || w.copies || w.paperId) ? wishes : [] })
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
            <img src={smallUrl(picture.preview)} alt={picture.name} className="max-h-13 max-w-13 object-contain" />
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
      <div className="mt-4">
        <KeptSetupChoice pictures={pictures} value={setup} none="nothing yet: size and paper come next" onChange={setSetup} />
      </div>
      {said > 0 && (
        <Check className="mt-4" checked={fromNames} onChange={setFromNames}>
          Take sizes and copies from the file names: {said} of {n} say{said === 1 ? 's' : ''} any
        </Check>
      )}
      <div className="mt-3">
        <FileDrop
          label="List of sizes and copies"
          endings={['.csv', '.txt', 'text/csv']}
          className="inline-block border border-dashed p-2"
          act="Sizes and copies from a list …"
          onFiles={([file]) =>
            void file?.text().then((text) =>
              setList(
                readBatchList(
                  text,
                  pictures.map(({ name }) => name),
                  unit,
                ),
              ),
            )
          }
        >
          <span className="text-sm text-faint">CSV with name, size, copies, paper</span>
        </FileDrop>
      </div>
      {list && (
        <div role="status" className="mt-2 text-sm">
          <p>
            {list.wishes.size} of {n} pictures are in the list.
          </p>
          {[
            ...list.bad.map(({ line, says }) => `Line ${line}: ${says}`),
            ...(list.missing.length > 0
              ? [
                  `No such file is here: ${list.missing.slice(0, 5).join(', ')}${list.missing.length > 5 ? ` and ${list.missing.length - 5} more` : ''}.`,
                ]
              : []),
            ...unknown.map((paper) => `The studio has no paper “${paper}”.`),
          ]
            .slice(0, 12)
            .map((says) => (
              <p key={says} className="border-l-2 border-warn pl-2">
                {says}
              </p>
            ))}
        </div>
      )}
      <div className="mt-4 flex flex-wrap gap-2">
        <Button kind="act" disabled={busy} onClick={() => begin('one')}>
          One job with all {n}
        </Button>
        <Button disabled={busy} onClick={() => begin('each')}>
          {n} jobs, one each
        </Button>
        {setup === null && (
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
