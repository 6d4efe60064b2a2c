import type { Draft } from 'immer'
import { LIMITS, type Project } from '../../scene/index.ts'
import type { Value } from '../../property/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { layerIn } from '../refs.ts'

/** How many there are at first, and how far apart, px: enough to be seen and taken hold of. */
const FIRST = 3
const APART: Value = [60, 40]
const STEPS: Readonly<Record<string, Value>> = { 'copy offset': [0, 0], 'copy turn': 0, 'copy scale': 100 }

/**
 * Lets layers repeat their drawing: thrice at first, and once more each time. Where nothing says yet how copies lie, they
 * lie a little apart. An animated number of copies has one more at every key.
 * @throws BadEdit for a locked layer, for one that is not drawn, and beyond the most there can be
 */
export function repeatDrawing(draft: Draft<Project>, sceneId: string, ids: readonly string[]): void {
  for (const id of ids) {
    const ref = { scene: sceneId, layer: id }
    const { name, properties } = layerIn(draft, ref)
    if (!properties['copies'])
      throw new BadEdit(`“${name}” is not drawn, so it cannot repeat its drawing. Nothing was changed.`)
    const isFirst = properties['copies'].keys.length === 0 && Number(properties['copies'].value) < 2
    const next = (value: Value): number => (isFirst ? FIRST : Number(value) + 1)
    editProperty(draft, { ...ref, property: 'copies' }, (given) => {
      const change = {
        ...given,
        value: next(given.value),
        keys: given.keys.map((key) => ({ ...key, value: next(key.value) })),
      }
      if (
        [change.value, ...change.keys.map(({ value }) => value)].some(
          (count) => Number(count) > LIMITS.copies,
        )
      )
        throw new BadEdit(
          `“${name}” has ${LIMITS.copies.toLocaleString('en')} copies, which is the most. Nothing was changed.`,
        )
      return change
    })
    const isUnplaced = Object.entries(STEPS).every(([step, usual]) => {
      const { keys, value } = properties[step]!
      return keys.length === 0 && JSON.stringify(value) === JSON.stringify(usual)
    })
    if (isUnplaced)
      editProperty(draft, { ...ref, property: 'copy offset' }, (given) => ({ ...given, value: APART }))
  }
}
