import { readFileSync, writeFileSync } from 'node:fs'
import { CASES, plateOf, studioOf } from '../testing/fixtures.ts'
import { PLACES } from './agreement/place.ts'
import { agreementTable } from './agreement/table.ts'
import { loadingSteps } from './loading/steps.ts'

/**
 * What an operator is told to set and to do, for jobs of five kinds, as it was read line by line against the trade's rules, the
 * printers' records and the lots' measured sizes. Whoever changes a word here reads it again; a new text is written with READ_AGAIN=1.
 */
const FILE = 'core/testing/reference/read-through.txt'
const JOBS = ['board', 'rag from a roll', 'two-sided', 'wrapped canvas', 'trimmed']

function told(name: string): string[] {
  const job = CASES.find((one) => one.name === name)
  const plate = plateOf({ brief: job?.brief ?? {}, pins: job?.pins ?? {} })
  const steps = loadingSteps(plate, 'mm').map((s) =>
    [s.id, s.kind, s.phase, s.when, s.loads ? 'loads' : '', s.minutes ?? '', `${s.title}. ${s.text}`, s.caution ?? ''].join(' | '),
  )
  const rows = agreementTable(plate, studioOf(), [], 'mm').map(({ key, title, says, harm, cells }) => {
    const at = PLACES.map((place) => cells[place])
      .filter(({ state }) => state !== 'none')
      .map(
        (c) =>
          `${c.place} ${c.state}: ${c.wanted}${c.shows === null ? '' : `; shows ${c.shows}`}${c.choices.length > 0 ? ` [${c.choices.map((o) => o.words).join(' / ')}]` : ''}`,
      )
    return [key, title, says, harm ?? '', ...at].join(' | ')
  })
  return [`# ${name}`, ...steps, '', ...rows, '']
}

test('what is told of jobs of five kinds is what was read', () => {
  const all = JOBS.flatMap(told).join('\n')
  if (process.env.READ_AGAIN) writeFileSync(FILE, all)
  expect(all.split('\n')).toEqual(readFileSync(FILE, 'utf8').split('\n'))
})
