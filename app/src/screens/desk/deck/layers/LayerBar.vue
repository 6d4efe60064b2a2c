<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { beginsWithSpan, runOutOf, sourceSeconds, type Layer } from '@arrow-bend/core/scene'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { heldUntilIdle, useIdle } from '../../../../session/document/idle.ts'
import { useView } from '../../../../session/view/view.ts'
import PointerTag from '../../../../gesture/PointerTag.vue'
import { steady } from '../../../../ui/steady.ts'
import { isCrowded, together } from '../../../../chart/lane/crowding.ts'
import { useRowPaper } from '../paper/useRowPaper.ts'
import { paintBar } from '../paper/paintBar.ts'
import { useRowsIdle } from '../rowsIdle.ts'
import { useBarDrag } from './useBarDrag.ts'
import { useBarPictures } from './useBarPictures.ts'
import { useBarWave } from './useBarWave.ts'
import { useKeyDrag } from '../lanes/useKeyDrag.ts'

// Few scenes have rules.
const RuleMark = defineAsyncComponent(() => import('./RuleMark.vue'))

/** A layer's time on the deck: the bar it shows for, and a capsule for every moment with keys. */
const props = defineProps<{
  layer: Layer
  /** Where it begins in the deck, px. */
  top: number
}>()

/** Heights for one, two, and three or more properties keyed at a moment, px. */
const HEIGHTS = [8, 13, 18] as const

const document = useDocument()
const selection = useSelection()
const idle = useIdle()
const view = useView()
const dragKeys = useKeyDrag()
const bars = useBarDrag()
const said = { tag: computed(() => bars.tag.value ?? dragKeys.tag.value) }

const keysByTime = computed(() => {
  const times = new Map<number, { property: string; key: string }[]>()
  for (const [property, { keys }] of Object.entries(props.layer.properties)) {
    for (const key of keys) times.set(key.t, [...(times.get(key.t) ?? []), { property, key: key.id }])
  }
  return times
})
/** How near moments are shown as one where they crowd, px. */
const NEAR = 6
/** Moments with keys in view. */
const moments = computed(() => {
  const { xOf } = view
  const inView = [...keysByTime.value]
    .map(([time, keys]) => ({ time, keys, x: xOf(time) }))
    .filter(({ x }) => x > -8 && x < view.laneWidth + 8)
  if (!isCrowded(inView.length, view.laneWidth)) return inView
  return together(
    inView.sort((a, b) => a.x - b.x),
    NEAR,
  ).map(({ first, all }) => ({ ...first, keys: all.flatMap(({ keys }) => keys) }))
})
/** The layer's selected keys, as one text: the same as long as they are, whatever else is selected. */
const chosenNames = computed(() =>
  Object.keys(props.layer.properties)
    .flatMap((property) => {
      const keys = selection.keysIn({ scene: document.sceneId, layer: props.layer.id, property })
      return [...keys].map((key) => `${property}/${key}`)
    })
    .join('\n'),
)
const chosen = computed(() => new Set(chosenNames.value.split('\n')))
const capsules = computed(() =>
  moments.value.map(({ time, keys, x }) => {
    const refs = keys.map(({ property, key }) => ({
      scene: document.sceneId,
      layer: props.layer.id,
      property,
      key,
    }))
    return {
      // The first of its keys, which stays the same while it moves in time.
      name: `${keys[0]!.property}/${keys[0]!.key}`,
      time,
      refs,
      x,
      height: HEIGHTS[Math.min(HEIGHTS.length, keys.length) - 1]!,
      chosen: keys.some(({ property, key }) => chosen.value.has(`${property}/${key}`)),
    }
  }),
)
const bar = computed(() => {
  const [x0, x1] = [view.xOf(props.layer.span[0]), view.xOf(props.layer.span[1])]
  return { x: x0 + 0.5, width: Math.max(0, x1 - x0 - 1) }
})
const pictures = useBarPictures(
  () => props.layer,
  () => bar.value,
)
const wave = useBarWave(
  () => props.layer,
  () => bar.value,
)
/** How long what it shows lasts, s. */
const lasts = computed(() =>
  document.scene && beginsWithSpan(props.layer.kind)
    ? sourceSeconds(props.layer, document.scene, document.project!)
    : 0,
)
/** Looked for anew only where the layer, or how long its source lasts, has changed. */
const runOutTimes = steady(() =>
  runOutOf(props.layer, lasts.value, { rate: document.rate, library: document.bends }),
)
/** Where what it shows has run out, px. */
const runOut = computed(() =>
  runOutTimes.value.map(([from, to]) => ({ x: view.xOf(from), width: view.xOf(to) - view.xOf(from) })),
)
/** px at the ends of a bar by which it is trimmed; less where it is short. */
const GRIP = 8
const grips = computed(() => {
  const { x, width } = bar.value
  const grip = Math.min(GRIP, width / 3)
  return [
    { edge: 0 as const, x, width: grip },
    { edge: 1 as const, x: x + width - grip, width: grip },
  ]
})
const hasRules = computed(() => document.scene?.rules !== undefined)
type Capsule = (typeof capsules)['value'][number]
useRowPaper(
  () => props.top,
  () => {
    const face = {
      bar: bar.value,
      pictures: pictures.value,
      wave: wave.value,
      runOut: runOut.value,
      capsules: capsules.value,
    }
    return (brush) => paintBar(brush, face)
  },
)
const rested = useRowsIdle()
/** What takes hold of capsules stays where it is while anything moves: it is not seen. */
const held = heldUntilIdle<readonly Capsule[]>(
  () => capsules.value,
  (before) => idle.isSliding || before.length === capsules.value.length,
)
/** A capsule's keys are selected as it is pressed, with Shift or Ctrl/Cmd beside the others, and dragged together. */
const pressCapsule = (event: PointerEvent, { refs, time }: Capsule): void => {
  const add = event.shiftKey || event.ctrlKey || event.metaKey
  const was = refs.every((ref) => selection.hasKey(ref))
  if (!was) {
    const others = selection.keys.filter(
      (key) =>
        !refs.some((ref) => ref.key === key.key && ref.property === key.property && ref.layer === key.layer),
    )
    selection.selectKeys(add ? [...others, ...refs] : refs)
  }
  dragKeys.press(event, time, () => was && selection.selectKeys(refs, add))
}
</script>

<template>
  <svg
    class="block overflow-hidden"
    :width="view.laneWidth"
    height="26"
    role="group"
    :aria-label="`${layer.name}, all keys`"
  >
    <rect
      v-bind="bar"
      class="bar"
      y="4.5"
      height="17"
      rx="4"
      @pointerdown.left.stop="bars.slide($event, layer)"
    >
      <title>
        Drag to move it in time; with Alt its keys alone, with Shift the bar alone{{
          runOut.length > 0 ? '. Hatched: what it shows has run out, one frame is held' : ''
        }}
      </title>
    </rect>
    <rect
      v-for="grip in grips"
      :key="grip.edge"
      class="grip"
      :x="grip.x"
      :width="grip.width"
      y="4"
      height="18"
      rx="3"
      @pointerdown.left.stop="bars.trim($event, layer, grip.edge)"
    />
    <polygon
      v-for="capsule in rested ? held : []"
      :key="capsule.name"
      v-memo="[capsule, layer.name]"
      role="button"
      tabindex="-1"
      :data-place="capsule.time"
      :aria-label="`${capsule.refs.length} keys of ${layer.name}`"
      class="capsule"
      :points="`${capsule.x - 6},0 ${capsule.x + 6},0 ${capsule.x + 6},26 ${capsule.x - 6},26`"
      @pointerdown.left.stop="pressCapsule($event, capsule)"
      @keydown.enter.stop="selection.selectKeys(capsule.refs, $event.shiftKey)"
    />
    <PointerTag :of="said" />
    <RuleMark v-if="rested && hasRules" :layer="layer" />
  </svg>
</template>

<style scoped>
.bar {
  fill: none;
  cursor: grab;
  pointer-events: all;
}

.bar:hover {
  stroke: var(--ink-2);
}

.grip {
  fill: transparent;
  cursor: ew-resize;
}

.grip:hover {
  fill: var(--pencil);
  fill-opacity: 0.45;
}

.capsule {
  cursor: ew-resize;
  fill: transparent;
}

.capsule:focus-visible {
  outline: none;
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
