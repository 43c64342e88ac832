import { keepAnswers } from './kept-answers.ts'

/** An answer that says which file it is of. */
const of = (file: string) => ({ ok: true, file })

test('a file is examined once, also when two ask at one moment; another is another', async () => {
  const asked: string[] = []
  const answerOf = keepAnswers(async (file) => {
    asked.push(file)
    return of(file)
  })
  expect(await Promise.all([answerOf('a'), answerOf('a'), answerOf('b')])).toEqual([of('a'), of('a'), of('b')])
  expect(await answerOf('a')).toEqual(of('a'))
  expect(asked).toEqual(['a', 'b'])
})

test('what failed is tried again, for the next who asks', async () => {
  const ways = [
    () => {
      throw new Error('the worker went away')
    },
    () => ({ ok: false, file: '' }),
  ]
  const answerOf = keepAnswers(async (file) => ways.shift()?.() ?? of(file))
  await expect(answerOf('a')).rejects.toThrow('went away')
  expect((await answerOf('a')).ok).toBe(false)
  expect(await answerOf('a')).toEqual(of('a'))
})

test('of a hundred and one that were looked at, the one that was longest not looked at is examined anew', async () => {
  const asked: string[] = []
  const answerOf = keepAnswers(async (file) => {
    asked.push(file)
    return of(file)
  })
  for (let n = 0; n < 100; n++) await answerOf(String(n))
  await answerOf('0')
  await answerOf('100')
  asked.length = 0
  for (const file of ['0', '2', '99', '100']) await answerOf(file)
  expect(asked).toEqual([])
  await answerOf('1')
  expect(asked).toEqual(['1'])
})
