import { expect, test, type Page } from '@playwright/test'
import { exportSvg, type SvgFlavour } from '@arrow-bend/core/format/web'
import { compareEveryFrame, trialProject, type Measured } from './everyFrame.ts'
import { trialScene } from './trialScene.ts'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

/** Reads where each layer of the drawing is, by the browser's own matrices (`getScreenCTM`). */
function measure(page: Page, milliseconds: number): Promise<Measured[]> {
  return page.evaluate((time) => {
    const root = document.querySelector<SVGSVGElement>('svg')!
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
  }, milliseconds)
}

for (const flavour of ['css', 'smil'] as const satisfies readonly SvgFlavour[])
  test(`every kind of travel plays in an SVG of flavour ${flavour} as the core has it, at every frame`, async ({
    page,
  }) => {
    const scene = trialScene()
    await page.setContent(exportSvg(trialProject(scene), scene, { flavour, pictureUrl: () => '' }))
    const worst = await compareEveryFrame(page, measure, scene)
    expect(worst.channel).toBeLessThanOrEqual(1)
  })
