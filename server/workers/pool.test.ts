import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Piscina } from 'piscina'
import { oncemore } from './pool.ts'

test('work whose worker dies is done by the one that replaces it; work that fails is not repeated', async () => {
  const dir = mkdtempSync(join(tmpdir(), 'pool-'))
  const [died, failed] = [join(dir, 'died'), join(dir, 'failed')]
  const filename = join(dir, 'worker.mjs')
  writeFileSync(
    filename,
    `import { appendFileSync, existsSync, writeFileSync } from 'node:fs'
     export function dies() { if (existsSync(${JSON.stringify(died)})) return 'answered'; writeFileSync(${JSON.stringify(died)}, ''); process.exit(3) }
     export function fails() { appendFileSync(${JSON.stringify(failed)}, 'x'); throw new Error('no such colour') }`,
  )
  const pool = new Piscina({ filename, maxThreads: 1 })
  try {
    expect(await oncemore(() => pool.run(null, { name: 'dies' }))).toBe('answered')
    expect(existsSync(died)).toBe(true)
    await expect(oncemore(() => pool.run(null, { name: 'fails' }))).rejects.toThrow('no such colour')
  } finally {
    await pool.destroy()
    rmSync(dir, { recursive: true, force: true })
  }
})

test.each([
  ['ERR_WORKER_OUT_OF_MEMORY', 'heap', true],
  [undefined, 'The worker terminated', true],
  [undefined, 'memory limit reached', true],
  ['ERR_INVALID_ARG_TYPE', 'no such colour', false],
])('work that ends with %s, “%s”, is tried once more: %s', async (code, message, again) => {
  let tries = 0
  const work = async () => {
    tries++
    throw Object.assign(new Error(message), { code })
  }
  await expect(oncemore(work)).rejects.toThrow(message)
  expect(tries).toBe(again ? 2 : 1)
})
