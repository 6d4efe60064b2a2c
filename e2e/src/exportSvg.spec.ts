import { expect, test, type Page } from '@playwright/test'
import { exportCssPage, exportSvg, type SvgFlavour } from '@arrow-bend/core/format/web'
import { compareEveryFrame, trialProject, type Measured } from './everyFrame.ts'
import { lookingScene } from './lookingScene.ts'
import { farthestApart, pictureAt } from './pagePictures.ts'
import { told } from './told.ts'
import { trialScene } from './trialScene.ts'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

/** Reads where each layer of the drawing is at each time, by the browser's own matrices (`getScreenCTM`). */
async function measure(page: Page, milliseconds: readonly number[]): Promise<Measured[][]> {
  const text = await page.evaluate((times) => {
    const root = document.querySelector<SVGSVGElement>('svg')!
    const readAt = (time: number): Measured[] => {
      root.pauseAnimations()
      root.setCurrentTime(time / 1000)
      for (const animation of document.getAnimations()) {
        animation.pause()
        animation.currentTime = time
      }
      const toFrame = root.getScreenCTM()!.inverse()
      const drawn = [...document.querySelectorAll<SVGGElement>('[data-layer]')].filter(
        (one) => !one.querySelector('[data-layer]'),
      )
      return drawn.map((layer) => {
        const shapes = [...layer.querySelectorAll<SVGGraphicsElement>('rect,ellipse,path,text,image')]
        const art = shapes.find((one) => !one.closest('clipPath,mask'))!
        const matrix = toFrame.multiply(art.getScreenCTM()!)
        const points = [
          [0, 0],
          [100, 0],
          [0, 100],
        ].map(([x, y]) => {
          const at = new DOMPoint(x, y).matrixTransform(matrix)
          return [at.x, at.y] as const
        })
        let opacity = 1
        for (let at: Element | null = art; at && at !== root; at = at.parentElement)
          opacity *= Number(getComputedStyle(at).opacity)
        return { points, opacity, fill: getComputedStyle(art).fill }
      })
    }
    return JSON.stringify(times.map(readAt))
  }, milliseconds)
  return told(text)
}

const FLAVOURS = ['css', 'smil'] as const satisfies readonly SvgFlavour[]

for (const flavour of FLAVOURS)
  test(`every kind of travel plays in an SVG of flavour ${flavour} as the core has it, at every frame`, async ({
    page,
  }) => {
    const scene = trialScene()
    await page.setContent(exportSvg(trialProject(scene), scene, { flavour, pictureUrl: () => '' }))
    const worst = await compareEveryFrame(page, measure, scene)
    expect(worst.channel).toBeLessThanOrEqual(1)
  })

/** Chromium puts the shadows of filter elements on whole px, those of style rules not; what else there is stays below 6. */
const APART = { css: 6, smil: 12 }

test('every way a layer can look is the same in an SVG of either flavour as in the page', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 720 })
  const project = lookingScene()
  const scene = project.scenes[0]!
  const options = { pictureUrl: () => '' }
  for (const frame of [0, 5, 17, 30, 41]) {
    const time = (frame * 1000) / 24
    const wanted = await pictureAt(page, exportCssPage(project, scene, options), time)
    for (const flavour of FLAVOURS) {
      const drawing = exportSvg(project, scene, { ...options, flavour })
      const found = await pictureAt(page, drawing, time)
      expect(await farthestApart(page, wanted, found), `${flavour} at ${frame}`).toBeLessThanOrEqual(
        APART[flavour],
      )
      if (frame > 0) continue
      const later = await pictureAt(page, drawing, time + 170)
      expect(await farthestApart(page, wanted, later), 'another moment is told apart').toBeGreaterThan(30)
    }
  }
})
