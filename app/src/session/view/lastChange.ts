import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { findProperty, type PropertyRef } from '@arrow-bend/core/edit'
import type { Project } from '@arrow-bend/core/scene'
import { useDocument } from '../document/document.ts'

const nameOf = ({ layer, property }: PropertyRef): string => `${layer}/${property}`

/** The properties of a scene's layers that differ between two states of a project; of layers that are in both. */
function changedBetween(from: Project, to: Project, scene: string): PropertyRef[] {
  const [before, after] = [from, to].map(({ scenes }) => scenes.find(({ id }) => id === scene))
  if (!before || !after || before === after) return []
  const old = new Map(before.layers.map((layer) => [layer.id, layer]))
  return after.layers.flatMap(({ id, properties }) => {
    const was = old.get(id)
    if (!was || was.properties === properties) return []
    return Object.keys(properties)
      .filter((name) => was.properties[name] && was.properties[name] !== properties[name])
      .map((property) => ({ scene, layer: id, property }))
  })
}

/**
 * What the last step changed that stands still: a key is set there first, and an offer to animate it stands beside it.
 * The offer is made once for each property.
 */
export const useLastChange = defineStore('lastChange', () => {
  const document = useDocument()
  const offered = shallowRef<ReadonlySet<string>>(new Set())

  /** Properties without keys that the last step gave other values; none where it did more than that. */
  const still = computed<readonly PropertyRef[]>(() => {
    const step = document.lastStep
    if (!step) return []
    const changed = changedBetween(step.from, step.to, document.sceneId)
    // Words and switches are seldom meant to move.
    const isStill = (ref: PropertyRef): boolean =>
      [step.from, step.to].every((project) => {
        const property = findProperty(project, ref)
        return property?.keys.length === 0 && property.kind !== 'choice'
      })
    return changed.every(isStill) ? changed : []
  })
  watch(still, (_, before) => {
    if (before.length > 0) offered.value = new Set([...offered.value, ...before.map(nameOf)])
  })
  watch(
    () => document.project?.id,
    () => (offered.value = new Set()),
  )
  const offers = computed(() => new Set(still.value.map(nameOf).filter((name) => !offered.value.has(name))))
  return {
    still,
    /** Whether it is offered beside a property's value to animate it. */
    isOffered: (ref: PropertyRef): boolean => offers.value.has(nameOf(ref)),
  }
})
