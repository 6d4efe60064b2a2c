import { readdirSync, readFileSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { readMovingFile, takenProject, type LeftOut } from '@arrow-bend/core/format/takeOver'
import { exportSvg } from '@arrow-bend/core/format/web'
import type { Scene } from '@arrow-bend/core/scene'
import { secondsOfTicks } from '@arrow-bend/core/time'
import { sha256Of } from '../../core/test/blobs.ts'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

const FOLDER = new URL('../../node_modules/@meteocons/lottie/', import.meta.url)
const require = createRequire(import.meta.url)
/** Side of a picture, px, and of the squares in which two are held against each other. */
const SIDE = 256
const SQUARE = 8
/** Moments of each file that are looked at. */
const LOOKS = 5
/** Mean difference in the square that differs most, of 255: an edge that is half a px off is one of 16 there. */
const MOST_APART = 16
/** Of the files this share comes over whole; the others say why they do not. */
const LEAST_WHOLE = 0.95

/** Every fortieth animation of an open collection (MIT): `@meteocons/lottie`. */
const FILES = readdirSync(FOLDER, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.json') && name.includes('/'))
  .sort()
  .filter((_, i) => i % 40 === 0)

test('Lottie animations of an open collection look as one of two independent players draws them', async ({
  page,
}) => {
  await page.setViewportSize({ width: 3 * SIDE, height: SIDE })
  await serve(page)
  const whole: string[] = []
  for (const name of FILES) {
    const text = String(readFileSync(new URL(name, FOLDER)))
    const { apart, leftOut } = await playedBeside(page, text)
    if (process.env['TELL'])
      console.log('T', name, apart.toFixed(1), leftOut.map(({ what }) => what).join('|'))
    if (apart <= MOST_APART && leftOut.length === 0) whole.push(name)
    else expect.soft(leftOut, `${name}: ${apart}`).not.toEqual([])
  }
  expect(FILES.length).toBeGreaterThan(40)
  expect(whole.length / FILES.length).toBeGreaterThanOrEqual(LEAST_WHOLE)
})

async function playedBeside(
  page: Page,
  text: string,
): Promise<{ readonly apart: number; readonly leftOut: readonly LeftOut[] }> {
  let ids = 0
  const makeId = (): string => `i${(ids += 1)}`
  const taken = readMovingFile(new TextEncoder().encode(text), 'it', makeId)!
  const { project } = await takenProject(taken, { makeId, sha256: sha256Of })
  const scene = project.scenes[0]!
  const svg = exportSvg(project, scene, { flavour: 'css', transparent: true, pictureUrl: () => '' })
  await show(page, text, svg)
  let apart = 0
  for (let look = 0; look < LOOKS; look += 1)
    apart = Math.max(apart, await apartAt(page, scene, (look + 0.5) / LOOKS))
  return { apart, leftOut: taken.leftOut }
}

interface Player {
  goToAndStop(frame: number, isFrame: boolean): void
  destroy(): void
  setSubframe(on: boolean): void
}
interface OtherPlayer {
  setFrame(frame: number): void
  destroy(): void
  addEventListener(name: 'load' | 'loadError' | 'render', heard: (event: unknown) => void): void
}

interface Players {
  readonly first: Player
  readonly second: OtherPlayer
}

const PANES = `<style>body{margin:0;display:flex;background:#88a}
canvas,body>div,body>div>svg{width:${SIDE}px!important;height:${SIDE}px!important;flex:none;overflow:hidden}</style>
<div id="first"></div><canvas width="${SIDE}" height="${SIDE}"></canvas><div id="ours"></div>`

/** A page with three panes, the first player in it and the second beside it. */
async function serve(page: Page): Promise<void> {
  const library = dirname(require.resolve('@lottiefiles/dotlottie-web'))
  await page.route('http://player.test/**', async (route) => {
    const name = new URL(route.request().url()).pathname.slice(1)
    if (name === '') return route.fulfill({ contentType: 'text/html', body: PANES })
    const contentType = name.endsWith('.wasm') ? 'application/wasm' : 'text/javascript'
    return route.fulfill({ body: await readFile(join(library, name)), contentType })
  })
  await page.goto('http://player.test/')
  await page.addScriptTag({ path: require.resolve('lottie-web/build/player/lottie_svg.js') })
}

/** Both players and ours beside each other, in place of what was there. */
async function show(page: Page, animation: string, svg: string): Promise<void> {
  await page.evaluate(
    async ({ text, drawing, url }) => {
      const shown = window as unknown as { players?: Players }
      shown.players?.first.destroy()
      shown.players?.second.destroy()
      document.querySelector('#ours')!.innerHTML = drawing
      const library = (globalThis as unknown as { lottie: { loadAnimation(options: object): Player } }).lottie
      const container = document.querySelector('#first')
      const animationData = JSON.parse(text) as object
      const first = library.loadAnimation({
        container,
        renderer: 'svg',
        loop: false,
        autoplay: false,
        animationData,
      })
      first.setSubframe(true)
      const { DotLottie } = (await import(url)) as {
        DotLottie: { new (options: object): OtherPlayer; setWasmUrl(url: string): void }
      }
      DotLottie.setWasmUrl('http://player.test/dotlottie-player.wasm')
      const canvas = document.querySelector('canvas')
      const second = new DotLottie({ canvas, data: text, autoplay: false, useFrameInterpolation: true })
      await new Promise((resolve, reject) => {
        second.addEventListener('load', resolve)
        second.addEventListener('loadError', reject)
      })
      shown.players = { first, second }
    },
    { text: animation, drawing: svg, url: 'http://player.test/index.js' },
  )
}

/** How far they lie apart at a share of the scene. */
async function apartAt(page: Page, scene: Scene, share: number): Promise<number> {
  const seconds = share * secondsOfTicks(scene.duration)
  const frame = (seconds * scene.rate.num) / scene.rate.den
  await page.evaluate(
    async ({ at, time }) => {
      const { first, second } = (window as unknown as { players: Players }).players
      first.goToAndStop(at, true)
      const drawn = new Promise((resolve) => second.addEventListener('render', resolve))
      second.setFrame(at)
      await drawn
      for (const animation of document.getAnimations()) {
        animation.pause()
        animation.currentTime = 1000 * time
      }
      // What is seen is a frame behind.
      for (let i = 0; i < 2; i += 1) await new Promise(requestAnimationFrame)
    },
    { at: frame, time: seconds },
  )
  const picture = (await page.screenshot()).toString('base64')
  return page.evaluate(
    async ({ data, side, square }) => {
      const image = new Image()
      image.src = `data:image/png;base64,${data}`
      await image.decode()
      const small = side / square
      const paper = new OffscreenCanvas(3 * small, small).getContext('2d')!
      paper.imageSmoothingQuality = 'high'
      paper.drawImage(image, 0, 0, 3 * small, small)
      const [one, other, ours] = [0, 1, 2].map((n) => paper.getImageData(n * small, 0, small, small).data)
      const apart = (player: Uint8ClampedArray): number =>
        player.reduce((most, part, i) => Math.max(most, Math.abs(part - ours![i]!)), 0)
      // Where the players differ, as in what masks leave outside of the frame, one of them is right.
      return Math.min(apart(one!), apart(other!))
    },
    { data: picture, side: SIDE, square: SQUARE },
  )
}
