import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { readMovingFile, readStyles, standIns, type StandIn } from '@arrow-bend/core/format/takeOver'
import { NO_LINKS } from '@arrow-bend/core/bend'
import { playedValueAt, compiledOf } from '@arrow-bend/core/property'
import { applyMatrix, ownMatrixAt, type Layer, type Scene } from '@arrow-bend/core/scene'
import { ticksOfSeconds, secondsOfTicks } from '@arrow-bend/core/time'
import { told } from './told.ts'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

const PACKAGES = new URL('../../node_modules/', import.meta.url)
/** Style sheets of open collections (MIT): `loaders.css`, `spinkit`. */
const SHEETS = ['loaders.css/loaders.css', 'spinkit/spinkit.css']

/** Of what moves in them this many of a hundred come over; the others turn in depth, which is told. */
const LEAST_TAKEN = 90

interface Shown {
  /** Corners, px of the frame. */
  readonly corners: readonly (readonly [number, number])[]
  readonly opacity: number
}

for (const sheet of SHEETS)
  test(`what ${sheet} moves plays as the browser plays it`, async ({ page }) => {
    const bytes = new Uint8Array(readFileSync(new URL(sheet, PACKAGES)))
    const text = String(readFileSync(new URL(sheet, PACKAGES)))
    let ids = 0
    const taken = readMovingFile(bytes, sheet, () => `i${(ids += 1)}`)!
    const scene: Scene = { ...taken, id: 's', background: '#000000', markers: [], playRange: null }
    const { groups } = standIns(readStyles([text]))
    await page.setContent(pageOf(text, groups))
    const seconds = secondsOfTicks(scene.duration)
    const frames = Math.min(300, Math.round((seconds * scene.rate.num) / scene.rate.den))
    const moments = Array.from({ length: frames }, (_, i) => ((i + 0.5) * scene.rate.den) / scene.rate.num)
    const shown = await shownBoxes(page, moments)
    const names = Object.keys(shown[0]!)
    const lost = new Set(taken.leftOut.map(({ where }) => where.replace(/^.*, on /, '')))
    expect(taken.leftOut.every(({ what }) => what.includes('has depth'))).toBe(true)
    let worst = { px: 0, share: 0 }
    const known = names.filter((name) => !lost.has(name))
    for (const name of known) {
      const layer =
        taken.layers.find((one) => one.name === name && one.kind !== 'group') ??
        taken.layers.find((one) => one.name === `${name} box`)
      if (!layer) continue
      moments.forEach((moment, i) => {
        const gap = gapOf(shown[i]![name]!, boxAt(scene, layer, moment))
        worst = { px: Math.max(worst.px, gap.px), share: Math.max(worst.share, gap.share) }
      })
    }
    expect(names.length).toBeGreaterThan(40)
    expect(known.length / names.length).toBeGreaterThanOrEqual(LEAST_TAKEN / 100)
    expect(worst.px).toBeLessThanOrEqual(1)
    expect(worst.share).toBeLessThanOrEqual(0.01)
  })

/** A page with the sheet and its boxes where ours are. What is drawn before and after is an element of its own, so that it can be measured. */
function pageOf(text: string, groups: readonly (readonly StandIn[])[]): string {
  const markup = ({ name, element, box, shift, children }: StandIn): string => {
    const attributes = Object.entries(element.attributes).map(([key, value]) => ` ${key}="${value}"`)
    const style = [
      ...[`margin:${box.y - shift[1]}px 0 0 ${box.x - shift[0]}px`, 'position:absolute', 'float:none'],
      ...['box-sizing:border-box', 'display:block'],
    ].map((declaration) => `${declaration}!important`)
    // What moves must not be said to be important.
    style.push(
      `left:${shift[0]}px;top:${shift[1]}px;right:auto;bottom:auto;width:${box.width}px;height:${box.height}px`,
    )
    return `<${element.name}${attributes.join('')} data-name="${name}" style="${style.join(';')}">${children.map(markup).join('')}</${element.name}>`
  }
  const holders = groups.map((group) => `<section>${group.map(markup).join('')}</section>`)
  const sheet = text.replace(/::?(before|after)\b/g, '>pseudo-$1').replaceAll('>pseudo-', ' > pseudo-')
  return `<!doctype html><style>${sheet}</style><body style="margin:0">${holders.join('')}</body>`
}

/** Where the browser has every box that moves, by the matrices it has worked out. */
async function shownBoxes(page: Page, moments: readonly number[]): Promise<Record<string, Shown>[]> {
  const text = await page.evaluate(
    (times) => {
      const animations = document.getAnimations()
      for (const animation of animations) animation.pause()
      const moving = new Set(animations.map((animation) => (animation.effect as KeyframeEffect).target!))
      const named = [...document.querySelectorAll<HTMLElement>('[data-name]')].filter((one) =>
        moving.has(one),
      )
      const matrixOf = (element: HTMLElement): DOMMatrix => {
        let matrix = new DOMMatrix()
        for (
          let at: HTMLElement | null = element;
          at && at.dataset['name'] !== undefined;
          at = at.parentElement
        ) {
          const style = getComputedStyle(at)
          const [x, y] = style.transformOrigin.split(' ').map(parseFloat)
          const own = new DOMMatrix()
            .translate(
              parseFloat(style.left) + parseFloat(style.marginLeft),
              parseFloat(style.top) + parseFloat(style.marginTop),
            )
            .translate(x, y)
            .multiply(
              new DOMMatrix(
                style.translate === 'none' ? '' : `translate(${style.translate.split(' ').join(',')})`,
              ),
            )
            .multiply(new DOMMatrix(style.transform === 'none' ? '' : style.transform))
            .translate(-x!, -y!)
          matrix = own.multiply(matrix)
        }
        return matrix
      }
      const shown = times.map((time) => {
        for (const animation of animations) animation.currentTime = 1000 * time
        return Object.fromEntries(
          named.map((element) => {
            const matrix = matrixOf(element)
            const style = getComputedStyle(element)
            const [width, height] = [parseFloat(style.width), parseFloat(style.height)]
            let opacity = 1
            for (let at: Element | null = element; at; at = at.parentElement)
              opacity *= Number(getComputedStyle(at).opacity)
            const corners = [0, 1].flatMap((x) =>
              [0, 1].map((y) => {
                const at = new DOMPoint(x * width, y * height).matrixTransform(matrix)
                return [at.x, at.y] as const
              }),
            )
            return [element.dataset['name']!, { corners, opacity }]
          }),
        )
      })
      return JSON.stringify(shown)
    },
    [...moments],
  )
  return told(text)
}

/** Where ours is. */
function boxAt(scene: Scene, layer: Layer, moment: number): Shown {
  const time = ticksOfSeconds(moment)
  const value = (of: Layer, name: string): unknown =>
    playedValueAt(compiledOf(of.properties[name]!, NO_LINKS), time)
  const [width, height] = value(layer, 'size') as [number, number]
  const line = layer.properties['stroke width']!.value as number
  const matrix = ownMatrixAt(scene, layer.id, time, NO_LINKS)
  const corners = [-1, 1].flatMap((x) =>
    [-1, 1].map((y) => applyMatrix(matrix, (x * (width + line)) / 2, (y * (height + line)) / 2)),
  )
  let opacity = 1
  for (let at: Layer | undefined = layer; at; at = scene.layers.find(({ id }) => id === at!.parent))
    opacity *= (value(at, 'opacity') as number) / 100
  return { corners: corners.map(([x, y]) => [x!, y!] as const), opacity }
}

function gapOf(one: Shown, other: Shown): { readonly px: number; readonly share: number } {
  const px = one.corners.map(([x, y], i) => Math.hypot(x - other.corners[i]![0], y - other.corners[i]![1]))
  return { px: Math.max(...px), share: Math.abs(one.opacity - other.opacity) }
}
