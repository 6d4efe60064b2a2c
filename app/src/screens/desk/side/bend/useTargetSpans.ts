import { computed, type ComputedRef } from 'vue'
import { plainBend, type Handles, type PlainBend } from '@arrow-bend/core/bend'
import { findProperty, type KeyRef } from '@arrow-bend/core/edit'
import { asHandles } from '@arrow-bend/core/fit'
import { definitionOf, type LaneHue, type PropertyDefinition } from '@arrow-bend/core/scene'
import { frameTicks, secondsOfTicks } from '@arrow-bend/core/time'
import { useDeferredViews } from '../../../../session/document/deferredViews.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useLayerTime } from '../../../../session/playback/useLayerTime.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { targetSpans, type SpanTarget } from '@arrow-bend/core/choose'
import { bendKey } from '../../../../chart/plot/spanNumbers.ts'

export interface TargetSpans {
  /** The spans an edit of bends is meant for. */
  readonly spans: ComputedRef<readonly SpanTarget[]>
  /** The first of them, which is the one drawn. */
  readonly first: ComputedRef<SpanTarget | null>
  readonly refs: ComputedRef<readonly KeyRef[]>
  /** What the first shows, smooth sides worked out. */
  readonly shown: ComputedRef<PlainBend | null>
  /** What the first has in the document; a link's bend from the library. */
  readonly stored: ComputedRef<PlainBend | null>
  /** The name of the library bend the first is linked to; null when it has a bend of its own. */
  readonly linkedTo: ComputedRef<string | null>
  /** Whether both ends of the first are smooth. */
  readonly smooth: ComputedRef<boolean>
  /** Whether the spans show different bends. */
  readonly mixed: ComputedRef<boolean>
  /** The handles to be dragged; null when the first has none. */
  readonly handles: ComputedRef<Handles | null>
  readonly definition: ComputedRef<PropertyDefinition | null>
  readonly hue: ComputedRef<LaneHue>
  readonly seconds: ComputedRef<number>
  readonly frames: ComputedRef<number>
  /** Elapsed fraction of the first at the playhead; null outside it. */
  readonly elapsed: ComputedRef<number | null>
  readonly title: ComputedRef<string>
}

/** Lanes with more keys than this, selected by name, are not looked at bend by bend: opening one would wait for it. */
const MOST_OF_LANES = 60

/** The selected spans, and what the Bend panel shows of them. */
export function useTargetSpans(): TargetSpans {
  const document = useDocument()
  const deferred = useDeferredViews()
  const selection = useSelection()

  const spans = computed(() => {
    const { project } = deferred.panel
    if (!project) return []
    const { state } = selection
    const count = state.properties.reduce(
      (sum, ref) => sum + (findProperty(project, ref)?.keys.length ?? 0),
      0,
    )
    return targetSpans(project, count > MOST_OF_LANES ? { ...state, properties: [] } : state)
  })
  const first = computed(() => spans.value[0] ?? null)
  const refs = computed(() => spans.value.map(({ ref: span }) => span))
  const shown = computed<PlainBend | null>(
    () => first.value && first.value.compiled.bends[first.value.index]!,
  )
  const stored = computed<PlainBend | null>(
    () => first.value && plainBend(first.value.from.bend, document.bends),
  )
  const linkedTo = computed(() => {
    const bend = first.value?.from.bend
    return bend?.kind === 'linked'
      ? (document.bends.find(({ id }) => id === bend.bendId)?.name ?? null)
      : null
  })
  const smooth = computed(() => first.value?.from.through === 'smooth' && first.value.to.through === 'smooth')
  const mixed = computed(() => {
    const shapeOf = ({ compiled, index }: SpanTarget): string => bendKey(compiled.bends[index]!)
    return spans.value.some((span) => shapeOf(span) !== shapeOf(spans.value[0]!))
  })
  const handles = computed(() =>
    shown.value && (shown.value.kind === 'handles' || shown.value.kind === 'linear')
      ? asHandles(shown.value)
      : null,
  )

  const definition = computed(
    () => first.value && definitionOf(first.value.layer.kind, first.value.ref.property),
  )
  const hue = computed<LaneHue>(() => definition.value?.hue ?? 'time')
  const seconds = computed(() => (first.value ? secondsOfTicks(first.value.to.t - first.value.from.t) : 0))
  const frames = computed(() =>
    first.value ? (first.value.to.t - first.value.from.t) / frameTicks(document.rate) : 1,
  )
  const time = useLayerTime(() => first.value?.ref.layer ?? '')
  const elapsed = computed(() => {
    if (!first.value) return null
    const u = (time.value - first.value.from.t) / (first.value.to.t - first.value.from.t)
    return u >= 0 && u <= 1 ? u : null
  })
  const title = computed(() =>
    first.value
      ? `${first.value.layer.name}, ${definition.value?.label.toLowerCase() ?? first.value.ref.property}`
      : '',
  )
  return {
    spans,
    first,
    refs,
    shown,
    stored,
    linkedTo,
    smooth,
    mixed,
    handles,
    definition,
    hue,
    seconds,
    frames,
    elapsed,
    title,
  }
}
