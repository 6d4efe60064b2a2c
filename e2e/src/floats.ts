import { writeFile } from 'node:fs/promises'
import { expect, test, type Locator, type Page } from '@playwright/test'
import type { Project } from '@arrow-bend/core/scene'
import { frameTicks, ticksOfFrame } from '@arrow-bend/core/time'
import { sampleCommand } from '../../cli/src/sampleCommand.ts'
import { crowdedDeck } from '../../demo/src/crowdedDeck.ts'
import { savedFile } from './desk.ts'

const RATE = { num: 24, den: 1 }
export const FRAME = frameTicks(RATE)

/**
 * Three layers, Float 1 to 3, of five lanes with four keys each: a position's on frames 0, 12, 24 and 36, those of
 * every further lane a frame later. The scene lasts six seconds, 144 frames.
 */
export function floats(): Project {
  const made = crowdedDeck({ layers: 3, keys: 4, every: 12 })
  const [scene] = made.scenes
  const duration = ticksOfFrame(144, RATE)
  const layers = scene!.layers.map((layer) => ({
    ...layer,
    span: [ticksOfFrame(0, RATE), duration] as const,
  }))
  return { ...made, scenes: [{ ...scene!, duration, layers }] }
}

/** A property at every frame, as `arrow-bend sample` reads it from the file that is saved now. */
export async function samples(page: Page, layer: string, property: string): Promise<number[][]> {
  const { bytes } = await savedFile(page)
  const path = test.info().outputPath('saved.bend')
  await writeFile(path, bytes)
  const csv = await sampleCommand([path, '--layer', layer, '--property', property])
  return csv
    .trim()
    .split('\n')
    .slice(1)
    .map((row) => row.split(',').slice(2).map(Number))
}

/** The frames a property's keys stand on in the file that is saved now. */
export async function keyFrames(page: Page, layer: string, property: string): Promise<number[]> {
  const { project } = await savedFile(page)
  const found = project.scenes[0]!.layers.find(({ name }) => name === layer)!.properties[property]!
  return found.keys.map(({ t }) => t / FRAME)
}

/** Values that are the same to a bound, row by row. */
export function expectSame(
  after: readonly number[][],
  before: readonly number[][],
  pairs: readonly (readonly [after: number, before: number])[],
  within = 1e-6,
): void {
  expect(pairs.length).toBeGreaterThan(5)
  for (const [there, here] of pairs) {
    const gaps = before[here]!.map((value, i) => Math.abs(after[there]![i]! - value))
    expect(Math.max(...gaps), `frame ${there} is to show what ${here} did`).toBeLessThan(within)
  }
}

/** The nth button of a name, such as that of a lane. */
export const lane = (page: Page, name: string, nth = 0): Locator =>
  page.getByRole('button', { name, exact: true }).nth(nth)

/** Whole numbers from one to another, both included. */
export const range = (from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, i) => from + i)

export const undo = (page: Page): Promise<void> => page.keyboard.press('Control+z')
