// Runs something against a fresh demo in a real browser, then stops everything.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { CHROMIUM } from './chromium.mjs'
import { killLeftovers, root, sleep, waitFor } from './lib.mjs'

/**
 * Starts the application with its own data and ports, opens Chromium, and hands both to `work`.
 * @param fresh false: as it was left the last time
 */
export async function withDemo(name, work, fresh = true) {
  const dir = join(root, 'var', name)
  killLeftovers(dir)
  const env = {
    ...process.env,
    ARCH_VAR: dir,
    ARCH_PORT: '9740',
    ARCH_DB_PORT: '9743',
    ARCH_SIM_PORT: '9761',
    ARCH_SIM_SEED: '11',
    ARCH_SIM_PACE: '30',
  }
  const proc = spawn(process.execPath, ['scripts/start.mjs', ...(fresh ? ['--fresh'] : [])], {
    cwd: root,
    env,
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  const base = 'http://127.0.0.1:9740'
  await waitFor(`${base}/api/studios`, 240)
  const { chromium } = await import('@playwright/test')
  const browser = await chromium.launch(CHROMIUM)
  try {
    await work({ browser, base, env: { ...env, ARCH_DB_PASSWORD_FILE: join(dir, 'database-password') } })
  } finally {
    await browser.close()
    const gone = new Promise((done) => proc.once('exit', done))
    proc.kill('SIGTERM')
    await Promise.race([gone, sleep(15_000)])
  }
}
