import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { expect, type Page } from '@playwright/test'
import { exportCssPage } from '@arrow-bend/core/format/web'
import { projectSchema, type Layer } from '@arrow-bend/core/scene'
import { openLayers, projectOf } from './againstBrowser.ts'
import { frameOnScreen } from './stage.ts'

/** The family texts are set in on the stage. */
export const FAMILY = "'Atkinson Hyperlegible Next Variable'"

/** The page of what was exported last, beside each page of the application. */
const exported = new WeakMap<Page, { readonly page: Page; readonly layers: readonly Layer[] }>()

/** Shows some layers as an exported page has them; it stands still. */
async function exportedPage(page: Page, layers: readonly Layer[]): Promise<Page> {
  const before = exported.get(page)
  if (before && !before.page.isClosed() && before.layers === layers) return before.page
  const markup = await exportedMarkup(page, layers)
  await letGo(page)
  const other = await page.context().newPage()
  exported.set(page, { page: other, layers })
  await other.setViewportSize({ width: 1280, height: 720 })
  await other.emulateMedia({ reducedMotion: 'no-preference' })
  await other.setContent(markup)
  await other.addStyleTag({ content: 'label,input{display:none!important}' })
  await other.evaluate(async () => {
    await document.fonts.ready
    for (const animation of document.getAnimations()) animation.pause()
  })
  return other
}

async function letGo(page: Page): Promise<void> {
  await exported.get(page)?.page.close()
  exported.delete(page)
}

async function exportedMarkup(page: Page, layers: readonly Layer[]): Promise<string> {
  const font = createRequire(import.meta.url).resolve(
    '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
  )
  // As it is read from a file: masks that travel along ride on what they mask.
  const project = projectSchema.parse(projectOf(layers))
  // What is measured is asked of the browser first, as an exporter can only be told at once.
  const asked = new Map<string, readonly [string, string]>()
  const known = new Map<string, number>()
  const write = (): string =>
    exportCssPage(project, project.scenes[0]!, {
      pictureUrl: () => '',
      fontUrl: `data:font/woff2;base64,${readFileSync(font).toString('base64')}`,
      measureText: (text, { fontSize, weight }) => {
        const style = `${weight} ${fontSize}px`
        asked.set(`${style} ${text}`, [text, style])
        return known.get(`${style} ${text}`) ?? 0
      },
    })
  // What does not fit is asked for in other pieces.
  for (write(); known.size < asked.size; write()) {
    const wanted = [...asked]
    const found = await page.evaluate(
      async ({ texts, family }) => {
        // Before its letters are there, a text is measured by others.
        await Promise.all(texts.map(([, style]) => document.fonts.load(`${style} ${family}`)))
        return texts.map(([text, style]) => {
          const context = new OffscreenCanvas(1, 1).getContext('2d')!
          context.font = `${style} ${family}`
          context.fontKerning = 'normal'
          return context.measureText(text!).width
        })
      },
      { texts: wanted.map(([, one]) => one), family: FAMILY },
    )
    wanted.forEach(([name], i) => known.set(name, found[i]!))
  }
  return write()
}

/** How far the picture is from a page's at a moment: mean difference of a channel, of 255. */
async function apartFromPage(page: Page, layers: readonly Layer[], frame: number): Promise<number> {
  const other = await exportedPage(page, layers)
  await other.evaluate(
    async (time) => {
      for (const animation of document.getAnimations()) {
        animation.pause()
        animation.currentTime = time
      }
      // What is seen is a frame behind.
      for (let i = 0; i < 2; i += 1) await new Promise(requestAnimationFrame)
    },
    (frame * 1000) / 24,
  )
  const shot = (await other.screenshot()).toString('base64')
  const { x, y } = await frameOnScreen(page, 1280)
  return page.evaluate(
    async ({ url, at: [frameX, frameY] }) => {
      const canvas = document.querySelector<HTMLCanvasElement>('section[aria-label="Stage"] canvas')!
      const box = canvas.getBoundingClientRect()
      const image = new Image()
      image.src = url
      await image.decode()
      // The middle of the frame, which both show; small, as pages put the pixels of letters on a grid of their own.
      const [width, height] = [600, 340]
      const small = (from: CanvasImageSource, left: number, top: number): Uint8ClampedArray => {
        const paper = new OffscreenCanvas(width / 4, height / 4).getContext('2d')!
        paper.imageSmoothingQuality = 'high'
        paper.drawImage(from, left, top, width, height, 0, 0, width / 4, height / 4)
        return paper.getImageData(0, 0, width / 4, height / 4).data
      }
      const [a, b] = [
        small(canvas, Math.round(frameX! - box.x) + 340, Math.round(frameY! - box.y) + 190),
        small(image, 340, 190),
      ]
      return a.reduce((sum, part, i) => sum + Math.abs(part - b[i]!), 0) / a.length
    },
    { url: `data:image/png;base64,${shot}`, at: [x, y] },
  )
}

/** Waits until the stage shows at a frame what a page does. */
export async function expectShown(
  page: Page,
  layers: readonly Layer[],
  { frame, name, most = 0.5 }: { readonly frame: number; readonly name: string; readonly most?: number },
): Promise<void> {
  const apart = async (): Promise<number> => {
    const found = await apartFromPage(page, layers, frame)
    // What was measured or shown too early is made anew.
    if (found > most) await letGo(page)
    return found
  }
  await expect.poll(apart, { message: `${name} ${frame}` }).toBeLessThanOrEqual(most)
}

interface Looked {
  readonly frames: readonly number[]
  readonly name: string
  /** The most that is alike: a mean difference of a channel, of 255. */
  readonly most?: number
  /** So many frames on, another picture: the least it differs by. That such a look can fail is seen by it. */
  readonly other?: { readonly frames: number; readonly least: number }
}

/** Looks at some layers at some frames: they are drawn there as in a page of them. */
export async function expectLikePage(
  page: Page,
  layers: readonly Layer[],
  { frames, name, most = 0.5, other }: Looked,
): Promise<void> {
  await openLayers(page, layers)
  for (const frame of frames) {
    await page.getByLabel('Current time').fill(`${frame}f`)
    await page.getByLabel('Current time').press('Enter')
    await expectShown(page, layers, { frame, name, most })
    if (other) expect(await apartFromPage(page, layers, frame + other.frames)).toBeGreaterThan(other.least)
  }
}
