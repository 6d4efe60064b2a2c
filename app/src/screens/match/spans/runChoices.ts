import type { RunRef } from '@arrow-bend/core/edit'
import { timedKeys } from '@arrow-bend/core/property'
import { definitionOf, type Layer, type Scene } from '@arrow-bend/core/scene'
import type { Ticks } from '@arrow-bend/core/time'
import { runKey } from '../../../session/view/matchRuns.ts'

/** A run one may compare, in words. */
export interface RunChoice {
  readonly key: string
  /** Layer and property. */
  readonly words: string
  /** Which of the lane's keys it is between. */
  readonly part: string
  readonly run: RunRef
}

export interface RunSearch {
  /** Words that its layer and property have to have, in small letters. */
  readonly words: readonly string[]
  /** Its keys lie within these, ends included. */
  readonly from: Ticks
  readonly until: Ticks
}

/** What moves in a scene within two times: each lane's spans there, and first all of them as one run. */
export function runChoices(scene: Scene, search: RunSearch): RunChoice[] {
  return scene.layers.flatMap((layer) =>
    Object.keys(layer.properties).flatMap((property) => choicesOfLane(scene, layer, property, search)),
  )
}

function choicesOfLane(
  scene: Scene,
  layer: Layer,
  name: string,
  { words: wanted, from, until }: RunSearch,
): RunChoice[] {
  const property = layer.properties[name]!
  if (property.keys.length < 2 || property.kind === 'choice') return []
  const words = `${layer.name} ${definitionOf(layer.kind, name)?.label.toLowerCase() ?? name}`
  if (!wanted.every((word) => words.toLowerCase().includes(word))) return []
  const keys = timedKeys(property)
  const within = keys.flatMap(({ t }, i) => (t >= from && t <= until ? [i] : []))
  const [first, last] = [within[0]!, within.at(-1)!]
  const between = (a: number, b: number, part = `keys ${a + 1} to ${b + 1}`): RunChoice => {
    const run = { scene: scene.id, layer: layer.id, property: name, from: keys[a]!.id, to: keys[b]!.id }
    return { key: runKey(run), words, part, run }
  }
  const spans = within.slice(0, -1).map((i) => between(i, i + 1))
  if (spans.length < 2) return spans
  const isWhole = spans.length === keys.length - 1
  return [between(first, last, isWhole ? `all ${spans.length} spans` : undefined), ...spans]
}
