import { Saver, type SaveState, type Sent, type Version } from './saver.ts'

interface Record {
  text: string
  version: number
}

/** What has been promised has happened. */
const settled = () => new Promise<void>((done) => setImmediate(done))

/** A server that answers when it is told to, and a clock that goes when it is told to. */
function desk(kept: Version<string> | null = null, record: Record = { text: 'first', version: 4 }) {
  const sent: { draft: string; version: number; answer: (how: Sent<Record>) => void }[] = []
  const told: SaveState<Record>[] = []
  let now = 0
  const due: { at: number; act: () => void }[] = []
  const device = { kept }
  const saver = new Saver<string, Record>(
    {
      send: (draft, version) => new Promise((answer) => sent.push({ draft, version, answer })),
      versionOf: ({ text, version }) => ({ draft: text, version }),
      same: (a, b) => a === b,
      keep: (unsaved) => {
        device.kept = unsaved
      },
      tell: (state) => told.push(state),
      later: (ms, act) => {
        const entry = { at: now + ms, act }
        due.push(entry)
        return () => {
          const i = due.indexOf(entry)
          if (i >= 0) due.splice(i, 1)
        }
      },
    },
    { draft: record.text, version: record.version },
  )
  const answer = async (how: Sent<Record>) => {
    sent.at(-1)?.answer(how)
    await settled()
  }
  const later = async (ms: number) => {
    now += ms
    for (const entry of due.filter((d) => d.at <= now)) {
      due.splice(due.indexOf(entry), 1)
      entry.act()
    }
    await settled()
  }
  return { saver, later, sent, told, device, answer, calls: () => sent.map((s) => [s.draft, s.version]), state: () => told.at(-1)?.state }
}
test('what is typed is saved once it rests, as one, over the version it was made from', async () => {
  const { saver, later, calls, answer, device, state } = desk()
  saver.want('a')
  await later(349)
  saver.want('ab')
  await later(349)
  expect(calls()).toEqual([])
  expect(device.kept).toEqual({ draft: 'ab', version: 4 })
  await later(1)
  expect(calls()).toEqual([['ab', 4]])
  expect(state()).toBe('saving')
  await answer({ ended: 'saved', version: 5 })
  expect([state(), device.kept, saver.version, saver.differs('ab')]).toEqual(['saved', null, 5, false])
})

test('undone while it is being sent: what was there before is sent after it, over the new version', async () => {
  const { saver, later, calls, answer, device, state } = desk()
  saver.want('taken')
  await later(350)
  saver.want('first')
  await later(5000)
  expect(calls()).toEqual([['taken', 4]])
  expect(device.kept).toEqual({ draft: 'first', version: 4 })
  await answer({ ended: 'saved', version: 5 })
  expect(device.kept).toEqual({ draft: 'first', version: 5 })
  await later(0)
  expect(calls()).toEqual([
    ['taken', 4],
    ['first', 5],
  ])
  await answer({ ended: 'saved', version: 6 })
  expect([state(), device.kept]).toEqual(['saved', null])
})

test('an edit made during an attempt never races it: one at a time, no quarrel with oneself', async () => {
  const { saver, later, calls, answer, told } = desk()
  saver.want('one')
  await later(350)
  saver.want('two')
  saver.arrived({ text: 'one', version: 5 })
  await later(2000)
  expect(calls()).toHaveLength(1)
  await answer({ ended: 'saved', version: 5 })
  await later(0)
  await answer({ ended: 'saved', version: 6 })
  expect(calls()).toEqual([
    ['one', 4],
    ['two', 5],
  ])
  expect(told.some((s) => s.state === 'conflict')).toBe(false)
})

test('while the server is away it is tried again, and kept; a refusal waits for the next wish', async () => {
  const { saver, later, calls, answer, state, device } = desk()
  saver.want('a')
  await later(350)
  await answer({ ended: 'away', message: 'away' })
  expect([state(), device.kept]).toEqual(['away', { draft: 'a', version: 4 }])
  await later(2499)
  expect(calls()).toHaveLength(1)
  await later(1)
  expect(calls()).toHaveLength(2)
  await answer({ ended: 'refused', message: 'too long' })
  await later(60_000)
  expect([calls().length, state(), device.kept?.draft]).toEqual([2, 'refused', 'a'])
  saver.want('b')
  await later(350)
  expect(calls().at(-1)).toEqual(['b', 4])
})

test('back to what the server has, nothing is sent and nothing is kept', async () => {
  const { saver, later, calls, device } = desk()
  saver.want('a')
  saver.want('first')
  await later(1000)
  expect([calls(), device.kept]).toEqual([[], null])
})

test('a refused edit taken back is saved again as far as anybody can tell', async () => {
  const { saver, later, answer, state, device } = desk()
  saver.want('bad')
  await later(350)
  await answer({ ended: 'refused', message: 'no' })
  saver.want('first')
  expect([state(), device.kept]).toEqual(['saved', null])
})

test('somebody else’s change is taken where nothing of ours waits, known ones are not news', async () => {
  const { saver } = desk()
  expect(saver.arrived({ text: 'old', version: 4 })).toBeNull()
  expect(saver.arrived({ text: 'theirs', version: 5 })).toBe('theirs')
  expect(saver.version).toBe(5)
})

test('where ours waits it is asked; ours goes over theirs, or theirs is shown', async () => {
  for (const choice of ['mine', 'theirs'] as const) {
    const { saver, later, calls, state, device, answer } = desk()
    saver.want('ours')
    expect(saver.arrived({ text: 'theirs', version: 5 })).toBeNull()
    expect(state()).toBe('conflict')
    await later(5000)
    expect([calls(), device.kept?.draft]).toEqual([[], 'ours'])
    // What is typed while it is asked about is kept as well.
    saver.want('ours!')
    expect(device.kept?.draft).toBe('ours!')
    expect(saver.settle(choice)).toBe(choice === 'theirs' ? 'theirs' : null)
    await later(350)
    if (choice === 'mine') {
      expect(calls()).toEqual([['ours!', 5]])
      await answer({ ended: 'saved', version: 6 })
    }
    expect([state(), device.kept]).toEqual(['saved', null])
    expect(saver.settle('mine')).toBeNull()
  }
})

test('a lost race is asked about; an answer that was lost is not a race', async () => {
  const lost = desk()
  lost.saver.want('ours')
  await lost.later(350)
  await lost.answer({ ended: 'conflict', theirs: { text: 'theirs', version: 5 } })
  expect(lost.state()).toBe('conflict')
  const arrived = desk()
  arrived.saver.want('ours')
  await arrived.later(350)
  await arrived.answer({ ended: 'conflict', theirs: { text: 'ours', version: 5 } })
  expect([arrived.state(), arrived.device.kept, arrived.saver.version]).toEqual(['saved', null, 5])
})

test('what an earlier visit left unsaved is sent; where the record changed meanwhile it is asked about, not dropped', async () => {
  const same = desk()
  same.saver.resume({ draft: 'left', version: 4 }, { text: 'first', version: 4 })
  await same.later(350)
  expect(same.calls()).toEqual([['left', 4]])
  const changed = desk()
  changed.saver.resume({ draft: 'left', version: 3 }, { text: 'first', version: 4 })
  expect(changed.told).toEqual([{ state: 'conflict', theirs: { text: 'first', version: 4 } }])
})

test('on leaving, what waits is sent at once', () => {
  const { saver, calls } = desk()
  saver.want('last')
  saver.close()
  expect(calls()).toEqual([['last', 4]])
})

test('once left it does not go on trying: what is kept is taken up at the next visit', async () => {
  const { saver, later, calls, answer, device } = desk()
  saver.want('last')
  saver.close()
  await answer({ ended: 'away', message: 'away' })
  await later(60_000)
  expect([calls(), device.kept]).toEqual([[['last', 4]], { draft: 'last', version: 4 }])
  // A screen that is there again goes on with it.
  saver.open()
  saver.want('last!')
  await later(350)
  expect(calls().at(-1)).toEqual(['last!', 4])
})
