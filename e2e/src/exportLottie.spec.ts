import { expect, test, type Page } from '@playwright/test'
import { dotLottie, exportLottie, leftOutOfLottie } from '@arrow-bend/core/format/lottie'
import { exportCssPage } from '@arrow-bend/core/format/web'
import type { Layer, Scene } from '@arrow-bend/core/scene'
import { compareEveryFrame, trialProject, type Measured } from './everyFrame.ts'
import { lookingScene } from './lookingScene.ts'
import { pictureByOther, play, playedAt, type Player } from './lottiePlayers.ts'
import { farthestApart, pictureAt } from './pagePictures.ts'
import { shownTrial } from './shownTrial.ts'
import { told } from './told.ts'
import { trialScene } from './trialScene.ts'
import { veiledScene } from './veiledScene.ts'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

/** Reads where the player has each layer at each time, and how it looks. */
async function measure(page: Page, milliseconds: readonly number[]): Promise<Measured[][]> {
  const text = await page.evaluate((times) => {
    const { player } = window as unknown as { player: Player }
    const readAt = (time: number): Measured[] => {
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
    }
    return JSON.stringify(times.map(readAt))
  }, milliseconds)
  return told(text)
}

test('every kind of travel plays in a Lottie player as the core has it, at every frame', async ({ page }) => {
  const scene = trialScene()
  await play(page, exportLottie(trialProject(scene), scene, { pictureUrl: () => '' }))
  const worst = await compareEveryFrame(page, measure, scene)
  // The player rounds colours down.
  expect(worst.channel).toBeLessThanOrEqual(1.05)
})

test('shapes, lines, crops, masks and groups look in two players as in the page', async ({ page }) => {
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
    'texts that move in parts or are set anew while they play, or that have letters other than the font here',
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
    expect(await farthestApart(page, wanted, await playedAt(page, frame)), `at ${frame}`).toBeLessThanOrEqual(
      8,
    )
    if (frame === 0)
      expect(
        await farthestApart(page, wanted, await playedAt(page, 4)),
        'another moment is told apart',
      ).toBeGreaterThan(30)

    const packed = dotLottie(JSON.stringify(animation), scene.name)
    const other = await pictureByOther(page, packed, frame)
    expect(await farthestApart(page, wanted, other), `by the other player at ${frame}`).toBeLessThanOrEqual(
      12,
    )
  }
})

test('a shown scene is one composition for all that show it, at its own time, in two players', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 720 })
  const { project, scene } = shownTrial()
  expect(leftOutOfLottie(scene.layers)).toEqual([])
  const animation = exportLottie(project, scene, { pictureUrl: () => '' })
  expect(animation['assets']).toHaveLength(1)
  const packed = dotLottie(JSON.stringify(animation), scene.name)
  const moments = new Set<string>()
  // Before its first key, on the way, at its turning point, on the way back and held at its beginning.
  for (const frame of [0, 20, 46, 55, 70]) {
    const html = exportCssPage(project, scene, { pictureUrl: () => '' })
    const wanted = await pictureAt(page, html, (frame * 1000) / 24)
    moments.add(wanted)
    await play(page, animation)
    expect(await farthestApart(page, wanted, await playedAt(page, frame)), `at ${frame}`).toBeLessThanOrEqual(
      8,
    )
    const other = await pictureByOther(page, packed, frame)
    expect(await farthestApart(page, wanted, other), `by the other player at ${frame}`).toBeLessThanOrEqual(
      12,
    )
  }
  expect(moments.size).toBeGreaterThanOrEqual(4)
})

test('groups that are masked and cropped as one look in two players as in the page', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 720 })
  const scene = veiledScene()
  const project = trialProject(scene)
  expect(leftOutOfLottie(scene.layers)).toEqual([])
  const animation = exportLottie(project, scene, { pictureUrl: () => '' })
  const packed = dotLottie(JSON.stringify(animation), scene.name)
  const unveiled = scene.layers.map((layer): Layer => Object.assign({ ...layer }, { mask: undefined }))
  const html = (of: Scene) => exportCssPage(trialProject(of), of, { pictureUrl: () => '' })
  for (const frame of [0, 13, 30, 58]) {
    const wanted = await pictureAt(page, html(scene), (frame * 1000) / 24)
    await play(page, animation)
    expect(await farthestApart(page, wanted, await playedAt(page, frame)), `at ${frame}`).toBeLessThanOrEqual(
      8,
    )
    const other = await pictureByOther(page, packed, frame)
    expect(await farthestApart(page, wanted, other), `by the other player at ${frame}`).toBeLessThanOrEqual(
      12,
    )
    // The masks are seen.
    const bare = await pictureAt(page, html({ ...scene, layers: unveiled }), (frame * 1000) / 24)
    expect(await farthestApart(page, wanted, bare)).toBeGreaterThan(60)
  }
})
