import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { NavLink, useNavigate } from 'react-router'
import { writePaperCsv } from '../../../core/output/lists/paper-csv.ts'
import type { Lot } from '../../../core/things/media/media.ts'
import { NEW_PAPER } from '../../../core/things/media/paper-words.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { PaperEntry } from '../../../core/wire/api/papers.ts'
import { partUrl } from '../../api/here.ts'
import { papersQuery } from '../../api/queries.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Menu } from '../../ui/menu.tsx'
import { saveText } from '../../ui/save-text.ts'
import { Empty, Failed, Loading } from '../../ui/states.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { useLonger } from '../../ui/use-longer.tsx'
import { Labels } from './labels.tsx'
import { ListBeside } from './list-beside.tsx'
import { PaperForm } from './paper-form.tsx'
import { PaperList } from './paper-list.tsx'
import { PaperRecord } from './paper-record.tsx'

const NEW = 'new'

/** Every paper at the left, the one that is looked at beside it. */
export function Papers({ studio, chosen }: { studio: Studio; chosen: string | null }) {
  const navigate = useNavigate()
  const shelf = useQuery(papersQuery)
  const [words, setWords] = useState('')
  const [aside, setAside] = useState(false)
  const [samples, setSamples] = useState(false)
  const [listing, setListing] = useState(false)
  const [labelling, setLabelling] = useState(false)
  if (shelf.error) return <Failed error={shelf.error} again={() => void shelf.refetch()} />
  if (!shelf.data) return <Loading what="the papers" />
  const { papers, lots } = shelf.data
  const put = papers.filter((p) => p.archived).length
  const sampled = papers.filter((p) => p.paper.sampleOf !== null && !p.archived).length
  const listed = papers.filter(
    (p) =>
      (aside || !p.archived) &&
      (samples || p.paper.sampleOf === null || p.paper.id === chosen) &&
      `${p.paper.name} ${p.paper.code} ${p.paper.surface}`.toLowerCase().includes(words.toLowerCase()),
  )
  const entry = papers.find((p) => p.paper.id === chosen) ?? null
  const isNew = chosen === NEW
  return (
    <ListBeside
      chosen={entry !== null || isNew}
      back={{ to: '/shelf/papers', words: 'All papers' }}
      list={
        <>
          <div className="flex items-end gap-2">
            <TextField
              label="Find a paper"
              labelAt="hidden"
              placeholder="Find a paper"
              type="search"
              value={words}
              onChange={setWords}
              className="flex-1"
            />
            <ButtonLink kind="act" icon="add" to={`/shelf/papers/${NEW}`}>
              Add
            </ButtonLink>
          </div>
          <p className="mt-2 flex flex-wrap gap-x-2">
            <Button kind="plain" icon="takeFile" onClick={() => setListing(true)}>
              From a list (CSV)
            </Button>
            {papers.length > 0 && (
              <Menu
                opener={<Button kind="plain">Take along …</Button>}
                acts={[
                  {
                    words: 'As a list (CSV)',
                    icon: 'saveFile',
                    act: () =>
                      saveText(
                        'papers.csv',
                        'text/csv',
                        writePaperCsv(papers.filter((p) => !p.archived && p.paper.sampleOf === null).map((p) => p.paper)),
                      ),
                  },
                  { words: 'With boxes and rolls (ZIP)', icon: 'saveFile', act: () => location.assign(partUrl('lots')) },
                  ...(lots.length > 0 ? [null, { words: 'Labels for all boxes …', act: () => setLabelling(true) }] : []),
                ]}
              />
            )}
          </p>
          {(put > 0 || sampled > 0) && (
            <div className="mt-2 flex flex-wrap gap-x-5">
              {put > 0 && (
                <Check checked={aside} onChange={setAside}>
                  put aside too ({put})
                </Check>
              )}
              {sampled > 0 && (
                <Check checked={samples} onChange={setSamples}>
                  samples too ({sampled})
                </Check>
              )}
            </div>
          )}
          <Listed key={words} entries={listed} lots={lots} />
          {labelling && (
            <Labels lots={lots} papers={papers.map((p) => p.paper)} unit={studio.rules.unit} onClose={() => setLabelling(false)} />
          )}
          {listing && <PaperList papers={papers} onClose={() => setListing(false)} />}
          {papers.length > 0 && listed.length === 0 && <p className="p-2 text-soft">No paper of that name.</p>}
        </>
      }
    >
      {isNew ? (
        <>
          <h2 className="text-lg">A new paper</h2>
          <PaperForm
            entry={null}
            begins={NEW_PAPER}
            unit={studio.rules.unit}
            currency={studio.rules.currency}
            onDone={(saved) => void navigate(saved ? `/shelf/papers/${saved.paper.id}` : '/shelf/papers')}
          />
        </>
      ) : entry ? (
        <PaperRecord
          key={entry.paper.id}
          entry={entry}
          others={papers.filter((p) => p !== entry && !p.archived)}
          lots={lots.filter((l) => l.paperId === entry.paper.id)}
          studio={studio}
        />
      ) : chosen ? (
        <Empty title="There is no such paper">It may have been merged into another. Choose one at the left.</Empty>
      ) : papers.length === 0 ? (
        <Empty title="No paper yet">
          <p>Add the first with what stands on its box: name, surface and weight are enough to begin with.</p>
        </Empty>
      ) : (
        <Empty title={`${papers.length - put - sampled} papers`}>
          <p className="max-lg:hidden">Choose one at the left to see what is known of it and what is left.</p>
        </Empty>
      )}
    </ListBeside>
  )
}

/** Papers as they stand in the list, with what is left of each. */
function Listed({ entries, lots }: { entries: readonly PaperEntry[]; lots: readonly Lot[] }) {
  const { shown, more } = useLonger(entries)
  const left = useMemo(() => {
    const count = new Map<string, number>()
    for (const { paperId } of lots) count.set(paperId, (count.get(paperId) ?? 0) + 1)
    return count
  }, [lots])
  return (
    <>
      <ul className="mt-2 divide-y divide-hair">
        {shown.map((one) => (
          <li key={one.paper.id}>
            <NavLink
              to={`/shelf/papers/${one.paper.id}`}
              className={({ isActive }) => `flex items-start gap-3 px-2 py-2 hover:bg-chosen ${isActive ? 'bg-chosen' : ''}`}
            >
              <Swatch white={one.paper.white} surface={one.paper.surface} size={30} />
              <span className="min-w-0">
                <span className="block truncate font-semibold">{one.paper.name}</span>
                <span className="block text-sm text-soft">
                  {one.paper.surface}, {one.paper.weight} g/m² ·{' '}
                  {one.archived
                    ? 'put aside'
                    : one.paper.sampleOf !== null
                      ? 'a sample'
                      : !left.has(one.paper.id)
                        ? 'none left'
                        : `${left.get(one.paper.id)} on the shelf`}
                </span>
              </span>
            </NavLink>
          </li>
        ))}
      </ul>
      {more}
    </>
  )
}
