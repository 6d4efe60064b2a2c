import { compileBend, type PlainBend } from '../../bend/index.ts'
import { landingOf } from '../../match/index.ts'
import { compiledOf, isMoving, type Property, type Value } from '../../property/index.ts'
import {
  compileLayerClock,
  playedProperties,
  playedProperty,
  type Project,
  type Scene,
} from '../../scene/index.ts'
import { formatRate, frameTicks, secondsOfTicks } from '../../time/index.ts'
import { BadFile } from '../badFile.ts'
import { escapeText } from '../web/index.ts'

/** A4 across, px of CSS; all else is placed on it. */
const SHEET_SIZE = [1123, 794] as const
const MARGIN = 36
/** Where the names, the strip of time and the arrivals are. */
const STRIP = { from: 250, to: 850 } as const
const ARRIVALS = 870
const TOP = 92
const LAYER_HEIGHT = 24
const ROW_HEIGHT = 52
/** Marks nearer to one another than this, px, are told by every second, third … of them. */
const NEAREST = 2.5
/** Pages are few enough to be printed. */
const MOST_PAGES = 400

interface Row {
  readonly height: number
  readonly markup: (y: number) => string
}

/** The pages of a timing sheet, each an SVG of `SHEET_SIZE`. */
interface TimingSheet {
  readonly title: string
  readonly pages: readonly string[]
}

/**
 * A scene as those who animate by hand read it: of each layer its keys on a strip of time, between them a ladder, whose steps
 * lie where the motion is at each frame, and when it starts, is fastest, is there and lands.
 * @throws BadFile where nothing moves, or it would be hundreds of pages
 * Source of ladders: common practice (timing charts of drawn animation); of arrivals: the motion model, section 16.
 */
export function timingSheet(project: Project, scene: Scene): TimingSheet {
  const rows = scene.layers.flatMap((layer): Row[] => {
    const isSceneTime = compileLayerClock(scene, layer.id, project.bends).isSceneTime
    const moves = playedProperties(layer).flatMap(({ name, label }) => {
      const property = playedProperty(layer, name, project.bends)
      if (property.split || property.keys.length === 0 || !isMoving(property)) return []
      return [moveRow(label, property, { project, scene })]
    })
    const title = isSceneTime ? layer.name : `${layer.name} (in its own time)`
    return moves.length === 0 ? [] : [layerRow(title), ...moves]
  })
  if (rows.length === 0)
    throw new BadFile(
      'Nothing moves by keys in this scene, so a timing sheet has nothing to show. Nothing was written.',
    )
  const pages = paged(rows)
  if (pages.length > MOST_PAGES)
    throw new BadFile(
      `This timing sheet would have ${pages.length} pages, more than anyone prints. Choose a shorter stretch, or fewer layers. Nothing was written.`,
    )
  const title = `${project.name}: ${scene.name}`
  return {
    title,
    pages: pages.map((page, i) => pageMarkup(page, { title, scene, number: i + 1, of: pages.length })),
  }
}

/** A timing sheet as a page that prints on A4 across. */
export function timingPage(project: Project, scene: Scene): string {
  const { title, pages } = timingSheet(project, scene)
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<title>${escapeText(title)}, timing sheet</title>
<style>
@page{size:A4 landscape;margin:0}
body{margin:0;background:#8a8f93}
svg{display:block;width:100%;max-width:1123px;margin:12px auto;background:#fff}
@media print{body{background:none}svg{width:297mm;max-width:none;height:209mm;margin:0;break-after:page}svg:last-child{break-after:auto}}
</style>
</head>
<body>
${pages.join('\n')}
</body>
</html>
`
}

/** Rows on pages; a layer’s name is never the last of one, and is said again where its moves go on. */
function paged(rows: readonly Row[]): (readonly Row[])[] {
  const room = SHEET_SIZE[1] - MARGIN - TOP
  const pages: Row[][] = [[]]
  let [used, title]: [number, Row | null] = [0, null]
  for (const row of rows) {
    const isTitle = row.height === LAYER_HEIGHT
    if (isTitle) title = row
    if (used + row.height + (isTitle ? ROW_HEIGHT : 0) > room) {
      pages.push(isTitle || !title ? [] : [title])
      used = isTitle || !title ? 0 : title.height
    }
    pages[pages.length - 1]!.push(row)
    used += row.height
  }
  return pages
}

const round = (value: number): string => String(Number(value.toFixed(2)))

function text(
  x: number,
  y: number,
  words: string,
  { size = 11, weight = 400, anchor = 'start', fill = '#1f2b33' } = {},
): string {
  return `<text x="${round(x)}" y="${round(y)}" font-size="${size}" font-weight="${weight}" text-anchor="${anchor}" fill="${fill}">${escapeText(words)}</text>`
}
const line = (x1: number, y1: number, x2: number, y2: number, more = ''): string =>
  `<line x1="${round(x1)}" y1="${round(y1)}" x2="${round(x2)}" y2="${round(y2)}"${more}/>`

/** Names are cut where they would run into the strip. */
const cut = (words: string, most: number): string =>
  words.length > most ? `${words.slice(0, most - 1)}…` : words

const layerRow = (name: string): Row => ({
  height: LAYER_HEIGHT,
  markup: (y) => text(MARGIN, y + 17, cut(name, 60), { size: 13, weight: 700 }),
})

interface Ground {
  readonly project: Project
  readonly scene: Scene
}

function moveRow(label: string, property: Property, { project, scene }: Ground): Row {
  const frame = frameTicks(scene.rate)
  const { keys, bends } = compiledOf(property, project.bends)
  const xAt = (time: number): number => STRIP.from + (time / scene.duration) * (STRIP.to - STRIP.from)
  const inScene = (t: number): boolean => t >= 0 && t <= scene.duration
  return {
    height: ROW_HEIGHT,
    markup: (y) => {
      const axis = y + 18
      const marks = keys.filter(({ t }) => inScene(t)).map(({ t }) => xAt(t))
      const told = keysTold(marks)
      const spans = keys.slice(0, -1).map((key, i) => {
        const next = keys[i + 1]!
        if (next.t < 0 || key.t > scene.duration) return ''
        return ladder(bends[i]!, { x: [xAt(key.t), xAt(next.t)], y: axis, frames: (next.t - key.t) / frame })
      })
      const shown = keys
        .filter(({ t }) => inScene(t))
        .map(({ t, value }, i) => {
          const [x, anchor] = [
            marks[i]!,
            i === 0 ? 'start' : i === marks.length - 1 ? 'end' : 'middle',
          ] as const
          const at = anchor === 'start' ? x - 4 : anchor === 'end' ? x + 4 : x
          const words = told.has(i)
            ? text(at, axis - 7, frameWords(t / frame), { size: 9, anchor, weight: 700 }) +
              text(at, axis + 30, valueWords(value), { size: 8, anchor, fill: '#5a646b' })
            : ''
          return `<circle cx="${round(x)}" cy="${round(axis)}" r="3.2" fill="#fff" stroke="#1f2b33" stroke-width="1.3"/>${words}`
        })
      return [
        text(MARGIN + 14, axis + 4, cut(label, 30)),
        line(STRIP.from, axis, STRIP.to, axis, ' stroke="#c9c4b8"'),
        ...spans,
        ...shown,
        arrivals(property, { project, scene }, axis),
      ].join('')
    },
  }
}

/** Which keys have room for words: none nearer than a word is wide to the one before; the last before its neighbour. */
function keysTold(marks: readonly number[]): ReadonlySet<number> {
  const room = 54
  const told = new Set<number>([marks.length - 1])
  let last = -Infinity
  marks.forEach((x, i) => {
    const isClear = x - last >= room && (i === marks.length - 1 || marks[marks.length - 1]! - x >= room)
    if (!isClear) return
    told.add(i)
    last = x
  })
  return told
}

/** The steps of a span: one a frame, where its motion is then; what of it is in the scene. */
function ladder(
  bend: PlainBend,
  {
    x: [from, to],
    y,
    frames,
  }: { readonly x: readonly [number, number]; readonly y: number; readonly frames: number },
): string {
  const [start, end] = [Math.max(STRIP.from, from), Math.min(STRIP.to, to)]
  if (bend.kind === 'hold') return line(start, y + 8, end, y + 8, ' stroke="#1f2b33" stroke-dasharray="2 3"')
  const every = Math.max(1, Math.ceil((NEAREST * frames) / Math.max(1, to - from)))
  const curve = compileBend(bend)
  const steps = stepsOf(frames, every)
    .map((k) => from + (to - from) * curve.progress(k / frames))
    .filter((x) => x >= STRIP.from && x <= STRIP.to)
    .map((x) => `M${round(x)} ${round(y + 3)}v8`)
  const words =
    every > 1 && end - start > 60
      ? text((start + end) / 2, y + 20, `every ${every} frames`, {
          size: 7,
          anchor: 'middle',
          fill: '#5a646b',
        })
      : ''
  return `<path d="M${round(start)} ${round(y + 3)}v10M${round(end)} ${round(y + 3)}v10M${round(start)} ${round(y + 7)}H${round(end)}${steps.join('')}" fill="none" stroke="#1f2b33" stroke-width="0.7"/>${words}`
}

/** The frames between two keys that a ladder has steps for. */
const stepsOf = (frames: number, every: number): number[] =>
  Array.from({ length: Math.max(0, Math.ceil(frames / every - 1e-9) - 1) }, (_, i) => (i + 1) * every)

function arrivals(property: Property, { project, scene }: Ground, y: number): string {
  const found = landingOf(property, project.bends)
  if (!found) return ''
  const frame = frameTicks(scene.rate)
  const at = (time: number): string => frameWords(time / frame)
  return (
    text(ARRIVALS, y - 2, `starts ${at(found.start)} · fastest ${at(found.peak)}`, { size: 10 }) +
    text(ARRIVALS, y + 12, `there ${at(found.there)} · lands ${at(found.land)}`, { size: 10 })
  )
}

const frameWords = (frames: number): string => String(Number(frames.toFixed(1)))

/** A value in a few marks. */
function valueWords(value: Value): string {
  const short = (one: number): string => String(Number(one.toFixed(1)))
  if (typeof value === 'number') return short(value)
  if (typeof value === 'string') return cut(value, 12)
  if (typeof value === 'boolean') return value ? 'on' : 'off'
  return 'vertices' in value ? '' : value.map(short).join(', ')
}

function pageMarkup(
  rows: readonly Row[],
  {
    title,
    scene,
    number,
    of,
  }: { readonly title: string; readonly scene: Scene; readonly number: number; readonly of: number },
): string {
  const [width, height] = SHEET_SIZE
  let y = TOP
  const body = rows.map((row) => {
    const markup = row.markup(y)
    y += row.height
    return markup
  })
  const frames = Math.ceil(scene.duration / frameTicks(scene.rate))
  const facts = `${formatRate(scene.rate)} frames a second, ${frames} frames, ${round(secondsOfTicks(scene.duration))} s`
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="'Atkinson Hyperlegible Next Variable','Atkinson Hyperlegible Next',sans-serif">
<rect width="${width}" height="${height}" fill="#fff"/>
${text(MARGIN, 50, cut(title, 80), { size: 17, weight: 700 })}${text(width - MARGIN, 50, `${facts}; page ${number} of ${of}`, { anchor: 'end' })}
${ruler(scene, y)}
${body.join('\n')}
</svg>`
}

/** Frames along the top, and faint lines down the page. */
function ruler({ rate, duration }: Scene, bottom: number): string {
  const frames = duration / frameTicks(rate)
  const step =
    [1, 2, 4, 6, 12, 24, 48, 96, 240, 480, 960].find(
      (one) => ((STRIP.to - STRIP.from) * one) / frames >= 40,
    ) ?? Math.ceil(frames / 12)
  return Array.from({ length: Math.floor(frames / step + 1e-9) + 1 }, (_, i) => {
    const x = STRIP.from + ((STRIP.to - STRIP.from) * i * step) / frames
    return (
      text(x, 78, String(i * step), { size: 9, anchor: 'middle', fill: '#5a646b' }) +
      line(x, 84, x, bottom, ' stroke="#e9e5db"')
    )
  }).join('')
}
