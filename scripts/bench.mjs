// npm run bench             everything but growth
// npm run bench -- NAME     only one of: core, colour, screens, several, studios
// npm run bench -- growth again  the same of the studio that the last one left
// npm run bench -- growth [N]  what a log of N runs costs, a million unless it is said (takes a quarter of an hour)
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { benchGrowth } from './bench-growth.mjs'
import { benchScreens } from './bench-screens.mjs'
import { benchSeveral } from './bench-several.mjs'
import { benchStudios } from './bench-studios.mjs'
import { die, LARGE_PAGES, needModules, needPackages, root } from './lib.mjs'
import { withDemo } from './with-demo.mjs'

const IN_NODE = { core: 'bench', colour: 'bench-colour' }
const IN_BROWSER = {
  screens: ({ browser, base }) => benchScreens(browser, base),
  several: ({ browser, base }) => benchSeveral(browser, base),
  studios: ({ base }) => benchStudios(base),
}
const [only, size] = process.argv.slice(2)
if (only && only !== 'growth' && !(only in IN_NODE) && !(only in IN_BROWSER)) die(`There is no benchmark called “${only}”.`)

needPackages(['mariadb-server', 'chromium-headless-shell', 'liblcms2-utils', 'libvips-tools', 'argyll'])
needModules()
if (spawnSync(process.execPath, ['scripts/build.mjs'], { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] }).status !== 0)
  die('The build failed.')
if (only === 'growth') {
  const again = size === 'again'
  await withDemo('bench-growth', (demo) => benchGrowth(demo, again ? null : Number(size ?? 1_000_000)), !again)
  process.exit(0)
}
for (const [name, script] of Object.entries(IN_NODE))
  if (!only || only === name)
    spawnSync(process.execPath, [join(root, `dist/scripts/${script}.js`)], {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, ...LARGE_PAGES },
    })
const wanted = Object.entries(IN_BROWSER).filter(([name]) => !only || only === name)
if (wanted.length > 0)
  await withDemo('bench', async (demo) => {
    for (const [, bench] of wanted) await bench(demo)
  })
