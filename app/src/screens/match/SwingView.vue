<script setup lang="ts">
import { computed, ref } from 'vue'
import { linkRuns, type RunRef } from '@arrow-bend/core/edit'
import { SWINGS_FROM, swingOf } from '@arrow-bend/core/match'
import { timedKeys } from '@arrow-bend/core/property'
import type { Layer } from '@arrow-bend/core/scene'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { useToldStep } from '../../command/useToldStep.ts'
import { useDocument } from '../../session/document/document.ts'
import { useSelection } from '../../session/selection/selection.ts'
import { useMatchRuns } from '../../session/view/matchRuns.ts'
import { numberWords } from '../../ui/numberWords.ts'
import FrameBars from './FrameBars.vue'
import LayerSelect from './LayerSelect.vue'

/** Whether a zoom, a pan and a turn that are meant as one camera are: how the point they zoom about wanders. */
const document = useDocument()
const selection = useSelection()
const store = useMatchRuns()
const told = useToldStep()

const CAMERA = ['position', 'scale', 'turn'] as const
const isMoved = ({ properties }: Layer, name: string): boolean => (properties[name]?.keys.length ?? 0) > 1
const byId = computed(() => new Map(document.scene?.layers.map((one) => [one.id, one])))
/** The layer and all it rides on, from the inside out. */
const chainOf = (layer: Layer): Layer[] => {
  const chain = [layer]
  for (let above = byId.value.get(layer.parent ?? ''); above; above = byId.value.get(above.parent ?? ''))
    chain.push(above)
  return chain
}
const candidates = computed(() =>
  (document.scene?.layers ?? []).filter((layer) => {
    const chain = chainOf(layer)
    return chain.some((one) => isMoved(one, 'scale') || isMoved(one, 'turn')) && layer.kind !== 'sound'
  }),
)
const wanted = ref<string | null>(null)
const layer = computed(
  () =>
    candidates.value.find(({ id }) => id === wanted.value) ??
    candidates.value.find(({ id }) => selection.hasLayer(id)) ??
    candidates.value.find(({ id }) => store.runs.some((run) => run.layer === id)) ??
    candidates.value.find((one) => isMoved(one, 'scale') && isMoved(one, 'position')) ??
    candidates.value[0] ??
    null,
)
/** What moves the camera: each a run over all of its keys. */
const runs = computed(
  (): readonly (RunRef & { readonly words: string; readonly times: readonly [number, number] })[] =>
    layer.value
      ? chainOf(layer.value).flatMap((one) =>
          CAMERA.filter((name) => isMoved(one, name) && !(one.rolls && name === 'turn')).map((name) => {
            const keys = timedKeys(one.properties[name]!)
            const ends = [keys[0]!, keys.at(-1)!] as const
            return {
              scene: document.sceneId,
              layer: one.id,
              property: name,
              from: ends[0].id,
              to: ends[1].id,
              words: `${one.name} ${name}`,
              times: [ends[0].t, ends[1].t] as const,
            }
          }),
        )
      : [],
)
const stretch = computed(() =>
  runs.value.length === 0
    ? null
    : {
        from: asTicks(Math.min(...runs.value.map(({ times }) => times[0]))),
        to: asTicks(Math.max(...runs.value.map(({ times }) => times[1]))),
      },
)
const swing = computed(() => {
  const { scene } = document
  if (!scene || !layer.value || !stretch.value) return null
  return swingOf(scene, layer.value.id, { ...stretch.value, library: document.bends })
})
const isStill = computed(() => swing.value !== null && swing.value.farthest.px < SWINGS_FROM)
const steps = computed(() => {
  const trail = swing.value?.trail ?? []
  return trail.slice(1).map(([x, y], i) => Math.hypot(x - trail[i]![0], y - trail[i]![1]))
})
const firstFrame = computed(() =>
  stretch.value ? Math.ceil(stretch.value.from / frameTicks(document.rate)) : 0,
)
const words = computed(() => {
  if (!layer.value) return 'No layer of this scene zooms or turns: there is nothing that could swing.'
  if (!swing.value)
    return `“${layer.value.name}” is as large and turned as far at its end as at its start: it has no point it zooms about.`
  if (isStill.value) return 'The point it zooms about stays where it is: zero wander. The move is one camera.'
  const { farthest, fastest } = swing.value
  return `The point it zooms about wanders up to ${numberWords(farthest.px, 1)} px away (frame ${farthest.frame}), by ${numberWords(fastest.px, 2)} px a frame where it is fastest (frame ${fastest.frame}).`
})
const drawn = computed(() => {
  const size = document.scene?.size
  if (!size) return null
  const { point, trail } = swing.value ?? { point: null, trail: [] }
  const xs = [0, size[0], ...trail.map(([x]) => x)]
  const ys = [0, size[1], ...trail.map(([, y]) => y)]
  const pad = 0.04 * Math.max(size[0], size[1])
  const [left, top] = [Math.min(...xs) - pad, Math.min(...ys) - pad]
  const [width, height] = [Math.max(...xs) + pad - left, Math.max(...ys) + pad - top]
  const unit = Math.max(width / 700, height / 400)
  return {
    size,
    point,
    trail,
    box: `${left} ${top} ${width} ${height}`,
    unit,
    path: trail.length > 1 ? `M${trail.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}` : '',
  }
})
const compare = (): void => {
  store.runs = []
  store.add(
    runs.value.map(({ scene, layer: of, property, from, to }) => ({ scene, layer: of, property, from, to })),
  )
  store.first = store.second = null
  store.view = 'spans'
}
const link = (): void => {
  const [first, ...others] = runs.value
  if (!first || others.length === 0) return
  const name = `${layer.value!.name} camera`
  const made = document.apply('Made one camera', (draft) =>
    linkRuns(draft, first, others, { name, makeId: document.makeId }),
  )
  if (made) told(`${runs.value.length} runs follow “${name}” now: one edit changes all.`)
}
</script>

<template>
  <div class="view">
    <div class="side">
      <LayerSelect
        label="Camera"
        name="Layer that is seen through the camera"
        :layers="candidates"
        :layer="layer"
        @choose="(id) => (wanted = id)"
      />
      <p class="words" :class="{ still: isStill }" role="status">{{ words }}</p>
      <template v-if="runs.length > 0">
        <h3>What moves it</h3>
        <ul>
          <li v-for="run in runs" :key="run.words">
            <span class="grow truncate">{{ run.words }}</span>
            <span class="text-ink-2"
              >{{ numberWords(run.times[0] / frameTicks(document.rate), 1) }} to
              {{ numberWords(run.times[1] / frameTicks(document.rate), 1) }} f</span
            >
          </li>
        </ul>
        <button
          type="button"
          class="button button-primary"
          :disabled="runs.length < 2 || isStill"
          @click="link"
        >
          Make them one camera
        </button>
        <button type="button" class="button" :disabled="runs.length < 2" @click="compare">
          Compare their spans
        </button>
        <label class="check">
          <input v-model="store.onStage" type="checkbox" /> Draw it on the stage of the Desk, too
        </label>
      </template>
    </div>
    <section class="pictures" aria-label="How it wanders">
      <svg v-if="drawn" class="stage" :viewBox="drawn.box" role="img" :aria-label="words">
        <rect :width="drawn.size[0]" :height="drawn.size[1]" class="frame" :stroke-width="drawn.unit" />
        <path v-if="drawn.path" :d="drawn.path" class="trail" :stroke-width="1.5 * drawn.unit" />
        <circle
          v-for="([x, y], i) in drawn.trail"
          :key="i"
          :cx="x"
          :cy="y"
          :r="1.8 * drawn.unit"
          class="step"
        />
        <path
          v-if="drawn.point"
          class="point"
          :stroke-width="1.5 * drawn.unit"
          :d="`M${drawn.point[0] - 9 * drawn.unit} ${drawn.point[1]}h${18 * drawn.unit}M${drawn.point[0]} ${drawn.point[1] - 9 * drawn.unit}v${18 * drawn.unit}`"
        />
      </svg>
      <FrameBars
        v-if="steps.length > 0"
        :values="steps"
        :first="firstFrame"
        unit="px a frame"
        label="Wander"
      />
    </section>
  </div>
</template>

<style scoped src="./view.css"></style>
<style scoped>
.stage {
  min-height: 0;
  flex: 1;
}

.frame {
  fill: var(--sheet-2);
  stroke: var(--rule);
}

.trail {
  fill: none;
  stroke: var(--pencil);
}

.step {
  fill: var(--pencil);
}

.point {
  stroke: var(--ink);
}
</style>
