import { execFile } from 'node:child_process'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { CHROMIUM_PATH } from '../../e2e/src/chromium.ts'

const pathOf = (path: string): string => fileURLToPath(new URL(`../../${path}`, import.meta.url))
/** Seconds of the demo that are made, and frames that hardly take time beside the start. */
const SECONDS = 12
const FEW = '2f'

/** How long the command line takes for a film, s. */
async function secondsFor(args: readonly string[]): Promise<number> {
  const began = performance.now()
  await new Promise<void>((resolve, reject) => {
    execFile(
      process.execPath,
      [pathOf('cli/bin/arrow-bend.mjs'), 'convert', pathOf('demo/made/lantern-regatta.bend'), ...args],
      { env: { ...process.env, CHROMIUM: CHROMIUM_PATH } },
      (error) => (error ? reject(error) : resolve()),
    )
  })
  return (performance.now() - began) / 1000
}

/** Films of the demo, by the command line: what a short one takes is the start, and taken off. */
export async function measureFilms(): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'films-'))
  try {
    const film = [join(folder, 'film.webm'), '--scale', String(1280 / 1920)]
    const start = await secondsFor([...film, '--to', FEW])
    const whole = await secondsFor(film)
    console.log(
      `video of the demo, 1280×720 VP9                      ${(SECONDS / (whole - start)).toFixed(2)} times real time  (wanted: ≥ 1), ${start.toFixed(1)} s to start`,
    )
    // 4 s at 25 frames a second.
    const gif = await secondsFor([
      join(folder, 'a.gif'),
      '--scale',
      String(640 / 1920),
      '--fps',
      '25',
      '--to',
      '4s',
    ])
    console.log(
      `100 frames as a GIF of 640×360                       ${(gif - start).toFixed(1)} s  (wanted: < 6)`,
    )
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
