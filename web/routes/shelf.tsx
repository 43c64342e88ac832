import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useParams } from 'react-router'
import { studioQuery } from '../api/queries.ts'
import { ProfileShelf } from '../features/profiles/profile-shelf.tsx'
import { Orders } from '../features/shelf/orders.tsx'
import { Pairings } from '../features/shelf/pairings.tsx'
import { Papers } from '../features/shelf/papers.tsx'
import { Printers } from '../features/shelf/printers.tsx'
import { Rules } from '../features/shelf/rules.tsx'
import { Samples } from '../features/shelf/samples.tsx'
import { TakeOver } from '../features/shelf/take-over.tsx'
import { Upkeep } from '../features/shelf/upkeep.tsx'
import { Button } from '../ui/button.tsx'
import { Failed, Loading } from '../ui/states.tsx'
import { TabLink } from '../ui/tabs.tsx'
import { NotHere } from './not-here.tsx'

const TABS = [
  ['printers', 'Printers'],
  ['papers', 'Papers and lots'],
  ['profiles', 'Profiles'],
  ['pairings', 'Pairings'],
  ['samples', 'Samples'],
  ['orders', 'To buy'],
  ['rules', 'House rules'],
  ['upkeep', 'Upkeep'],
] as const

/** What the studio owns and knows. */
export function Shelf() {
  const { printer, paper, pack, tab = printer ? 'pairings' : paper ? 'papers' : pack ? 'samples' : 'printers' } = useParams()
  const studio = useQuery(studioQuery)
  const [taking, setTaking] = useState(false)
  if (!TABS.some(([slug]) => slug === tab)) return <NotHere />
  if (studio.error) return <Failed error={studio.error} again={() => void studio.refetch()} />
  if (!studio.data) return <Loading what="the shelf" />
  return (
    <div className="mx-auto w-full max-w-7xl p-4">
      <div className="flex flex-wrap items-end gap-x-6 border-b border-line">
        <h1 className="pb-1.5">Shelf</h1>
        <nav aria-label="Shelf" className="flex flex-wrap">
          {TABS.map(([slug, label]) => (
            <TabLink key={slug} to={`/shelf/${slug}`} current={slug === tab}>
              {label}
            </TabLink>
          ))}
        </nav>
        <Button kind="plain" className="ml-auto" onClick={() => setTaking(true)}>
          From another studio …
        </Button>
      </div>
      {taking && <TakeOver onClose={() => setTaking(false)} />}
      {tab === 'printers' && <Printers studio={studio.data} />}
      {tab === 'papers' && <Papers studio={studio.data} chosen={paper ?? null} />}
      {tab === 'profiles' && <ProfileShelf studio={studio.data} />}
      {tab === 'pairings' && <Pairings studio={studio.data} printerId={printer ?? null} paperId={paper ?? null} />}
      {tab === 'samples' && <Samples studio={studio.data} chosen={pack ?? null} />}
      {tab === 'orders' && <Orders studio={studio.data} />}
      {tab === 'rules' && <Rules rules={studio.data.rules} />}
      {tab === 'upkeep' && <Upkeep />}
    </div>
  )
}
