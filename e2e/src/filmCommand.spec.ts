import { execFile } from 'node:child_process'
import { mkdtemp, readdir, readFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, test } from '@playwright/test'
import { CHROMIUM_PATH } from './chromium.ts'
import { decoded, framesOf } from './decodedFilm.ts'

// What decodes is put into the page by the test.
test.use({ bypassCSP: true })

const pathOf = (path: string): string => fileURLToPath(new URL(`../../${path}`, import.meta.url))
const DEMO = pathOf('demo/made/lantern-regatta.bend')

interface Answer {
  readonly code: number
  readonly out: string
  readonly err: string
}

/** Runs the command as a person would. */
function convert(args: readonly string[], env: Readonly<Record<string, string>> = {}): Promise<Answer> {
  return new Promise((resolve) => {
    execFile(
      process.execPath,
      [pathOf('cli/bin/arrow-bend.mjs'), 'convert', DEMO, ...args],
      { env: { ...process.env, CHROMIUM: CHROMIUM_PATH, ...env } },
      (error, out, err) => {
        resolve({ code: typeof error?.code === 'number' ? error.code : 0, out, err })
      },
    )
  })
}

test('the command line makes pictures, GIFs and videos of a stretch, by the browser that is installed', async ({
  page,
}) => {
  const folder = await mkdtemp(join(tmpdir(), 'films-'))
  const made = async (name: string, ...more: string[]): Promise<Buffer> => {
    const target = join(folder, name)
    const answer = await convert([target, '--from', '48f', '--to', '54f', '--scale', '0.2', ...more])
    expect(answer).toEqual({ code: 0, out: '', err: '' })
    return readFile(target)
  }
  const pngs = framesOf(await made('all.zip', '--as', 'png')).map(([, png]) => png)
  expect(pngs).toHaveLength(6)
  const one = await made('one.png')
  expect(Buffer.compare(one, pngs[0]!)).toBe(0)
  await page.goto('/health')
  const film = await decoded(page, await made('film.webm'), pngs, 'video')
  expect(film.size).toEqual([384, 216])
  expect(film.times).toHaveLength(6)
  film.times.forEach((time, frame) => expect(time).toBeCloseTo(frame / 24, 2))
  for (const decibel of film.noise) expect(decibel).toBeGreaterThanOrEqual(30)
  const gif = await decoded(page, await made('film.gif', '--fps', '50'), [], 'gif')
  expect(gif.times).toHaveLength(13)
  expect((await readdir(folder)).sort()).toEqual(['all.zip', 'film.gif', 'film.webm', 'one.png'])
})

test('without a browser, or with what it cannot write, the command line says so and writes nothing', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'films-'))
  const target = join(folder, 'film.webm')
  const without = await convert([target], { CHROMIUM: '/nowhere/chromium' })
  expect(without.code).toBe(2)
  expect(without.err).toMatch(/^Films are made by driving Chromium, and there is none here\. .*CHROMIUM/)
  const large = await convert([target, '--to', '2f', '--scale', '16'])
  expect(large.code).toBe(2)
  expect(large.err).toBe('A film is 7680 px wide or high at most, and this would be 30720 × 17280.\n')
  const rate = await convert([target, '--fps', '1000'])
  expect(rate.code).toBe(2)
  expect(rate.err).toContain('1000')
  expect(await readdir(folder)).toEqual([])
})
