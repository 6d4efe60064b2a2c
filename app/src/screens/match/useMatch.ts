import { computed, type ComputedRef } from 'vue'
import { readRun, type ReadRun, type RunRef } from '@arrow-bend/core/edit'
import { largestApart, peakOf } from '@arrow-bend/core/match'
import { compiledOf, type CompiledProperty, type Property } from '@arrow-bend/core/property'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { definitionOf, type LaneHue, type NamedBend, type Project } from '@arrow-bend/core/scene'
import { frameTicks } from '@arrow-bend/core/time'
import { deferUntilIdle } from '../../session/document/deferUntilIdle.ts'
import { useDeferredViews } from '../../session/document/deferredViews.ts'
import { useDocument } from '../../session/document/document.ts'
import { runKey, useMatchRuns } from '../../session/view/matchRuns.ts'

/** A run that is laid over others, as it stands now. */
export interface MatchEntry {
  readonly key: string
  readonly ref: RunRef
  readonly layer: string
  readonly property: string
  readonly unit: string
  readonly hue: LaneHue
  /** null where it cannot be compared; then `trouble` says why. */
  readonly read: ReadRun | null
  readonly trouble: string
  readonly compiled: CompiledProperty | null
  /** The library it was read with. */
  readonly bends: readonly NamedBend[]
}

/** How a run differs from the first. */
export interface MatchDifference {
  /** % of the change, the other’s less the first’s where it is largest. */
  readonly percent: number
  /** Frame of the scene at which the first is there, or share of its time, %. */
  readonly frame: number
  readonly share: number
  /** In the other’s own unit. */
  readonly units: number
  readonly startFrames: number
  readonly endFrames: number
}

/** When a run is fastest and how far it goes past its ends. */
export interface MatchCharacter {
  readonly peakFrame: number
  /** % of its change a second. */
  readonly peakPercent: number
  readonly overshoot: number
}

export interface Match {
  /** All runs; they wait for the hand to rest where frames are short. */
  readonly entries: ComputedRef<readonly MatchEntry[]>
  /** A among them: what the others are compared with, as it was when they were read. */
  readonly reference: ComputedRef<MatchEntry | null>
  /** A and B as they are now. */
  readonly first: ComputedRef<MatchEntry | null>
  readonly second: ComputedRef<MatchEntry | null>
  /** @param from what it is compared with: A, unless told otherwise */
  readonly differenceOf: (entry: MatchEntry, from?: MatchEntry | null) => MatchDifference | null
  readonly characterOf: (entry: MatchEntry) => MatchCharacter | null
  readonly agrees: (entry: MatchEntry, from?: MatchEntry | null) => boolean
}

/** Looks at a span while things move: enough for whatever bends are drawn by hand. */
const LOOKS_A_SPAN = 32

interface KnownRead {
  readonly property: Property
  readonly bends: readonly NamedBend[]
  readonly layer: string
  readonly entry: MatchEntry
}

/** The runs compared, worked out anew where they changed only. */
export function useMatch(): Match {
  const document = useDocument()
  const store = useMatchRuns()
  const deferred = useDeferredViews()
  const followed = deferUntilIdle(
    computed(() => document.project),
    () => deferred.waiting,
  )
  const known = new Map<string, KnownRead>()

  const entryOf = (project: Project | null, ref: RunRef): MatchEntry[] => {
    const key = runKey(ref)
    const layer = document.sceneOf(project)?.layers.find(({ id }) => id === ref.layer)
    const property = layer?.properties[ref.property]
    if (!project || !layer || !property) return []
    const before = known.get(key)
    const isLinked = property.keys.some(({ bend }) => bend.kind === 'linked')
    // A turn that rolls is worked out of another property.
    const isSame =
      before?.property === property &&
      before.layer === layer.name &&
      (!isLinked || before.bends === project.bends) &&
      layer.rolls === undefined
    if (isSame) return [before.entry]
    if (!property.keys.some(({ id }) => id === ref.from) && layer.rolls === undefined) return []
    const definition = definitionOf(layer.kind, ref.property)
    const base = {
      key,
      ref,
      layer: layer.name,
      property: definition?.label.toLowerCase() ?? ref.property,
      unit: definition?.unit ?? '',
      hue: definition?.hue ?? ('time' as const),
      bends: project.bends,
    }
    let entry: MatchEntry
    try {
      const read = readRun(project, ref)
      entry = { ...base, read, trouble: '', compiled: compiledOf(read.property, project.bends) }
    } catch (caught) {
      entry = { ...base, read: null, trouble: sentenceOf(caught), compiled: null }
    }
    known.set(key, { property, bends: project.bends, layer: layer.name, entry })
    return [entry]
  }
  const entries = computed(() => store.runs.flatMap((ref) => entryOf(followed.value, ref)))
  const able = computed(() => entries.value.filter(({ read }) => read !== null))
  const reference = computed(() => able.value.find(({ key }) => key === store.first) ?? able.value[0] ?? null)
  const compared = computed(
    () =>
      able.value.find(({ key }) => key === store.second && key !== reference.value?.key) ??
      able.value.find(({ key }) => key !== reference.value?.key) ??
      null,
  )
  /** A run as it is now; as it was, while it cannot be compared. */
  const asNow = (entry: MatchEntry | null): MatchEntry | null => {
    const now = entry && entryOf(document.project, entry.ref)[0]
    return now?.read ? now : entry
  }
  const first = computed(() => asNow(reference.value))
  const second = computed(() => asNow(compared.value))

  const differences = new WeakMap<MatchEntry, { with: MatchEntry; real: boolean; is: MatchDifference }>()
  const differenceOf: Match['differenceOf'] = (entry, from = first.value) => {
    if (!from?.read || !entry.read || entry === from) return null
    const real = store.by === 'frames'
    const before = differences.get(entry)
    if (before?.with === from && before.real === real) return before.is
    const [one, other] = [from.read, entry.read]
    const looks = LOOKS_A_SPAN * Math.max(one.keys.length, other.keys.length)
    const { apart, at } = largestApart(one.run, other.run, { real, looks })
    const frame = frameTicks(document.rate)
    const is = {
      percent: 100 * apart,
      frame: at / frame,
      share: (100 * (at - one.run.start)) / (one.run.end - one.run.start),
      units: apart * other.run.change,
      startFrames: (other.run.start - one.run.start) / frame,
      endFrames: (other.run.end - one.run.end) / frame,
    }
    differences.set(entry, { with: from, real, is })
    return is
  }
  const characters = new WeakMap<MatchEntry, MatchCharacter>()
  const characterOf: Match['characterOf'] = (entry) => {
    const { read } = entry
    if (!read) return null
    const before = characters.get(entry)
    if (before) return before
    const looks = LOOKS_A_SPAN * read.keys.length
    const { start, end, progressAt, change } = read.run
    const peak = peakOf(read.run, frameTicks(document.rate), looks)
    let overshoot = 0
    for (let i = 1; i < looks; i += 1)
      overshoot = Math.max(overshoot, progressAt(start + (i / looks) * (end - start)) - 1)
    const is = { peakFrame: peak.frame, peakPercent: (100 * peak.speed) / change, overshoot: 100 * overshoot }
    characters.set(entry, is)
    return is
  }
  const agrees: Match['agrees'] = (entry, from = first.value) => {
    const difference = differenceOf(entry, from)
    return difference !== null && Math.abs(difference.percent) <= store.tolerance
  }
  return { entries, reference, first, second, differenceOf, characterOf, agrees }
}
