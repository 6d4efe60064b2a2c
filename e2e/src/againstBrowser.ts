import { randomUUID } from 'node:crypto'
import type { Page } from '@playwright/test'
import {
  makeLayer,
  PROJECT_VERSION,
  type Layer,
  type LayerKind,
  type LayerMask,
  type Project,
  type Scene,
} from '@arrow-bend/core/scene'
import type { Property, Value } from '@arrow-bend/core/property'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { showStored } from './storedProject.ts'
import { frameOnScreen } from './stage.ts'

const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const GROUND = '#f6f3ea'

interface Drawn {
  readonly mask?: LayerMask
  readonly parent?: string
  /** Properties that only some layers of the kind have. */
  readonly more?: Readonly<Record<string, Property>>
}
/** A layer of four seconds; shapes without a line unless one is given. */
export const drawnLayer = (
  id: string,
  kind: LayerKind,
  values: Readonly<Record<string, Value>>,
  { mask, parent, more }: Drawn = {},
): Layer => {
  const made = makeLayer({
    id,
    name: id,
    kind,
    parent: parent ?? null,
    span: [at(0), at(4)],
    values: kind === 'group' ? values : { 'stroke width': 0, ...values },
  })
  return { ...made, properties: { ...made.properties, ...more }, ...(mask ? { mask } : {}) }
}
export const projectOf = (layers: readonly Layer[]): Project => ({
  format: 'arrow-bend/project',
  version: PROJECT_VERSION,
  id: 'project',
  name: 'Trial',
  scenes: [
    {
      id: 'scene',
      name: 'Scene',
      size: [1280, 720],
      rate: { num: 24, den: 1 },
      duration: at(4),
      background: GROUND,
      layers,
      markers: [],
      playRange: null,
    },
  ],
  bends: [],
  assets: [],
})

/** Opens a scene of some layers and shows it at 100 %, a px of the stage one of the screen. */
export async function openLayers(
  page: Page,
  layers: readonly Layer[],
  more: Partial<Pick<Project, 'bends'>> & Partial<Pick<Scene, 'rules'>> = {},
): Promise<void> {
  await showStored(page, { ...withMore(projectOf(layers), more), id: randomUUID() })
  await page.getByRole('button', { name: 'Actual size' }).click()
}

function withMore(
  project: Project,
  { bends = [], rules }: Partial<Pick<Project, 'bends'>> & Partial<Pick<Scene, 'rules'>>,
): Project {
  return {
    ...project,
    bends,
    scenes: project.scenes.map((scene) => ({ ...scene, ...(rules ? { rules } : {}) })),
  }
}

/** How far the stage is from a drawing by the browser: mean difference of a channel, of 255. A px of the stage is one of the screen. */
export async function apartFrom(page: Page, svg: string): Promise<number> {
  const { x, y } = await frameOnScreen(page, 1280)
  return page.evaluate(
    async ({ text, at: [frameX, frameY] }) => {
      const canvas = document.querySelector('canvas')!
      const box = canvas.getBoundingClientRect()
      const image = new Image()
      image.src = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }))
      await image.decode()
      const other = new OffscreenCanvas(canvas.width, canvas.height).getContext('2d')!
      other.drawImage(image, Math.round(frameX! - box.x), Math.round(frameY! - box.y))
      const [a, b] = [canvas.getContext('2d')!, other].map(
        (on) => on.getImageData(0, 0, canvas.width, canvas.height).data,
      )
      return a!.reduce((sum, part, i) => sum + Math.abs(part - b![i]!), 0) / a!.length
    },
    { text: svg, at: [x, y] },
  )
}
/** A scene of the same size and ground, drawn by the browser. */
export const svgOf = (defs: string, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="1280" height="720" viewBox="0 0 1280 720"><defs>${defs}</defs><rect width="1280" height="720" fill="${GROUND}"/>${body}</svg>`
