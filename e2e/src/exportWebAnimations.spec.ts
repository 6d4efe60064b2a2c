import { expect, test } from '@playwright/test'
import { webAnimations, webAnimationsModule, webAnimationsPage } from '@arrow-bend/core/format/web'
import { compareEveryFrame, measureBoxes, trialProject } from './everyFrame.ts'
import { trialScene } from './trialScene.ts'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

const data = () => {
  const scene = trialScene()
  return webAnimations(trialProject(scene), scene, { pictureUrl: () => '' })
}

test('every kind of travel plays by the Web Animations API as the core has it, at every frame', async ({
  page,
}) => {
  await page.setContent(webAnimationsPage(data()))
  const worst = await compareEveryFrame(page, measureBoxes, trialScene())
  expect(worst.channel).toBeLessThanOrEqual(1)
})

test('the page plays, pauses, seeks, and goes faster', async ({ page }) => {
  await page.setContent(webAnimationsPage(data()))
  const times = () =>
    page.evaluate(() => {
      const [first] = document.querySelector('main')!.shadowRoot!.getAnimations()
      return { state: first!.playState, time: Number(first!.currentTime), rate: first!.playbackRate }
    })
  await page.getByRole('button', { name: 'Pause' }).click()
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible()
  expect((await times()).state).toBe('paused')
  await page.getByRole('slider', { name: 'Time, ms' }).fill('1500')
  expect((await times()).time).toBe(1500)
  await page.getByLabel('Rate').selectOption('2')
  await page.getByRole('button', { name: 'Play' }).click()
  expect(await times()).toMatchObject({ state: 'running', rate: 2 })
})

test('the module plays in any element, as many as one wants', async ({ page }) => {
  await page.setContent('<div id="a"></div><div id="b"></div>')
  const found = await page.evaluate(async (text) => {
    const url = URL.createObjectURL(new Blob([text], { type: 'text/javascript' }))
    const { default: play } = (await import(url)) as {
      default: (
        root: Element,
        options: object,
      ) => { animations: Animation[]; seek(ms: number): void; cancel(): void }
    }
    const [a, b] = ['a', 'b'].map((id) => play(document.getElementById(id)!, { paused: true }))
    a!.seek(1000)
    const read = {
      a: a!.animations[0]!.currentTime,
      b: b!.animations[0]!.currentTime,
      state: a!.animations[0]!.playState,
    }
    a!.cancel()
    return { ...read, count: b!.animations.length }
  }, webAnimationsModule(data()))
  expect(found).toMatchObject({ a: 1000, b: 0, state: 'paused' })
  expect(found.count).toBeGreaterThan(20)
})
