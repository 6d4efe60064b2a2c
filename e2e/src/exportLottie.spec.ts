import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { dotLottie, exportLottie, leftOutOfLottie } from '@arrow-bend/core/format/lottie'
import { exportCssPage } from '@arrow-bend/core/format/web'
import type { Layer } from '@arrow-bend/core/scene'
import { compareEveryFrame, trialProject, type Measured } from './everyFrame.ts'
import { lookingScene } from './lookingScene.ts'
import { farthestApart, pictureAt } from './pagePictures.ts'
import { trialScene } from './trialScene.ts'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

/** What the player knows of a layer it draws. */
interface PlayedLayer {
  readonly isInRange: boolean
  readonly baseElement: SVGGElement
  readonly finalTransform: {
    readonly mat: { readonly props: ArrayLike<number> }
    readonly mProp: { readonly o: { readonly v: number } }
  }
}
interface Player {
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
async function play(page: Page, animation: object): Promise<void> {
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

/** Reads where the player has each layer, and how it looks. */
function measure(page: Page, milliseconds: number): Promise<Measured[]> {
  return page.evaluate((time) => {
    const { player } = window as unknown as { player: Player }
    player.goToAndStop((time * player.frameRate) / 1000, true)
    const { elements, layers } = player.renderer
    return layers
      .flatMap(({ ty }, i) => (ty === 4 || ty === 2 ? [elements[i]] : []))
      .map((one) => {
        // What is not shown yet is not built yet.
        if (!one || one === true) return { points: [], opacity: 0, fill: '' }
        const m = one.finalTransform.mat.props as unknown as number[]
        const points = [
          [0, 0],
          [100, 0],
          [0, 100],
        ].map(([x, y]) => [m[0]! * x! + m[4]! * y! + m[12]!, m[1]! * x! + m[5]! * y! + m[13]!] as const)
        const paths = [...one.baseElement.querySelectorAll('path')]
        const filled = paths.find(
          (path) =>
            !['none', ''].includes(path.getAttribute('fill') ?? '') &&
            path.getAttribute('fill-opacity') !== '0',
        )
        return {
          points,
          // What is over 100 % is drawn as 100 %.
          opacity: one.isInRange ? Math.min(1, Math.max(0, one.finalTransform.mProp.o.v)) : 0,
          fill: filled ? getComputedStyle(filled).fill : '',
        }
      })
      .reverse()
  }, milliseconds)
}

test('every kind of travel plays in a Lottie player as the core has it, at every frame', async ({ page }) => {
  const scene = trialScene()
  await play(page, exportLottie(trialProject(scene), scene, { pictureUrl: () => '' }))
  const worst = await compareEveryFrame(page, measure, scene)
  // The player rounds colours down.
  expect(worst.channel).toBeLessThanOrEqual(1.05)
})

/** What a second player, dotlottie-web, draws of a container: it shares no code with the first. */
async function pictureByOther(page: Page, packed: Uint8Array, frame: number): Promise<string> {
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

test('shapes, lines, crops, masks and groups look in two players as in the page', async ({ page }) => {
  test.setTimeout(120_000)
  await page.setViewportSize({ width: 1280, height: 720 })
  const whole = lookingScene()
  const still = (value: number) => ({ kind: 'number', value, keys: [] }) as const
  // What it has no word for is named beforehand, and left out here.
  const layers = whole.scenes[0]!.layers.filter(
    ({ name }) => !['blurred', 'words', 'drawn on'].includes(name),
  ).map((layer): Layer => {
    if (layer.name === 'together') return { ...layer, properties: { ...layer.properties, blur: still(0) } }
    return layer.mask ? { ...layer, mask: { layer: layer.mask.layer, inverted: true } } : layer
  })
  expect(leftOutOfLottie(layers)).toEqual([])
  expect(leftOutOfLottie(whole.scenes[0]!.layers)).toEqual([
    'texts',
    'blurs and shadows',
    'how soft masks are',
    'parts of the lines of rectangles and ellipses',
  ])
  const scene = { ...whole.scenes[0]!, layers }
  const project = { ...whole, scenes: [scene] }
  const animation = exportLottie(project, scene, { pictureUrl: () => '' })
  for (const frame of [0, 5, 17, 30, 41]) {
    const wanted = await pictureAt(
      page,
      exportCssPage(project, scene, { pictureUrl: () => '' }),
      (frame * 1000) / 24,
    )
    await play(page, animation)
    const shot = async (at: number): Promise<string> => {
      await page.evaluate(async (to) => {
        ;(window as unknown as { player: Player }).player.goToAndStop(to, true)
        for (let i = 0; i < 2; i += 1) await new Promise(requestAnimationFrame)
      }, at)
      return (await page.screenshot()).toString('base64')
    }
    expect(await farthestApart(page, wanted, await shot(frame)), `at ${frame}`).toBeLessThanOrEqual(8)
    expect(await farthestApart(page, wanted, await shot(frame + 4))).toBeGreaterThan(30)

    const packed = dotLottie(JSON.stringify(animation), scene.name)
    const other = await pictureByOther(page, packed, frame)
    expect(await farthestApart(page, wanted, other), `by the other player at ${frame}`).toBeLessThanOrEqual(
      12,
    )
  }
})
