import { useMutation, useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { backupTrouble, diskTrouble, said } from '../../../core/things/upkeep/upkeep.ts'
import { api, messageOf } from '../../api/client.ts'
import { queryClient, upkeepQuery, usesQuery } from '../../api/queries.ts'
import { away, clock } from '../../ui/ago.ts'
import { Button } from '../../ui/button.tsx'
import { LevelMark } from '../../ui/mark.tsx'
import { Failed, Loading } from '../../ui/states.tsx'
import { toast } from '../../ui/toast.tsx'
import { KeptPictures } from './kept-pictures.tsx'

function Trouble({ says }: { says: string | null }) {
  return (
    says && (
      <p className="mt-2 flex gap-2" role="status">
        <LevelMark level="warn" word={false} /> {says}
      </p>
    )
  )
}

/** Backups and the disk of the machine this runs on: the last good one, what uses the room, and what to do about it. */
export function Upkeep() {
  const upkeep = useQuery(upkeepQuery)
  const uses = useQuery(usesQuery)
  const make = useMutation({
    mutationFn: () => api('POST /upkeep/backups'),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: upkeepQuery.queryKey }),
    onError: (error) => toast.error(messageOf(error)),
  })
  if (upkeep.error) return <Failed error={upkeep.error} again={() => void upkeep.refetch()} />
  if (!upkeep.data) return <Loading what="the backups" />
  const { disk, backups } = upkeep.data
  const [last] = backups.made
  // What lies in the folder of the backups is known at this moment; the rest was looked at within the last minute.
  const rows = uses.data
    ? [...uses.data, { what: 'Backups', ...backups.holds }].filter(({ bytes }) => bytes > 0).sort((a, b) => b.bytes - a.bytes)
    : []
  const most = rows[0]?.bytes ?? 1
  return (
    <div className="mt-4 grid gap-x-12 gap-y-8 lg:grid-cols-2">
      <section aria-labelledby="backups">
        <h2 id="backups" className="border-b border-line pb-1">
          Backups of all studios
        </h2>
        <p className="mt-3 text-lg">
          {last ? (
            <>
              The last good one was made <b>{away(last.at)}</b>: <span className="num">{said(last.bytes)}</span>.
            </>
          ) : (
            'There is none yet.'
          )}
        </p>
        <Trouble says={backupTrouble(upkeep.data, new Date())} />
        <p className="mt-2 max-w-prose text-soft">
          {backups.keep === 0
            ? 'None is made by itself: the house rules keep none.'
            : `One is made each night, or when it is next started; the next is due ${backups.next ? clock(backups.next) : ''}, and ${backups.keep === 1 ? 'the latest is kept' : `the latest ${backups.keep} are kept`}.`}{' '}
          <Link className="link" to="/shelf/rules">
            House rules
          </Link>
        </p>
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <Button kind="act" disabled={backups.making !== null || make.isPending} onClick={() => make.mutate()}>
            Make one now
          </Button>
          {backups.making !== null && <span role="status">One is being made. You can go on working.</span>}
        </div>
        {backups.made.length > 0 && (
          <ul className="mt-4 divide-y divide-hair" aria-label="Backups that are there">
            {backups.made.map(({ name, at, bytes }) => (
              <li key={name} className="flex flex-wrap gap-x-4 py-1">
                <span className="num min-w-0 flex-1 truncate">{name}</span>
                <span className="text-soft">{clock(at)}</span>
                <span className="num w-20 text-right">{said(bytes)}</span>
              </li>
            ))}
          </ul>
        )}
        <div className="mt-4 max-w-prose space-y-1 text-sm text-soft">
          <p>
            They lie in <code className="break-all">{backups.folder}</code>. A disk that breaks takes them along: copy them to another one.
          </p>
          <p>
            <code>npm run restore -- FILE FOLDER</code> opens one in an empty folder and compares every file with its checksum. Try it
            before you need it.
          </p>
        </div>
      </section>
      <section aria-labelledby="disk">
        <h2 id="disk" className="border-b border-line pb-1">
          The disk
        </h2>
        <p className="mt-3 text-lg">
          <b className="num">{said(disk.free)}</b> of <span className="num">{said(disk.total)}</span> are free.
        </p>
        <Trouble says={diskTrouble(upkeep.data)} />
        <p className="mt-2 text-soft">
          {disk.reserve === 0
            ? 'The house rules keep nothing free.'
            : `Below ${said(disk.reserve)} nothing is taken in and nothing is printed: so the house rules say.`}
        </p>
        <table className="mt-4 w-full">
          <caption className="sr-only">What uses the disk, all studios together</caption>
          <thead>
            <tr className="border-b border-line text-left text-sm text-soft">
              <th className="font-normal">What</th>
              <th className="text-right font-normal">Files</th>
              <th className="text-right font-normal">Room</th>
              <th className="w-1/3">
                <span className="sr-only">Compared</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ what, bytes, files }) => (
              <tr key={what} className="border-b border-hair">
                <td className="py-1 pr-3">{what}</td>
                <td className="num text-right text-soft">{files ?? ''}</td>
                <td className="num whitespace-nowrap pl-3 text-right">{said(bytes)}</td>
                <td aria-hidden="true" className="pl-3">
                  <span className="block h-2 bg-soft" style={{ width: `${Math.max(1, (bytes / most) * 100)}%` }} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {uses.error ? <Failed error={uses.error} again={() => void uses.refetch()} /> : uses.isPending && <Loading what="what uses it" />}
        <p className="mt-3 max-w-prose text-sm text-soft">
          Files that nothing names any more go at the next start. How long previews and pictures of delivered sheets stay is a{' '}
          <Link className="link" to="/shelf/rules">
            house rule
          </Link>
          ; a studio that is no longer wanted can be exported and deleted.
        </p>
      </section>
      <KeptPictures />
    </div>
  )
}
