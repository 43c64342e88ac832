import { QueryClient, QueryObserver } from '@tanstack/react-query'
import { askAgain } from './ask-again.ts'

/** A server that answers when it is let, with what it has when it was asked. */
function slowServer() {
  let has = 'before'
  const waiting: (() => void)[] = []
  return {
    change: (to: string) => {
      has = to
    },
    asked: () => {
      const answer = has
      return new Promise<string>((done) => waiting.push(() => done(answer)))
    },
    waiting,
    async answer() {
      waiting.shift()?.()
      // What follows from an answer follows in its own time.
      for (let i = 0; i < 20; i++) await Promise.resolve()
      await new Promise(setImmediate)
    },
  }
}

test('a change that is heard of while the first answer is on its way is asked for when that has come', async () => {
  const client = new QueryClient()
  const server = slowServer()
  const observer = new QueryObserver(client, { queryKey: ['job', 12], queryFn: server.asked, staleTime: Number.POSITIVE_INFINITY })
  const leave = observer.subscribe(() => undefined)
  expect(server.waiting).toHaveLength(1)
  server.change('after')
  askAgain(client, 'job', 12)
  await server.answer()
  expect([observer.getCurrentResult().data, server.waiting.length]).toEqual(['before', 1])
  await server.answer()
  expect([observer.getCurrentResult().data, server.waiting.length]).toEqual(['after', 0])
  // Of what has been answered once it is asked at once, and once.
  server.change('later')
  askAgain(client, 'job', 12)
  expect(server.waiting).toHaveLength(1)
  await server.answer()
  expect([observer.getCurrentResult().data, server.waiting.length]).toEqual(['later', 0])
  leave()
  client.clear()
})

test('what is under another key is left alone', () => {
  const client = new QueryClient()
  const server = slowServer()
  const observer = new QueryObserver(client, { queryKey: ['job', 13], queryFn: server.asked })
  const leave = observer.subscribe(() => undefined)
  askAgain(client, 'job', 12)
  expect(server.waiting).toHaveLength(1)
  leave()
  client.clear()
})
