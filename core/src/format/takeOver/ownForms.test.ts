import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { blobOf, bytesOf, sha256Of } from '../../../test/blobs.ts'
import { NO_LINKS, type BendLibrary } from '../../bend/index.ts'
import { srgbOf, type OklabAlpha } from '../../property/index.ts'
import { applyMatrix, compileScene, sampleSceneInto, type Scene } from '../../scene/index.ts'
import { frameTicks, secondsOfTicks, ticksOfSeconds } from '../../time/index.ts'
import { writeForm } from '../handOver/index.ts'
import { readBendFile } from '../project/index.ts'
import { readMovingFile } from './index.ts'

const demo = new URL('../../../../demo/made/lantern-regatta.bend', import.meta.url)
const { project, assets } = await readBendFile(blobOf(readFileSync(demo)), sha256Of)
const scene = project.scenes[0]!
const library: BendLibrary = project.bends

const urls = new Map<string, string>()
for (const { id, type, sha256 } of project.assets) {
  const bytes = Buffer.from(await bytesOf(assets.get(sha256)!))
  urls.set(id, `data:${type};base64,${bytes.toString('base64')}`)
}
const pictureUrl = (id: string): string => urls.get(id)!

/** How many keyframes a file holds, by what each is written with. */
const KEYS = {
  html: (text: string) => text.match(/%\{/g)!.length,
  'svg-css': (text: string) => text.match(/%\{/g)!.length,
  'svg-smil': (text: string) =>
    [...text.matchAll(/keyTimes="([^"]*)"/g)].reduce((sum, [, times]) => sum + times!.split(';').length, 0),
  webanimations: (text: string) => text.match(/"offset":/g)!.length,
  lottie: (text: string) => text.match(/"t":/g)!.length,
} as const

/** Where every drawn layer is at a moment, how much of it shows and its colour, by its name. */
function shown(of: Scene, by: BendLibrary, seconds: readonly number[]) {
  const sampler = compileScene(of, by)
  return seconds.map((moment) => {
    const items = sampleSceneInto(sampler, ticksOfSeconds(moment))
    return new Map(
      items.map((item) => {
        const at = ([x, y]: readonly [number, number]) => applyMatrix(item.matrix, x, y)
        const fill = 'fill' in item ? srgbOf([...item.fill] as unknown as OklabAlpha) : null
        // Of an outline its own points are meant: where its layer's 0, 0 lies in it is nobody's concern.
        const places =
          item.kind === 'path'
            ? item.outline.vertices.map((vertex) => vertex.at)
            : ([
                [0, 0],
                [100, 0],
                [0, 100],
              ] as const)
        const points = places.map(at)
        return [item.layer.name, { points, opacity: item.shown ? item.opacity : 0, fill }] as const
      }),
    )
  })
}

const WITHOUT_TEXTS = new Set(['Title', 'Subtitle'])

it.each(['html', 'svg-css', 'svg-smil', 'webanimations', 'lottie'] as const)(
  'the demo as %s comes back with the same motion and no more keys than the file has',
  (form) => {
    const text = writeForm(project, scene, form, { pictureUrl })
    let ids = 0
    const taken = readMovingFile(new TextEncoder().encode(text), 'demo', () => `i${(ids += 1)}`)!
    expect(taken.leftOut).toEqual([])
    expect(taken.size).toEqual(scene.size)
    expect(secondsOfTicks(taken.duration)).toBe(12)
    expect(taken.rate).toEqual(scene.rate)
    expect(taken.layers.filter(({ kind }) => kind === 'group').map(({ name }) => name)).toEqual(['Harbour'])
    expect(taken.background).toBe(scene.background)
    const keys = taken.layers.flatMap(({ properties }) =>
      Object.values(properties).flatMap((one) => one.keys),
    )
    expect(keys.length).toBeLessThanOrEqual(KEYS[form](text))
    const back: Scene = { ...taken, id: 'back', background: '#000000', markers: [], playRange: null }
    const frames = scene.duration / frameTicks(scene.rate)
    // Between two frames, so that no jump falls on a look.
    const moments = Array.from({ length: frames }, (_, i) => (i + 0.5) / 24)
    const theirs = shown(back, NO_LINKS, moments)
    const worst = { px: 0, share: 0, channel: 0 }
    shown(scene, library, moments).forEach((layers, i) => {
      for (const [name, was] of layers) {
        const is = theirs[i]!.get(name)
        if (!is && form === 'lottie' && WITHOUT_TEXTS.has(name)) continue
        expect(is, name).toBeDefined()
        worst.share = Math.max(worst.share, Math.abs(was.opacity - is!.opacity))
        if (was.opacity < 0.001) continue
        const px = was.points.map(([x, y], n) => Math.hypot(x - is!.points[n]![0], y - is!.points[n]![1]))
        worst.px = Math.max(worst.px, ...px)
        if (was.fill)
          worst.channel = Math.max(
            worst.channel,
            ...was.fill.map((part, n) => Math.abs(part - is!.fill![n]!)),
          )
      }
    })
    // The export is within 0.1 px and what was read is within 0.1 px of it: the sum, and a turn's at 100 px from the middle.
    expect(worst.px).toBeLessThanOrEqual(0.3)
    expect(worst.share).toBeLessThanOrEqual(0.003)
    expect(worst.channel).toBeLessThanOrEqual(0.01)
  },
)
