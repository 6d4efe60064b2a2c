import { readdirSync, readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { readMovingFile, takenProject, type LeftOut } from '@arrow-bend/core/format/takeOver'
import { exportSvg } from '@arrow-bend/core/format/web'
import { secondsOfTicks } from '@arrow-bend/core/time'
import { sha256Of } from '../../core/test/blobs.ts'
import { SMIL_DRAWINGS, STYLED_DRAWINGS } from './movingDrawings.ts'
import { farthestApart, pictureAt } from './pagePictures.ts'
import { playedShapes, type PlayedShape } from './playedShapes.ts'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

const PACKAGES = new URL('../../node_modules/', import.meta.url)

/** Moving drawings of open collections (MIT), by elements that animate and by style; the larger is looked at 60 times a file. */
const COLLECTIONS: Readonly<
  Record<string, { readonly folders: readonly string[]; readonly looks?: number }>
> = {
  'svg-loaders': { folders: ['svg-loaders/svg-smil-loaders/', 'svg-loaders/svg-css-loaders/'] },
  'svg-spinners': { folders: ['svg-spinners/svg/'], looks: 60 },
}
/** Of 255, averaged over small squares: edges are smoothed a little otherwise where they lie a ten-thousandth of a px away. */
const DRAWN_ALIKE = 4
/** Of a collection's files this share comes over whole and plays as in the browser; the others say why they do not. */
const LEAST_WHOLE = 0.95

for (const [collection, { folders, looks }] of Object.entries(COLLECTIONS))
  test(`the files of ${collection} play as the browser plays them`, async ({ page }) => {
    const files = folders.flatMap((folder) => {
      const path = new URL(folder, PACKAGES)
      return readdirSync(path).map((name) => new URL(name, path))
    })
    const whole: string[] = []
    for (const url of files) {
      const { gap, leftOut } = await playedBeside(page, url.pathname, String(readFileSync(url)), looks)
      const isSame = gap.px <= 1 && gap.share <= 0.01 && gap.width <= 0.1 && gap.channel <= 2.55
      if (isSame && leftOut.length === 0) whole.push(url.pathname)
      else expect(leftOut, `${url.pathname} ${JSON.stringify(gap)}`).not.toEqual([])
    }
    expect(files.length).toBeGreaterThanOrEqual(24)
    expect(whole.length / files.length).toBeGreaterThanOrEqual(LEAST_WHOLE)
  })

for (const [how, drawings] of Object.entries({ elements: SMIL_DRAWINGS, style: STYLED_DRAWINGS }))
  for (const [name, svg] of Object.entries(drawings))
    test(`moved by ${how}: ${name}, as the browser plays it`, async ({ page }) => {
      await comparePlayed(page, name, svg)
    })

// The browser tells neither of shapes in what a use shows, nor of the colours of a gradient: what is drawn is compared.
for (const { what, file, stoppedAt } of [
  {
    what: 'what moves in symbols and uses',
    file: 'usedDrawing.svg',
    // Nor does it of animations there: they are stopped by style.
    stoppedAt: (time: number) =>
      `*{animation-play-state:paused!important;animation-delay:${-time}ms!important}`,
  },
  {
    what: 'what gradients fill that move themselves',
    file: 'gradientDrawing.svg',
    stoppedAt: () => '',
  },
])
  test(`${what} is drawn as the browser draws it`, async ({ page }) => {
    const svg = String(readFileSync(new URL(file, import.meta.url)))
    let ids = 0
    const makeId = (): string => `i${(ids += 1)}`
    const taken = readMovingFile(new TextEncoder().encode(svg), 'drawing', makeId)!
    expect(taken.leftOut).toEqual([])
    expect(taken.layers.map(({ kind }) => kind)).not.toContain('image')
    const { project } = await takenProject(taken, { makeId, sha256: sha256Of })
    const ours = exportSvg(project, project.scenes[0]!, { flavour: 'smil', pictureUrl: () => '' })
    for (const time of [110, 730, 1570]) {
      const stopped = svg.replace('</style>', `${stoppedAt(time)}</style>`)
      const wanted = await pictureAt(page, stopped, time)
      const found = await pictureAt(page, ours, time)
      expect(await farthestApart(page, wanted, found), `at ${time} ms`).toBeLessThanOrEqual(DRAWN_ALIKE)
      const later = await pictureAt(page, ours, time + 200)
      expect(await farthestApart(page, wanted, later)).toBeGreaterThan(4 * DRAWN_ALIKE)
    }
  })

async function comparePlayed(page: Page, name: string, svg: string): Promise<void> {
  const { gap, leftOut } = await playedBeside(page, name, svg)
  expect(leftOut).toEqual([])
  expect(gap.px).toBeLessThanOrEqual(1)
  expect(gap.share).toBeLessThanOrEqual(0.01)
  expect(gap.width).toBeLessThanOrEqual(0.1)
  expect(gap.channel).toBeLessThanOrEqual(2.55)
}

/** How far what our own export of a drawing shows lies from what the browser shows of the drawing, at every frame or as many looks. */
async function playedBeside(
  page: Page,
  name: string,
  svg: string,
  mostLooks = Infinity,
): Promise<{ readonly gap: Gap; readonly leftOut: readonly LeftOut[] }> {
  let ids = 0
  const makeId = (): string => `i${(ids += 1)}`
  const taken = readMovingFile(new TextEncoder().encode(svg), name, makeId)!
  const { project } = await takenProject(taken, { makeId, sha256: sha256Of })
  const scene = project.scenes[0]!
  const frames = Math.round((secondsOfTicks(scene.duration) * scene.rate.num) / scene.rate.den)
  // Between two frames, so that no jump falls on a look.
  const step = Math.max(1, Math.ceil(frames / mostLooks))
  const moments = Array.from(
    { length: Math.floor(frames / step) },
    (_, i) => ((i * step + 0.5) * scene.rate.den) / scene.rate.num,
  )
  await open(page, svg)
  const original = await playedShapes(page, moments)
  await open(page, exportSvg(project, scene, { flavour: 'css', transparent: true, pictureUrl: () => '' }))
  const ours = await playedShapes(page, moments)
  expect(ours[0], name).toHaveLength(original[0]!.length)
  const gaps = original.flatMap((shapes, i) => shapes.map((shape, n) => gapOf(shape, ours[i]![n]!)))
  const most = (pick: (gap: Gap) => number): number => Math.max(0, ...gaps.map(pick))
  return {
    gap: {
      px: most(({ px }) => px),
      share: most(({ share }) => share),
      width: most(({ width }) => width),
      channel: most(({ channel }) => channel),
    },
    leftOut: taken.leftOut,
  }
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
  // Of several outlines, which became one, no length tells where a point is.
  const where = one.outlines > 1 ? 'corners' : 'points'
  const isFlat = [one, other].some(({ outlines, points }) => outlines === 1 && points.length === 0)
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
