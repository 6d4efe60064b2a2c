/** Where Chromium is: CHROMIUM, or where Debian puts it. */
export const CHROMIUM_PATH = process.env['CHROMIUM'] ?? '/usr/bin/chromium'

/** What Chromium is started with: it runs as root without a sandbox or a graphics card, and asks the network for nothing. */
export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  // Letters as their outlines say, as in a window: the shell without one would fit them to whole pixels.
  '--font-render-hinting=none',
]
