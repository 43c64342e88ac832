import { useInfiniteQuery, useMutation } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { Link } from 'react-router'
import { said } from '../../../core/things/upkeep/upkeep.ts'
import type { PictureEntry } from '../../../core/wire/api/dto.ts'
import { api, messageOf, smallUrl } from '../../api/client.ts'
import { keptPicturesQuery, queryClient, usesQuery } from '../../api/queries.ts'
import { away } from '../../ui/ago.ts'
import { Button } from '../../ui/button.tsx'
import { Confirm } from '../../ui/dialog.tsx'
import { Failed, Loading } from '../../ui/states.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'

/** Jobs named beside a picture; of more only the number is told. */
const NAMED = 3

function Needed({ jobs }: Pick<PictureEntry, 'jobs'>) {
  if (jobs.length === 0) return <span className="text-soft">no open job</span>
  return (
    <>
      {jobs.slice(0, NAMED).map(({ id, title }, i) => (
        <span key={id}>
          {i > 0 && ' · '}
          <Link className="link" to={`/jobs/${id}`}>
            {id} {title}
          </Link>
        </span>
      ))}
      {jobs.length > NAMED && ` and ${jobs.length - NAMED} more`}
    </>
  )
}

/** The studio's pictures, the oldest first, with the jobs that need each; those that none needs can be removed. */
export function KeptPictures() {
  const [typed, setTyped] = useState('')
  const q = useDeferredValue(typed.trim())
  const [asking, setAsking] = useState<PictureEntry | null>(null)
  const kept = useInfiniteQuery(keptPicturesQuery(q))
  const remove = useMutation({
    mutationFn: ({ id }: PictureEntry) => api('DELETE /pictures/{id}', { id }),
    onSuccess: ({ name }) => {
      toast(`“${name}” is removed.`)
      return Promise.all(
        [keptPicturesQuery(q), usesQuery].map(({ queryKey }) => queryClient.invalidateQueries({ queryKey: queryKey.slice(0, 2) })),
      )
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  const list = kept.data?.pages.flatMap(({ pictures }) => pictures) ?? []
  return (
    <section aria-labelledby="kept-pictures" className="lg:col-span-2">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2 border-b border-line pb-1">
        <h2 id="kept-pictures">Pictures, the oldest first</h2>
        <TextField
          label="Name"
          labelAt="hidden"
          type="search"
          placeholder="Letters of the name"
          className="ml-auto w-56"
          most={100}
          value={typed}
          onChange={setTyped}
        />
      </div>
      {kept.error ? (
        <Failed error={kept.error} again={() => void kept.refetch()} />
      ) : kept.isPending ? (
        <Loading what="the pictures" />
      ) : list.length === 0 ? (
        <p className="mt-3 text-soft">{q === '' ? 'The studio has no pictures yet.' : `No picture has “${q}” in its name.`}</p>
      ) : (
        <table className="mt-1 w-full table-fixed">
          <thead>
            <tr className="border-b border-line text-left text-sm text-soft">
              <th className="w-12 max-sm:hidden">
                <span className="sr-only">Small</span>
              </th>
              <th className="font-normal">Name</th>
              <th className="w-36 font-normal max-sm:hidden">Added</th>
              <th className="w-20 text-right font-normal">Room</th>
              <th className="w-2/5 pl-4 font-normal">Needed by</th>
            </tr>
          </thead>
          <tbody>
            {list.map((entry) => (
              <tr key={entry.id} className="border-b border-hair">
                <td className="py-1 pr-3 max-sm:hidden">
                  {entry.preview && <img src={smallUrl(entry.preview)} alt="" loading="lazy" className="size-9 object-contain" />}
                </td>
                <td className="py-1 pr-3">
                  <span className="block truncate" title={entry.name}>
                    {entry.name}
                  </span>
                  <span className="num text-sm text-soft">
                    {entry.width} × {entry.height}
                  </span>
                </td>
                <td className="whitespace-nowrap pr-3 text-soft max-sm:hidden">{away(entry.addedAt)}</td>
                <td className="num whitespace-nowrap text-right">{entry.bytes === null ? 'file gone' : said(entry.bytes)}</td>
                <td className="py-1 pl-4">
                  <div className="flex flex-wrap items-center justify-between gap-x-4">
                    <span className="min-w-0">
                      <Needed jobs={entry.jobs} />
                    </span>
                    {entry.jobs.length === 0 && (
                      <Button aria-label={`Remove ${entry.name} …`} disabled={remove.isPending} onClick={() => setAsking(entry)}>
                        Remove …
                      </Button>
                    )}
                  </div>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {kept.hasNextPage && (
        <Button kind="link" className="mt-2 text-sm" disabled={kept.isFetchingNextPage} onClick={() => void kept.fetchNextPage()}>
          {kept.isFetchingNextPage ? 'Fetching more …' : 'More of them'}
        </Button>
      )}
      {asking && (
        <Confirm
          title={`Remove “${asking.name}”?`}
          act="Remove the picture"
          onAct={() => remove.mutate(asking)}
          onLeave={() => setAsking(null)}
        >
          <p>No open job needs it. Its file of {said(asking.bytes ?? 0)} goes from the disk, unless another picture is the same file.</p>
          <p className="mt-2">
            Jobs that are over or put aside, and the log, keep its small picture. To print it again it has to be added again.
          </p>
        </Confirm>
      )}
    </section>
  )
}
