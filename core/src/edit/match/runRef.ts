import type { Draft } from 'immer'
import { runOf, type Run } from '../../match/index.ts'
import { compiledOf, timedKeys, type Key, type Property } from '../../property/index.ts'
import type { BendLibrary, PlainBend } from '../../bend/index.ts'
import { playedProperty, type Layer, type Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { libraryIn, undrafted } from '../editProperty.ts'
import { layerIn, type KeyRef, type PropertyRef } from '../refs.ts'

/** A run of spans of one property: all from one of its keys to another. */
export interface RunRef extends PropertyRef {
  /** The key it begins at and the one it ends at, ids. */
  readonly from: string
  readonly to: string
}

/** A run with all that is known about it. */
export interface ReadRun {
  readonly ref: RunRef
  readonly layer: Layer
  readonly property: Property
  /** Its timed keys, two at least. */
  readonly keys: readonly Key[]
  readonly run: Run
}

/**
 * The run a ref names.
 * @throws BadEdit when one of its keys is gone; BadMatch where it has no progress that could be compared
 */
export function readRun(project: Project, ref: RunRef): ReadRun {
  const scene = project.scenes.find(({ id }) => id === ref.scene)
  return readRunOf(
    scene?.layers.find(({ id }) => id === ref.layer),
    ref,
    project.bends,
  )
}

/** The run a ref names in a draft, as it stands there. Throws as `readRun` does. */
export function runIn(draft: Draft<Project>, ref: RunRef): ReadRun {
  return readRunOf(undrafted<Layer>(layerIn(draft, ref)), ref, libraryIn(draft))
}

function readRunOf(layer: Layer | undefined, ref: RunRef, library: BendLibrary): ReadRun {
  if (!layer || !Object.hasOwn(layer.properties, ref.property)) throw gone()
  const property = playedProperty(layer, ref.property, library)
  const timed = timedKeys(property)
  const first = timed.findIndex(({ id }) => id === ref.from)
  const last = timed.findIndex(({ id }) => id === ref.to)
  if (first < 0 || last <= first) throw gone()
  const keys = timed.slice(first, last + 1)
  const run = runOf(property, {
    name: `The ${ref.property} of “${layer.name}”`,
    library,
    from: keys[0]!.t,
    to: keys.at(-1)!.t,
  })
  return { ref, layer, property, keys, run }
}

const gone = (): BadEdit => new BadEdit('A key of this run is no longer there. Nothing was changed.')

/** The keys of a run. */
export const keysOfRun = ({ ref, keys }: ReadRun): KeyRef[] => keys.map(({ id }) => keyRef(ref, id))

/** The spans of a run, by the keys they begin at. */
export const spansOfRun = (run: ReadRun): KeyRef[] => keysOfRun(run).slice(0, -1)

export const keyRef = ({ scene, layer, property }: PropertyRef, key: string): KeyRef => ({
  scene,
  layer,
  property,
  key,
})

/** The bends of a run as they are played, in order. */
export function bendsOfRun({ property, keys }: ReadRun, library: BendLibrary): readonly PlainBend[] {
  const compiled = compiledOf(property, library)
  const first = compiled.keys.findIndex(({ id }) => id === keys[0]!.id)
  return compiled.bends.slice(first, first + keys.length - 1)
}
