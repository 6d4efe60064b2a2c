import { clamp } from '@arrow-bend/core/number'
import { compiledOf, valueAt } from '@arrow-bend/core/property'
import { setValueAt, type PropertyRef } from '@arrow-bend/core/edit'
import { layerById, layerTimeAt } from '@arrow-bend/core/scene'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import type { PropertyRow } from '../rows.ts'

/** What an edit of one number does to another one like it: sets it to the same, or changes it by as much. */
export type NumberChange = (now: number) => number

/** A layer whose property an edit is for, with its numbers as they were when the edit began. */
interface Target {
  readonly ref: PropertyRef
  readonly start: readonly number[]
}

/** Pairs whose two numbers may keep their proportion. */
const PROPORTIONED = ['scale', 'size']

/**
 * What an edit of a property's numbers is for: its layer, and where that is one of several selected layers, the same
 * property of all of them.
 */
export function useValueTargets(row: () => PropertyRow) {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const selection = useSelection()

  const layers = (): readonly string[] => {
    const own = row().layer.id
    const whole = selection.keys.length + selection.spans.length === 0
    return whole && selection.hasLayer(own) ? [own, ...selection.layers.filter((id) => id !== own)] : [own]
  }
  /** How many layers the next edit is for, at most: those that have no such property are left out. */
  const count = (): number => layers().length
  const targets = (): Target[] => {
    const { definition, property: like } = row()
    const scene = document.scene!
    return layers().flatMap((id, i) => {
      const layer = layerById(scene, id)
      const property = layer?.properties[definition.name]
      if (
        !layer ||
        !property ||
        property.kind !== like.kind ||
        Boolean(property.split) !== Boolean(like.split)
      )
        return []
      if (i > 0 && layer.locked) return []
      const time = layerTimeAt(scene, id, playback.time, document.bends)
      const start = [...valueAt(compiledOf(property, document.bends), time)]
      return [{ ref: { scene: scene.id, layer: id, property: definition.name }, start }]
    })
  }
  const isProportioned = (): boolean =>
    preferences.keepProportions && PROPORTIONED.includes(row().definition.name)

  /** Numbers after one of them was changed; the other follows where their proportion is kept. */
  const changed = (start: readonly number[], component: number, change: NumberChange): number[] => {
    const [low, high] = row().definition.limits ?? [-Infinity, Infinity]
    const to = clamp(change(start[component]!), low, high)
    return start.map((number, i) => {
      if (i === component) return to
      const follows = isProportioned() && start[component] !== 0
      return follows ? clamp((number * to) / start[component]!, low, high) : number
    })
  }
  const recipe =
    (begun: readonly Target[], component: number, change: NumberChange): Recipe<unknown> =>
    (draft) => {
      for (const { ref, start } of begun) {
        const list = changed(start, component, change)
        setValueAt(draft, ref, playback.time, {
          value: list.length === 1 ? list[0]! : [list[0]!, list[1]!],
          autoKey: preferences.autoKey,
          makeId: document.makeId,
        })
      }
    }
  return { targets, count, isProportioned, recipe }
}
