import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { Page } from '@playwright/test'

/** What the player knows of a layer it draws. */
export interface PlayedLayer {
  readonly isInRange: boolean
  readonly baseElement: SVGGElement
  readonly finalTransform: {
    readonly mat: { readonly props: ArrayLike<number> }
    readonly mProp: { readonly o: { readonly v: number } }
  }
}
export interface Player {
  goToAndStop(frame: number, isFrame: boolean): void
  setSubframe(on: boolean): void
  addEventListener(name: 'DOMLoaded', heard: (event: unknown) => void): void
  readonly isLoaded: boolean
  readonly frameRate: number
  readonly renderer: {
    readonly elements: readonly (PlayedLayer | true | undefined)[]
    readonly layers: readonly { readonly ty: number }[]
  }
}

/** Puts an animation into the page, drawn by lottie-web’s SVG renderer. */
export async function play(page: Page, animation: object): Promise<void> {
  await page.setContent('<body style="margin:0"><div id="stage" style="width:1280px;height:720px"></div>')
  const require = createRequire(import.meta.url)
  await page.addScriptTag({ path: require.resolve('lottie-web/build/player/lottie_svg.js') })
  await page.evaluate(async (text) => {
    const animationData = JSON.parse(text) as object
    const library = (globalThis as unknown as { lottie: { loadAnimation(options: object): Player } }).lottie
    const container = document.querySelector('#stage')
    const player = library.loadAnimation({
      container,
      renderer: 'svg',
      loop: false,
      autoplay: false,
      animationData,
    })
    if (!player.isLoaded) await new Promise((resolve) => player.addEventListener('DOMLoaded', resolve))
    player.setSubframe(true)
    // A frame that is shown already is not drawn again.
    player.goToAndStop(1, true)
    Object.assign(window, { player })
  }, JSON.stringify(animation))
}

/** What that player draws at a frame. */
export async function playedAt(page: Page, frame: number): Promise<string> {
  await page.evaluate(async (to) => {
    ;(window as unknown as { player: Player }).player.goToAndStop(to, true)
    for (let i = 0; i < 2; i += 1) await new Promise(requestAnimationFrame)
  }, frame)
  return (await page.screenshot()).toString('base64')
}

/** What a second player, dotlottie-web, draws of a container: it shares no code with the first. */
export async function pictureByOther(page: Page, packed: Uint8Array, frame: number): Promise<string> {
  const library = dirname(createRequire(import.meta.url).resolve('@lottiefiles/dotlottie-web'))
  const other = await page.context().newPage()
  await other.setViewportSize({ width: 1280, height: 720 })
  await other.route('http://player.test/**', async (route) => {
    const name = new URL(route.request().url()).pathname.slice(1)
    if (name === '')
      return route.fulfill({
        contentType: 'text/html',
        body: '<body style="margin:0"><canvas width="1280" height="720" style="width:1280px;height:720px">',
      })
    return route.fulfill({
      body: await readFile(join(library, name)),
      contentType: name.endsWith('.wasm') ? 'application/wasm' : 'text/javascript',
    })
  })
  await other.goto('http://player.test/')
  await other.evaluate(
    async ({ base64, at, url }) => {
      const { DotLottie } = (await import(url)) as { DotLottie: OtherPlayerMaker }
      DotLottie.setWasmUrl('http://player.test/dotlottie-player.wasm')
      const data = Uint8Array.from(atob(base64), (mark) => mark.charCodeAt(0)).buffer
      const canvas = document.querySelector('canvas')
      const player = new DotLottie({ canvas, data, autoplay: false, useFrameInterpolation: true })
      await new Promise((resolve, reject) => {
        player.addEventListener('load', resolve)
        player.addEventListener('loadError', reject)
      })
      // The first frame is drawn already.
      const drawn = new Promise((resolve) => player.addEventListener('render', resolve))
      player.setFrame(at)
      if (at > 0) await drawn
      for (let i = 0; i < 2; i += 1) await new Promise(requestAnimationFrame)
    },
    { base64: Buffer.from(packed).toString('base64'), at: frame, url: 'http://player.test/index.js' },
  )
  const shot = (await other.screenshot()).toString('base64')
  await other.close()
  return shot
}
interface OtherPlayer {
  addEventListener(name: 'load' | 'loadError' | 'render', heard: (event: unknown) => void): void
  setFrame(frame: number): void
}
interface OtherPlayerMaker {
  new (options: object): OtherPlayer
  setWasmUrl(url: string): void
}
