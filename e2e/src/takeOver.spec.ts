import { readdirSync, readFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { expect, test, type Page } from '@playwright/test'
import { readMovingFile, takenProject } from '@arrow-bend/core/format/takeOver'
import { exportSvg } from '@arrow-bend/core/format/web'
import { secondsOfTicks } from '@arrow-bend/core/time'
import { SMIL_DRAWINGS, STYLED_DRAWINGS } from './movingDrawings.ts'
import { playedShapes, type PlayedShape } from './playedShapes.ts'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

const PACKAGES = new URL('../../node_modules/', import.meta.url)
const sha256 = async (bytes: Uint8Array): Promise<string> => createHash('sha256').update(bytes).digest('hex')

/** Moving drawings of an open collection (MIT): `svg-loaders`, by elements that animate and by style. */
const FILES = ['svg-smil-loaders', 'svg-css-loaders'].flatMap((folder) => {
  const path = new URL(`svg-loaders/${folder}/`, PACKAGES)
  return readdirSync(path).map((name) => ({ name: `${folder}/${name}`, url: new URL(name, path) }))
})

for (const { name, url } of FILES)
  test(`${name} plays as the browser plays the file`, async ({ page }) => {
    await comparePlayed(page, name, String(readFileSync(url)))
  })

for (const [how, drawings] of Object.entries({ elements: SMIL_DRAWINGS, style: STYLED_DRAWINGS }))
  for (const [name, svg] of Object.entries(drawings))
    test(`moved by ${how}: ${name}, as the browser plays it`, async ({ page }) => {
      await comparePlayed(page, name, svg)
    })

/** Holds what our own export of a drawing that was taken over shows beside what the browser shows of the drawing. */
async function comparePlayed(page: Page, name: string, svg: string): Promise<void> {
  let ids = 0
  const makeId = (): string => `i${(ids += 1)}`
  const taken = readMovingFile(new TextEncoder().encode(svg), name, makeId)!
  const { project } = await takenProject(taken, { makeId, sha256 })
  const scene = project.scenes[0]!
  const frames = Math.round((secondsOfTicks(scene.duration) * scene.rate.num) / scene.rate.den)
  // Between two frames, so that no jump falls on a look.
  const moments = Array.from({ length: frames }, (_, i) => ((i + 0.5) * scene.rate.den) / scene.rate.num)
  await open(page, svg)
  const original = await playedShapes(page, moments)
  await open(page, exportSvg(project, scene, { flavour: 'css', transparent: true, pictureUrl: () => '' }))
  const ours = await playedShapes(page, moments)
  expect(taken.leftOut).toEqual([])
  expect(ours[0]).toHaveLength(original[0]!.length)
  const worst = original.map((shapes, i) => shapes.map((shape, n) => gapOf(shape, ours[i]![n]!)))
  const most = (pick: (gap: Gap) => number): number => Math.max(...worst.flat().map(pick))
  expect(most(({ px }) => px)).toBeLessThanOrEqual(1)
  expect(most(({ share }) => share)).toBeLessThanOrEqual(0.01)
  expect(most(({ width }) => width)).toBeLessThanOrEqual(0.1)
  expect(most(({ channel }) => channel)).toBeLessThanOrEqual(2.55)
}

/** Opens a drawing as a document of its own. */
async function open(page: Page, svg: string): Promise<void> {
  await page.route('http://drawing.test/it.svg', (route) =>
    route.fulfill({ contentType: 'image/svg+xml', body: svg }),
  )
  await page.goto('http://drawing.test/it.svg')
  await page.unrouteAll()
}

interface Gap {
  readonly px: number
  readonly share: number
  readonly width: number
  readonly channel: number
}

function gapOf(one: PlayedShape, other: PlayedShape): Gap {
  const isFlat = [one, other].some(({ points }) => points.some((point) => point.some(Number.isNaN)))
  // Of several outlines, which became one, no length tells where a point is.
  const where = one.outlines > 1 ? 'corners' : 'points'
  const px = isFlat
    ? 0
    : Math.max(...one[where].map(([x, y], i) => Math.hypot(x - other[where][i]![0], y - other[where][i]![1])))
  const paints = (['fill', 'stroke'] as const).map((name) => paintGap(one, other, name))
  const isLined = (one.stroke?.[3] ?? 0) > 0
  return {
    px,
    share: Math.max(...paints.map(({ share }) => share)),
    channel: Math.max(...paints.map(({ channel }) => channel)),
    width: isLined ? Math.abs(one.strokeWidth - other.strokeWidth) : 0,
  }
}

/** How far paints lie apart, with all they are seen through. What covers nothing has no colour. */
function paintGap(
  one: PlayedShape,
  other: PlayedShape,
  name: 'fill' | 'stroke',
): Pick<Gap, 'share' | 'channel'> {
  const covers = (shape: PlayedShape): number =>
    (name === 'stroke' && shape.strokeWidth < 0.01 ? 0 : (shape[name]?.[3] ?? 0)) * shape.opacity
  const share = Math.abs(covers(one) - covers(other))
  const [a, b] = [one[name], other[name]]
  const isSeen = covers(one) > 0.02 && covers(other) > 0.02
  const channel = a && b && isSeen ? Math.max(...[0, 1, 2].map((i) => Math.abs(a[i]! - b[i]!))) : 0
  return { share, channel }
}
