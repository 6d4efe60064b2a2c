import { expect, test, type Page } from '@playwright/test'
import { srgbOf, type OklabAlpha } from '@arrow-bend/core/property'
import {
  applyMatrix,
  compileScene,
  PROJECT_VERSION,
  sampleSceneInto,
  type Project,
  type Scene,
} from '@arrow-bend/core/scene'
import { frameTicks, secondsOfTicks } from '@arrow-bend/core/time'
import { told } from './told.ts'
import { LIBRARY } from './trialScene.ts'

export const trialProject = (scene: Scene): Project => ({
  format: 'arrow-bend/project',
  version: PROJECT_VERSION,
  id: 'p',
  name: 'Trial',
  scenes: [scene],
  bends: LIBRARY,
  assets: [],
})

/** A layer as something that plays shows it. */
export interface Measured {
  /** Where three points of the layer land: its origin, 100 px along x, 100 px along y. */
  readonly points: readonly (readonly [number, number])[]
  readonly opacity: number
  readonly fill: string
}

/** Reads all layers at each of some moments, ms. */
export type Measure = (page: Page, milliseconds: readonly number[]) => Promise<Measured[][]>

/** Puts three unseen marks into each layer's innermost box, pauses everything, and reads where they are at each time. */
export async function measureBoxes(page: Page, milliseconds: readonly number[]): Promise<Measured[][]> {
  const text = await page.evaluate((times) => {
    // A page that is driven by a script keeps its boxes to itself.
    const root = document.querySelector('main')?.shadowRoot ?? document
    const whole = root.querySelector<HTMLElement>('.frame')!
    const marked = [...root.querySelectorAll('[data-layer]')]
      .filter((one) => !one.querySelector('[data-layer]'))
      .map((layer) => {
        const art = layer.querySelector('svg, img') as SVGElement | HTMLImageElement
        const box = art.parentElement!
        const marks = [
          [0, 0],
          [100, 0],
          [0, 100],
        ].map(([x, y]) => {
          const mark = document.createElement('div')
          mark.style.cssText = `left:${x}px;top:${y}px`
          box.append(mark)
          return mark
        })
        return { box, marks, shape: art.firstElementChild }
      })
    const animations = root.getAnimations()
    for (const animation of animations) animation.pause()
    const read = times.map((time) => {
      for (const animation of animations) animation.currentTime = time
      const frame = whole.getBoundingClientRect()
      // The page is as large as fits the window.
      const scale = frame.width / whole.offsetWidth
      return marked.map(({ box, marks, shape }) => {
        const points = marks.map((mark) => {
          const { left, top } = mark.getBoundingClientRect()
          return [(left - frame.left) / scale, (top - frame.top) / scale] as const
        })
        let opacity = 1
        for (let at: Element | null = box; at && at !== whole; at = at.parentElement)
          opacity *= Number(getComputedStyle(at).opacity)
        return { points, opacity, fill: shape ? getComputedStyle(shape).fill : '' }
      })
    })
    for (const { marks } of marked) for (const mark of marks) mark.remove()
    return JSON.stringify(read)
  }, milliseconds)
  return told(text)
}

/** Frames that are read at once: what is read is not drawn between them, which would take far longer. */
const AT_ONCE = 48

/** Holds what plays against the core at every frame; the bounds are those the model promises. */
export async function compareEveryFrame(
  page: Page,
  measure: Measure,
  scene: Scene,
  { scenes = [], bends = LIBRARY }: Partial<Pick<Project, 'scenes' | 'bends'>> = {},
): Promise<{ px: number; percent: number; channel: number }> {
  const sampler = compileScene(scene, bends, { scenes })
  const step = frameTicks(scene.rate)
  const worst = { px: 0, percent: 0, channel: 0, where: '' }
  // Told once at the end: an expectation for each layer in each frame takes longer than to measure it.
  const faint = { percent: 0, where: '' }
  const frames = Math.ceil(scene.duration / step)
  let measured: Measured[][] = []
  for (let frame = 0; frame < frames; frame += 1) {
    if (frame % AT_ONCE === 0) {
      const times = Array.from({ length: Math.min(AT_ONCE, frames - frame) }, (_, i) => (frame + i) * step)
      measured = await measure(
        page,
        times.map((time) => secondsOfTicks(time) * 1000),
      )
    }
    // A shown scene draws nothing by itself.
    const items = sampleSceneInto(sampler, frame * step).filter(({ kind }) => kind !== 'scene')
    const now = measured[frame % AT_ONCE]!
    if (now.length !== items.length) expect(now, `frame ${frame}`).toHaveLength(items.length)
    items.forEach((item, i) => {
      const { points, opacity, fill } = now[i]!
      const percent = Math.abs((item.shown ? item.opacity : 0) - opacity) * 100
      if (percent > faint.percent || Number.isNaN(percent))
        Object.assign(faint, { percent, where: `${item.layer.name}, frame ${frame}` })
      if (!item.shown) return
      const wanted = [
        applyMatrix(item.matrix, 0, 0),
        applyMatrix(item.matrix, 100, 0),
        applyMatrix(item.matrix, 0, 100),
      ]
      wanted.forEach(([x, y], k) => {
        const miss = Math.max(Math.abs(x - points[k]![0]), Math.abs(y - points[k]![1]))
        if (miss > worst.px || Number.isNaN(miss))
          Object.assign(worst, { px: miss, where: `${item.layer.name}, frame ${frame}` })
      })
      worst.percent = Math.max(worst.percent, Math.abs(item.opacity - opacity) * 100)
      const animatedFill = (item.layer.properties['fill']?.keys.length ?? 0) > 0
      const theirs = channelsOf(fill)
      if (animatedFill && theirs) {
        const ours = srgbOf([...('fill' in item ? item.fill : [])] as unknown as OklabAlpha)
        worst.channel = Math.max(
          worst.channel,
          ...[0, 1, 2].map((k) => Math.abs(theirs[k]! - ours[k]!) * 255),
        )
      }
    })
  }
  test.info().annotations.push({ type: 'largest errors', description: JSON.stringify(worst) })
  expect(faint.percent, `opacity of ${faint.where}`).toBeLessThanOrEqual(0.1)
  expect(worst.px, `worst at ${worst.where}`).toBeLessThanOrEqual(0.1)
  return worst
}

/** Red, green and blue, 0 … 1, of a colour as a browser tells it; null for anything else. */
function channelsOf(fill: string): readonly number[] | null {
  const [, space, numbers] = /(oklab|rgb)a?\(([^)]+)\)/.exec(fill) ?? []
  if (!space || !numbers) return null
  const [a, b, c] = numbers.split(/[\s,/]+/).map(Number) as [number, number, number]
  return space === 'rgb' ? [a / 255, b / 255, c / 255] : srgbOf([a, b, c, 1])
}
