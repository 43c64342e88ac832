import { useMutation, useQueries, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Order } from '../../../core/things/media/order.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import { api, messageOf } from '../../api/client.ts'
import { ordersQuery, queryClient } from '../../api/queries.ts'
import { paperQuery } from '../../api/shelf-queries.ts'
import { Button } from '../../ui/button.tsx'
import { Check } from '../../ui/check.tsx'
import { Combobox } from '../../ui/combobox.tsx'
import { dayOf } from '../../ui/days.ts'
import { saveText } from '../../ui/save-text.ts'
import { Empty, Failed, Loading } from '../../ui/states.tsx'
import { Swatch } from '../../ui/swatch.tsx'
import { TextField } from '../../ui/text-field.tsx'
import { toast } from '../../ui/toast.tsx'
import { ArrivalForm } from './arrival-form.tsx'

const refresh = () => queryClient.invalidateQueries({ queryKey: ordersQuery.queryKey })

/** What is to be bought, ticked off when it is ordered, and written in when it comes. */
export function Orders({ studio }: { studio: Studio }) {
  const orders = useQuery(ordersQuery)
  // From a paper's own page it is that paper.
  const [asked] = useSearchParams()
  const [paperId, setPaperId] = useState<string | null>(asked.get('paper'))
  const [what, setWhat] = useState('')
  const [arriving, setArriving] = useState<Order | null>(null)
  const add = useMutation({
    mutationFn: (body: { paperId: string; what: string }) => api('POST /orders', { body }),
    onSuccess: async () => {
      setWhat('')
      await refresh()
    },
    onError: (error) => toast.error(messageOf(error)),
  })
  const done = useMutation({
    mutationFn: (order: Order) => api('PATCH /orders/{id}', { id: order.id, body: { done: !order.done } }),
    onSuccess: refresh,
    onError: (error) => toast.error(messageOf(error)),
  })
  const known = new Map(studio.papers.map((paper) => [paper.id, paper]))
  // Of one that was put aside since, the name is asked for.
  const aside = useQueries({
    queries: [...new Set(orders.data?.map(({ paperId: id }) => id))].filter((id) => !known.has(id)).map((id) => paperQuery(id)),
  })
  if (orders.error) return <Failed error={orders.error} again={() => void orders.refetch()} />
  if (!orders.data) return <Loading what="what is to be bought" />
  const paperOf = (id: string) => known.get(id) ?? aside.find(({ data }) => data?.paper.id === id)?.data?.paper
  const open = orders.data.filter((o) => !o.done)
  const list = open.map(
    (o) => `${paperOf(o.paperId)?.name ?? o.paperId}${paperOf(o.paperId)?.code ? ` (${paperOf(o.paperId)?.code})` : ''}: ${o.what}`,
  )
  const arrived = arriving === null ? undefined : paperOf(arriving.paperId)
  return (
    <div className="mt-3 max-w-3xl">
      <form
        aria-label="Something is to be bought"
        className="flex flex-wrap items-end gap-3 border-b border-line pb-4"
        onSubmit={(event) => {
          event.preventDefault()
          if (paperId !== null && what.trim()) add.mutate({ paperId, what })
        }}
      >
        <Combobox
          label="Paper"
          className="w-72"
          full
          find="A paper"
          value={paperId}
          placeholder="Which paper?"
          options={studio.papers.map((paper) => ({
            value: paper.id,
            words: paper.name,
            before: <Swatch white={paper.white} surface={paper.surface} />,
          }))}
          onChange={setPaperId}
        />
        <TextField
          label="What of it"
          className="min-w-40 flex-1"
          most={200}
          placeholder="A3, two packs of 25"
          value={what}
          onChange={setWhat}
        />
        <Button kind="act" type="submit" icon="add" disabled={paperId === null || what.trim() === '' || add.isPending}>
          Write it down
        </Button>
      </form>
      {orders.data.length === 0 && (
        <Empty title="Nothing to buy">Write down here what runs out; a sample that is taken on is written down by itself.</Empty>
      )}
      <ul aria-label="To buy" className="divide-y divide-hair">
        {orders.data.map((order) => {
          const paper = paperOf(order.paperId)
          return (
            <li key={order.id} className={`flex flex-wrap items-center gap-3 py-2 ${order.done ? 'text-soft' : ''}`}>
              <Check className="min-w-0 flex-1" checked={order.done} onChange={() => done.mutate(order)}>
                <span className={order.done ? 'line-through' : 'font-semibold'}>{paper?.name ?? order.paperId}</span>, {order.what}
                <span className="block text-sm text-soft">written down {dayOf(new Date(order.since))}</span>
              </Check>
              {paper && (
                <>
                  <Link className="link text-sm" to={`/shelf/papers/${paper.id}`}>
                    the paper
                  </Link>
                  <Button onClick={() => setArriving(order)}>It has arrived …</Button>
                </>
              )}
            </li>
          )
        })}
      </ul>
      {open.length > 0 && (
        <p className="mt-3">
          <Button kind="plain" icon="saveFile" onClick={() => saveText('to-buy.txt', 'text/plain', `${list.join('\n')}\n`)}>
            As a list
          </Button>
        </p>
      )}
      {arriving && arrived && (
        <ArrivalForm
          paper={arrived}
          unit={studio.rules.unit}
          currency={studio.rules.currency}
          favourites={studio.rules.favouriteSizes}
          onArrived={() => !arriving.done && done.mutate(arriving)}
          onClose={() => setArriving(null)}
        />
      )}
    </div>
  )
}
