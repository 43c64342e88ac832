import { useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { NavLink, useNavigate } from 'react-router'
import { writePaperCsv } from '../../../core/output/lists/paper-csv.ts'
import type { Unit } from '../../../core/things/length/length.ts'
import { NEW_PAPER } from '../../../core/things/media/paper-words.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { counted } from '../../../core/things/words/counted.ts'
import type { PaperLine } from '../../../core/wire/api/papers.ts'
import { ApiError } from '../../api/client.ts'
import { partUrl } from '../../api/here.ts'
import { everyLotQuery, paperQuery, papersQuery } from '../../api/shelf-queries.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Menu } from '../../ui/menu.tsx'
import { saveText } from '../../ui/save-text.ts'
import { Empty, Failed, Loading } from '../../ui/states.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { moreOf } from '../../ui/use-longer.tsx'
import { Labels } from './labels.tsx'
import { ListBeside } from './list-beside.tsx'
import { PaperForm } from './paper-form.tsx'
import { PaperList } from './paper-list.tsx'
import { PaperRecord } from './paper-record.tsx'

const NEW = 'new'

/** Every paper at the left, the one that is looked at beside it. */
export function Papers({ studio, chosen }: { studio: Studio; chosen: string | null }) {
  const navigate = useNavigate()
  const [words, setWords] = useState('')
  const q = useDeferredValue(words.trim())
  const [aside, setAside] = useState(false)
  const [samples, setSamples] = useState(false)
  const [listing, setListing] = useState(false)
  const [labelling, setLabelling] = useState(false)
  const shelf = useInfiniteQuery({ ...papersQuery({ q, aside, samples }), placeholderData: (before) => before })
  const isNew = chosen === NEW
  const [first] = shelf.data?.pages ?? []
  const papers = shelf.data?.pages.flatMap((page) => page.papers) ?? []
  const listed = papers.find(({ paper }) => paper.id === chosen)
  const one = useQuery({ ...paperQuery(chosen ?? ''), enabled: chosen !== null && !isNew, ...(listed ? { placeholderData: listed } : {}) })
  if (shelf.error) return <Failed error={shelf.error} again={() => void shelf.refetch()} />
  if (!first) return <Loading what="the papers" />
  const { own, aside: put, samples: sampled } = first.counts
  const any = own + put + sampled > 0
  return (
    <ListBeside
      chosen={chosen !== null}
      back={{ to: '/shelf/papers', words: 'All papers' }}
      list={
        <>
          <div className="flex items-end gap-2">
            <TextField
              label="Find a paper"
              labelAt="hidden"
              placeholder="Find a paper"
              type="search"
              most={100}
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
            {any && (
              <Menu
                opener={<Button kind="plain">Take along …</Button>}
                acts={[
                  {
                    words: 'As a list (CSV)',
                    icon: 'saveFile',
                    act: () => saveText('papers.csv', 'text/csv', writePaperCsv(studio.papers.filter((paper) => paper.sampleOf === null))),
                  },
                  { words: 'With boxes and rolls (ZIP)', icon: 'saveFile', act: () => location.assign(partUrl('lots')) },
                  ...(studio.lots.length > 0 ? [null, { words: 'Labels for all boxes …', act: () => setLabelling(true) }] : []),
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
          <Listed papers={papers} />
          {shelf.hasNextPage && (
            <Button kind="link" className="py-1 text-sm" disabled={shelf.isFetchingNextPage} onClick={() => void shelf.fetchNextPage()}>
              {moreOf(first.found - papers.length)}
            </Button>
          )}
          {labelling && <LabelsForAll unit={studio.rules.unit} onClose={() => setLabelling(false)} />}
          {listing && <PaperList onClose={() => setListing(false)} />}
          {any && papers.length === 0 && <p className="p-2 text-soft">No paper of that name.</p>}
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
      ) : chosen && one.data ? (
        <PaperRecord key={chosen} entry={one.data} studio={studio} />
      ) : chosen && one.isLoading ? (
        <Loading what="the paper" />
      ) : chosen && one.error instanceof ApiError && one.error.status === 404 ? (
        <Empty title="There is no such paper">It may have been merged into another. Choose one at the left.</Empty>
      ) : chosen ? (
        <Failed error={one.error} again={() => void one.refetch()} />
      ) : !any ? (
        <Empty title="No paper yet">
          <p>Add the first with what stands on its box: name, surface and weight are enough to begin with.</p>
        </Empty>
      ) : (
        <Empty title={counted(own, 'paper')}>
          <p className="max-lg:hidden">Choose one at the left to see what is known of it and what is left.</p>
        </Empty>
      )}
    </ListBeside>
  )
}

/** Labels of every box and roll there is. */
function LabelsForAll(props: { unit: Unit; onClose(): void }) {
  const lots = useQuery(everyLotQuery)
  if (lots.error) return <Failed error={lots.error} again={() => void lots.refetch()} />
  return lots.data ? <Labels lots={lots.data} {...props} /> : <Loading what="the boxes and rolls" />
}

/** Papers as they stand in the list, with what is left of each. */
const Listed = ({ papers }: { papers: readonly PaperLine[] }) => (
  <ul className="mt-2 divide-y divide-hair">
    {papers.map((one) => (
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
                  : one.left === 0
                    ? 'none left'
                    : `${one.left} on the shelf`}
            </span>
          </span>
        </NavLink>
      </li>
    ))}
  </ul>
)
