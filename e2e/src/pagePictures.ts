import type { Page } from '@playwright/test'

/** ms */
const AWAY = 120

/** The picture of a page 1280 px wide at a moment. */
export async function pictureAt(page: Page, markup: string, milliseconds: number): Promise<string> {
  await page.setContent(markup)
  await page.addStyleTag({ content: 'body{margin:0}label,input{display:none!important}' })
  await page.evaluate(
    async ([time, away]) => {
      const root = document.querySelector<SVGSVGElement>('body>svg')
      root?.pauseAnimations()
      for (const animation of document.getAnimations()) animation.pause()
      await Promise.all([document.fonts.ready, ...document.getAnimations().map(({ ready }) => ready)])
      // By way of another moment: what the compositor has played on its own meanwhile stays on the screen where the page, for
      // which it stands as it did at first, has nothing new to tell it.
      for (const at of [time + away, time]) {
        root?.setCurrentTime(at / 1000)
        for (const animation of document.getAnimations()) animation.currentTime = at
        // What is seen is a frame behind.
        for (let i = 0; i < 2; i += 1) await new Promise(requestAnimationFrame)
      }
    },
    [milliseconds, AWAY] as const,
  )
  return standingPicture(page)
}

/** How often a page is looked at that should stand still. */
const LOOKS = 10

/** The picture of a page that stands still: a busy machine may show what was before for another moment. */
async function standingPicture(page: Page): Promise<string> {
  const look = async (): Promise<string> => (await page.screenshot()).toString('base64')
  let seen = await look()
  for (let i = 0; i < LOOKS; i += 1) {
    const next = await look()
    if (next === seen) return seen
    seen = next
  }
  throw new Error('The page does not come to stand still.')
}

/** Mean difference of a channel of two pictures, of 255, as large a square of 16 px as differs most. */
export function farthestApart(page: Page, one: string, other: string): Promise<number> {
  return page.evaluate(
    async (pictures) => {
      const [a, b] = await Promise.all(
        pictures.map(async (data) => {
          const image = new Image()
          image.src = `data:image/png;base64,${data}`
          await image.decode()
          const paper = new OffscreenCanvas(image.width / 16, image.height / 16).getContext('2d')!
          paper.imageSmoothingQuality = 'high'
          paper.drawImage(image, 0, 0, image.width / 16, image.height / 16)
          return paper.getImageData(0, 0, image.width / 16, image.height / 16).data
        }),
      )
      return a!.reduce((most, part, i) => Math.max(most, Math.abs(part - b![i]!)), 0)
    },
    [one, other],
  )
}
