<script setup lang="ts">
import { Link, Star } from '@lucide/vue'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import BendGlyph from '../ui/BendGlyph.vue'
import { reachWords } from '../session/selection/linkedBends.ts'
import { PREVIEW_BOX, type MovePreview } from './movePreview.ts'
import type { ShelfBend } from './shelfBend.ts'

/** A bend of the library: its curve, a move that runs by it as long as it is seen, its name. */
const props = defineProps<{
  one: ShelfBend
  move: MovePreview
  favourite: boolean
  /** It is the one that is looked at. */
  chosen: boolean
  /** What a press does, in words. */
  hint: string
  /** Whether the Tab key stops at it. */
  stop: boolean
  /** Whether the list it stands in does not slide. */
  resting: boolean
}>()
defineEmits<{ choose: [event: MouseEvent]; favourite: []; grab: [event: PointerEvent] }>()

const still = matchMedia('(prefers-reduced-motion: reduce)').matches
const mover = ref<HTMLElement | null>(null)
let running: Animation | null = null

/** While the list slides it stands still, and what comes into view waits. */
const run = (): void => {
  running?.cancel()
  running = null
  if (!mover.value || !props.resting) return
  const { move, one } = props
  if (still) Object.assign(mover.value.style, move.frames(one.bend).at(-1), { offset: '' })
  else
    running = mover.value.animate(move.frames(one.bend), {
      duration: move.seconds * 1000,
      iterations: Infinity,
    })
}
onMounted(run)
watch([() => props.one.bend, () => props.move], run)
watch(
  () => props.resting,
  (rests) => {
    if (!rests) running?.pause()
    else if (running) running.play()
    else run()
  },
)
onBeforeUnmount(() => running?.cancel())

const use = computed(() => props.one.use && reachWords(props.one.use.spans, props.one.use.layers))
const words = computed(
  () =>
    `${props.one.name}${use.value ? `, linked by ${use.value}` : ''}${props.favourite ? ', a favourite' : ''}`,
)
</script>

<template>
  <div class="card" :class="{ chosen }">
    <button
      type="button"
      class="bend"
      :tabindex="stop ? 0 : -1"
      :aria-label="words"
      :aria-pressed="chosen"
      :title="hint"
      @click="$emit('choose', $event)"
      @pointerdown.left="$emit('grab', $event)"
    >
      <span class="pictures" aria-hidden="true">
        <BendGlyph :bend="one.bend" :width="PREVIEW_BOX.width" :height="PREVIEW_BOX.height" />
        <span class="stage" :style="{ width: `${PREVIEW_BOX.width}px`, height: `${PREVIEW_BOX.height}px` }">
          <svg v-if="move.way" :width="PREVIEW_BOX.width" :height="PREVIEW_BOX.height">
            <path :d="move.way" fill="none" stroke="var(--rule)" stroke-width="1.5" />
          </svg>
          <span ref="mover" :class="move.shape" />
        </span>
      </span>
      <span class="name">
        <Link v-if="one.use" :size="11" class="flex-none" aria-hidden="true" />
        <span class="truncate">{{ one.name }}</span>
      </span>
    </button>
    <button
      type="button"
      class="star"
      tabindex="-1"
      :class="{ on: favourite }"
      :aria-label="`${favourite ? 'No favourite any more' : 'A favourite'}: ${one.name}`"
      :aria-pressed="favourite"
      @click="$emit('favourite')"
    >
      <Star :size="13" :fill="favourite ? 'currentColor' : 'none'" aria-hidden="true" />
    </button>
  </div>
</template>

<style scoped>
.card {
  position: relative;
  height: 76px;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--sheet-2);
}

.card:hover {
  border-color: var(--ink-2);
}

.card.chosen {
  border-color: var(--pencil);
  box-shadow: inset 0 0 0 1px var(--pencil);
}

.bend {
  display: flex;
  width: 100%;
  height: 100%;
  flex-direction: column;
  align-items: center;
  padding: 4px 6px 0;
  touch-action: none;
}

.bend:focus-visible {
  border-radius: 5px;
  outline-offset: -2px;
}

.pictures {
  display: flex;
  justify-content: center;
}

.stage {
  position: relative;
  overflow: hidden;
}

.stage svg {
  position: absolute;
  inset: 0;
}

.disc {
  position: absolute;
  top: -4.5px;
  left: -4.5px;
  width: 9px;
  height: 9px;
  border-radius: 50%;
  background: var(--pencil);
}

.sheet {
  position: absolute;
  top: 8px;
  left: 15px;
  width: 34px;
  height: 30px;
  border-radius: 3px;
  background: var(--pencil);
}

.name {
  display: flex;
  width: 100%;
  min-width: 0;
  align-items: center;
  justify-content: center;
  gap: 3px;
  font-size: 0.75rem;
}

.star {
  position: absolute;
  top: 2px;
  right: 2px;
  padding: 3px;
  color: var(--ink-2);
  opacity: 0;
}

.card:hover .star,
.card:focus-within .star,
.star.on {
  opacity: 1;
}

.star.on {
  color: var(--hue-size);
}
</style>
