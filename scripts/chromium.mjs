/**
 * How Debian's Chromium is launched, for tests, benchmarks and screenshots: its headless shell, which draws and runs a page as
 * the browser does and leaves out the browser around it (tabs, extensions, sync), a tenth of what a test costs.
 */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    // Letters stand where they do in the whole browser, to a fraction of a pixel.
    '--font-render-hinting=none',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-quic',
    '--no-first-run',
  ],
}
