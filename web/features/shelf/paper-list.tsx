import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { z } from 'zod'
import {
  type ListRow,
  type Matching,
  matchHeadings,
  PAPER_COLUMN_KEYS,
  PAPER_COLUMNS,
  papersFrom,
  readCsv,
  saidOver,
  standingOf,
} from '../../../core/output/lists/paper-csv.ts'
import { sayBeyond } from '../../../core/things/words/beyond.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { PaperEntry, PaperListSchema } from '../../../core/wire/api/papers.ts'
import { api, messageOf } from '../../api/client.ts'
import { keptAs } from '../../api/here.ts'
import { queryClient, studioQuery } from '../../api/queries.ts'
import { everyPaperQuery, papersKey } from '../../api/shelf-queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { FileDrop, Refused } from '../../ui/file-drop.tsx'
import { Select } from '../../ui/select.tsx'
import { Failed, Loading } from '../../ui/states.tsx'
import { toast } from '../../ui/toast.tsx'
import { listText } from './list-text.ts'

const KEY = keptAs('paper-list-headings')
/** Rows shown; the others are counted. */
const SHOWN = 60
const WORDS: Record<string, string> = {
  code: 'code',
  surface: 'surface',
  weight: 'g/m²',
  thickness: 'caliper',
  twoSided: 'sides',
  pricePerSquareMetre: 'price',
  notes: 'notes',
}

/** Headings somebody has matched before, on this device. */
function remembered(): Matching {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}') as Matching
  } catch {
    return {}
  }
}
/** Largest list read, bytes. */
const LARGEST = 8 << 20

type List = { headings: string[]; rows: ListRow[] }

/** Papers from a spreadsheet: its headings matched once, every row shown as new, the same or different before it is taken. */
export function PaperList({ onClose }: { onClose(): void }) {
  const every = useQuery(everyPaperQuery)
  const papers: readonly PaperEntry[] = every.data ?? []
  const [list, setList] = useState<List | null>(null)
  const [wrong, setWrong] = useState<string | null>(null)
  const [matching, setMatching] = useState<Matching>({})
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set())
  const take = async (file: File) => {
    setWrong(null)
    if (file.size > LARGEST) return setWrong(`The file has ${sayBeyond(file.size, 1 << 20)} MB; a list of up to 8 MB is read. Split it.`)
    const read = readCsv(listText(new Uint8Array(await file.arrayBuffer())))
    if (!read.ok) return setWrong(read.problem.message)
    setList(read.value)
    setMatching(matchHeadings(read.value.headings, remembered()))
  }
  const match = (heading: string, to: Matching[string]) => {
    const next = Object.fromEntries(Object.entries(matching).map(([h, c]) => [h, h === heading ? to : c === to ? null : c]))
    setMatching(next)
    localStorage.setItem(KEY, JSON.stringify({ ...remembered(), [heading.toLowerCase().replace(/\s+/g, ' ').trim()]: to }))
  }
  const known = papers.map((p) => p.paper)
  const rows =
    list && every.data
      ? papersFrom(list.rows, matching).map((read) => ({ ...read, standing: read.paper && standingOf(read.paper, known) }))
      : []
  const wanted = rows.filter(({ row, paper, standing }) => paper && standing?.as !== 'same' && !left.has(row))
  const counts = {
    new: rows.filter((r) => r.standing?.as === 'new').length,
    differs: rows.filter((r) => r.standing?.as === 'differs').length,
    same: rows.filter((r) => r.standing?.as === 'same').length,
    wrong: rows.filter((r) => !r.paper).length,
  }
  const add = useMutation({
    mutationFn: () =>
      api('POST /papers/list', {
        body: {
          papers: wanted.flatMap(({ paper, standing }): z.input<typeof PaperListSchema>['papers'] => {
            if (!paper || !standing) return []
            const there = standing.as === 'new' ? null : papers.find((p) => p.paper.id === standing.id)
            if (!there || standing.as !== 'differs') return [{ paper, instead: null }]
            return [{ paper: saidOver(there.paper, paper, standing.fields), instead: { id: standing.id, version: there.version } }]
          }),
        },
      }),
    onSuccess: async ({ added, changed }) => {
      await Promise.all([queryClient.invalidateQueries({ queryKey: papersKey }), queryClient.invalidateQueries(studioQuery)])
      toast.success(`${counted(added, 'paper')} added${changed > 0 ? `, ${changed} changed` : ''}.`)
      onClose()
    },
  })
  return (
    <Dialog title="Papers from a list" onClose={onClose}>
      <div className="min-h-0 flex-1 space-y-3 overflow-y-auto p-4">
        {!list ? (
          <>
            <p className="text-soft">
              A CSV file with a line of headings: name, surface and g/m² are enough; mm or mil, price, pack price, pack size, size and notes
              are read too.
            </p>
            <FileDrop
              label="List of papers"
              endings={['.csv', '.txt', '.tsv']}
              act="Choose the list"
              kind="act"
              className="border border-dashed p-4"
              onFiles={([file]) => file && void take(file)}
            />
            <Refused message={wrong} />
          </>
        ) : every.error ? (
          <Failed error={every.error} again={() => void every.refetch()} />
        ) : !every.data ? (
          <Loading what="the papers there are" />
        ) : (
          <>
            <section aria-label="Headings" className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-3">
              {list.headings.map((heading) => (
                <Select
                  key={heading}
                  label={`“${heading.slice(0, 40)}” is`}
                  full
                  value={matching[heading] ?? null}
                  options={[[null, 'passed over'], ...PAPER_COLUMN_KEYS.map((key) => [key, PAPER_COLUMNS[key].title] as const)]}
                  onChange={(to) => match(heading, to)}
                />
              ))}
            </section>
            <p>
              {counts.new} new, {counts.differs} different, {counts.same} the same
              {counts.wrong > 0 && <span className="text-stop">, {counts.wrong} cannot be taken</span>}
            </p>
            <ul className="divide-y divide-hair border-y border-line">
              {rows.slice(0, SHOWN).map(({ row, paper, name, wrong: says, standing }) => (
                <li key={row} className="flex items-center gap-3 py-1">
                  <span className="num w-10 shrink-0 text-right text-sm text-faint">{row}</span>
                  {paper && standing && standing.as !== 'same' ? (
                    <Check
                      checked={!left.has(row)}
                      onChange={(on) => setLeft(new Set(on ? [...left].filter((r) => r !== row) : [...left, row]))}
                    >
                      {paper.name}
                    </Check>
                  ) : (
                    <span className="pl-7">{name.slice(0, 80)}</span>
                  )}
                  <span className={`ml-auto text-right text-sm ${paper ? 'text-soft' : 'text-stop'}`}>
                    {!paper
                      ? says.join('; ')
                      : standing?.as === 'differs'
                        ? `other ${standing.fields.map((f) => WORDS[f] ?? f).join(', ')}`
                        : standing?.as === 'same'
                          ? 'the same'
                          : `new: ${paper.surface}, ${paper.weight} g/m²${paper.thicknessFrom === 'estimated' ? ', caliper estimated' : ''}`}
                  </span>
                </li>
              ))}
              {rows.length > SHOWN && <li className="py-1 text-soft">and {rows.length - SHOWN} more</li>}
            </ul>
            <Refused message={add.error ? messageOf(add.error) : null} />
          </>
        )}
      </div>
      <p className="flex justify-end gap-2 border-t border-line p-3">
        <Button onClick={onClose}>Leave it</Button>
        {list && (
          <Button kind="act" disabled={wanted.length === 0 || add.isPending} onClick={() => add.mutate()}>
            Take {wanted.length}
          </Button>
        )}
      </p>
    </Dialog>
  )
}
