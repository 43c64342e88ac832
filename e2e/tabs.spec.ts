import { expect, type Page, type Request, test } from '@playwright/test'
import { cases } from '../core/testing/thorough.ts'
import { OWN_HEADER } from '../core/wire/api/own-header.ts'

/** A browser has six connections for all tabs of a place: twice as many, or five times. */
const TABS = cases(30, 8)

test('many tabs and as many reloads: every tab works, one of them listens for all, and another takes over when it goes', async ({
  context,
}) => {
  test.setTimeout(240_000)
  /** Streams that were opened, and how many of them are still open. */
  let opened = 0
  const streams = new Map<Request, Page>()
  context.on('request', (request) => {
    if (!request.url().endsWith('/api/studios/lantern-wharf/events')) return
    opened++
    streams.set(request, request.frame().page())
  })
  context.on('requestfailed', (request) => streams.delete(request))
  context.on('requestfinished', (request) => streams.delete(request))
  // Of a tab that is gone nobody tells how its requests ended.
  const open = () => [...streams.values()].filter((page) => !page.isClosed()).length
  const visit = async () => {
    const page = await context.newPage()
    await page.goto('/lantern-wharf/')
    await expect(page.getByRole('link', { name: 'New job' }).first()).toBeVisible()
    return page
  }
  const tabs = [await visit()]
  while (tabs.length < TABS) tabs.push(...(await Promise.all(Array.from({ length: Math.min(5, TABS - tabs.length) }, visit))))
  expect([opened, open()]).toEqual([1, 1])
  const [first, second] = tabs
  const last = tabs.at(-1)
  if (!first || !second || !last) throw new Error('no tabs')
  for (let i = 0; i < TABS; i++) await last.reload()
  await expect(last.getByRole('link', { name: 'New job' }).first()).toBeVisible()
  expect(open()).toBe(1)

  const rename = async (title: string) => {
    const job = await (await context.request.get('/api/studios/lantern-wharf/jobs/12')).json()
    const answer = await context.request.patch('/api/studios/lantern-wharf/jobs/12', {
      headers: OWN_HEADER,
      data: { version: job.version, title },
    })
    expect(answer.status()).toBe(200)
    return job.title as string
  }
  await last.goto('/lantern-wharf/jobs/12/brief')
  await second.goto('/lantern-wharf/jobs/12/brief')
  const before = await rename('Heard in every tab')
  for (const page of [second, last]) await expect(page.getByLabel('Title of the job')).toHaveValue('Heard in every tab')
  // The tab that listened goes: another one listens, and what changes is heard as before.
  await first.close()
  await expect.poll(open).toBe(1)
  await rename(before)
  for (const page of [second, last]) await expect(page.getByLabel('Title of the job')).toHaveValue(before)
  await Promise.all(tabs.slice(1).map((page) => page.close()))
})
