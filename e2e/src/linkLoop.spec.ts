import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import { applyRecipe, makeLoop } from '@arrow-bend/core/edit'
import { makeLayer, PROJECT_VERSION, type Layer, type Project } from '@arrow-bend/core/scene'
import type { Value } from '@arrow-bend/core/property'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { type } from './desk.ts'
import { showStored } from './storedProject.ts'

const LOOP_SECONDS = 2
const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const layer = (values: Readonly<Record<string, Value>>): Layer =>
  makeLayer({ id: 'a', name: 'Lamp', kind: 'rectangle', span: [at(0), at(4)], values })

/** A project whose one layer goes one link further in the loop, and stays there after it. */
function loopedOnce(given: Layer, way: 1 | -1): Project {
  let count = 0
  const made: Project = {
    format: 'arrow-bend/project',
    version: PROJECT_VERSION,
    id: 'project',
    name: 'Link',
    scenes: [
      {
        id: 'scene',
        name: 'Scene',
        size: [1280, 720],
        rate: { num: 24, den: 1 },
        duration: at(4),
        background: '#f6f3ea',
        layers: [given],
        markers: [],
        playRange: null,
      },
    ],
    bends: [],
    assets: [],
  }
  const { project } = applyRecipe(made, (draft) => {
    const ref = { scene: 'scene', layer: 'a', property: 'copies' }
    const options = { from: at(0), to: at(LOOP_SECONDS), joined: true }
    makeLoop(draft, [ref], { end: { kind: 'link', way }, ...options, makeId: () => `k${(count += 1)}` })
  })
  // Where it comes again from the beginning, its end is never seen.
  return JSON.parse(
    JSON.stringify(project, (name, value: unknown) =>
      name === 'before' || name === 'after' ? undefined : value,
    ),
  ) as Project
}

// Source: own; the end of a loop is its beginning seen again, or the next round would jump.
const LOOPS: readonly [string, Layer, 1 | -1][] = [
  [
    'a ring turned by one of its twelve lamps',
    layer({
      position: [640, 140],
      pivot: [0, 220],
      size: [50, 90],
      copies: 12,
      'copy turn': 30,
    }),
    1,
  ],
  [
    'a chain from beyond one edge of the frame to beyond the other',
    layer({ position: [-300, 360], size: [60, 40], turn: 10, copies: 30, 'copy offset': [64, 6] }),
    -1,
  ],
  [
    'an endless zoom from outside the frame to less than a pixel',
    layer({
      position: [640, 360],
      size: [3000, 1700],
      fill: '#00000000',
      'stroke width': 60,
      copies: 50,
      'copy scale': 82,
    }),
    1,
  ],
]
for (const [name, given, way] of LOOPS)
  test(`the picture at the end of a loop is the one at its beginning, pixel by pixel: ${name}`, async ({
    page,
  }) => {
    await showStored(page, loopedOnce(given, way))
    await page.getByRole('button', { name: 'Actual size' }).click()
    /** Largest difference of a channel from the picture at the beginning, 0 … 255. */
    const apartAt = async (seconds: number): Promise<number> => {
      await type(page, 'Current time', `${seconds}s`)
      return page.evaluate(() => {
        const canvas = document.querySelector('canvas')!
        const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height)
        const kept = window as unknown as { atStart?: Uint8ClampedArray }
        kept.atStart ??= data
        return data.reduce((most, part, i) => Math.max(most, Math.abs(part - kept.atStart![i]!)), 0)
      })
    }
    expect(await apartAt(0)).toBe(0)
    expect(await apartAt(LOOP_SECONDS / 2)).toBeGreaterThan(60)
    // By a rounding of the coverage of an edge.
    expect(await apartAt(LOOP_SECONDS)).toBeLessThanOrEqual(2)
  })
