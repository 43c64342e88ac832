import { execFileSync } from 'node:child_process'
import { createReadStream, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { OWN_HEADER } from '../../core/wire/api/own-header.ts'
import { PORT } from '../testing/client.ts'

/** Three hundred megapixels take a minute to make and two to take in: they come with the thorough tests. */
const whenThorough = process.env.ARCH_THOROUGH ? test : test.skip
const SIDE = 17_320

const send = (file: string): Promise<number> =>
  new Promise((resolve, reject) => {
    const headers = { ...OWN_HEADER, 'content-length': statSync(file).size }
    const out = request(
      { host: '127.0.0.1', port: PORT, path: '/api/studios/lantern-wharf/pictures?name=large', method: 'PUT', headers },
      (answer) => {
        answer.resume()
        answer.on('end', () => resolve(answer.statusCode ?? 0))
      },
    )
    out.on('error', reject)
    createReadStream(file).pipe(out)
  })

/** Most memory the server has had in use, bytes (Linux, proc(5)). */
function mostMemory(): number {
  const children = JSON.parse(readFileSync(join(process.env.ARCH_TEST_VAR ?? '', 'pids.json'), 'utf8')) as { pid: number; name: string }[]
  const pid = children.filter((c) => c.name.endsWith('server/main.js')).at(-1)?.pid
  return Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) * 1024
}

whenThorough(
  'two 300-megapixel progressive JPEGs and an interlaced PNG at once are taken one after the other; one that needs too much is refused',
  async () => {
    const dir = mkdtempSync(join(tmpdir(), 'large-'))
    const at = (name: string) => join(dir, name)
    const vips = (...args: string[]) => execFileSync('vips', args)
    try {
      vips('eye', at('e.v'), String(SIDE), String(SIDE), '--uchar')
      vips('bandjoin', [at('e.v'), at('e.v'), at('e.v')].join(' '), at('rgb.v'))
      vips('copy', at('rgb.v'), at('srgb.v'), '--interpretation', 'srgb')
      vips('jpegsave', at('srgb.v'), at('one.jpg'), '--interlace', '--Q', '80', '--subsample-mode', 'on')
      vips('jpegsave', at('srgb.v'), at('two.jpg'), '--interlace', '--Q', '70', '--subsample-mode', 'on')
      vips('jpegsave', at('srgb.v'), at('full.jpg'), '--interlace', '--Q', '80', '--subsample-mode', 'off')
      vips('pngsave', at('srgb.v'), at('i.png'), '--interlace', '--compression', '1')
      expect(await Promise.all(['one.jpg', 'i.png', 'two.jpg', 'full.jpg'].map((name) => send(at(name))))).toEqual([200, 200, 200, 422])
      expect(mostMemory()).toBeLessThan(1.4e9)
    } finally {
      rmSync(dir, { recursive: true, force: true })
    }
  },
  600_000,
)
