// The same calls of one studio, alone in the installation and beside fifty others as large.
import { say } from './lib.mjs'

const STUDIO = 'lantern-wharf'
const OTHERS = 50
const CALLS = ['/studio', '/jobs', '/runs', '/jobs/10', '/papers', '/profiles']
const ROUNDS = 25

/** Median and 95th percentile of each call, ms. */
async function measure(base) {
  const found = {}
  for (const call of CALLS) {
    const times = []
    for (let i = 0; i < ROUNDS + 3; i++) {
      const begin = performance.now()
      const answer = await fetch(`${base}/api/studios/${STUDIO}${call}`)
      await answer.arrayBuffer()
      if (answer.status !== 200) throw new Error(`${call}: ${answer.status}`)
      // The first few warm up.
      if (i >= 3) times.push(performance.now() - begin)
    }
    times.sort((a, b) => a - b)
    found[call] = { median: times[Math.floor(ROUNDS / 2)], p95: times[Math.floor(ROUNDS * 0.95)] }
  }
  return found
}

export async function benchStudios(base) {
  const alone = await measure(base)
  for (let i = 1; i <= OTHERS; i++) {
    const answer = await fetch(`${base}/api/studios/${STUDIO}/copies`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: `Copy ${i}`, what: 'everything' }),
    })
    if (answer.status !== 201) throw new Error(`copy ${i}: ${answer.status}`)
    // Each is at work: its router and store are there.
    await (await fetch(`${base}/api/studios/${(await answer.json()).studio}/studio`)).arrayBuffer()
  }
  const beside = await measure(base)
  const round = (ms) => Number(ms.toFixed(1))
  for (const call of CALLS)
    say(
      JSON.stringify({
        bench: `GET ${call}, with ${OTHERS} more studios in the installation`,
        milliseconds: { median: round(beside[call].median), p95: round(beside[call].p95) },
        rival: {
          name: 'the same call, the studio alone',
          milliseconds: { median: round(alone[call].median), p95: round(alone[call].p95) },
        },
        ratio: Number((beside[call].median / alone[call].median).toFixed(2)),
      }),
    )
}
