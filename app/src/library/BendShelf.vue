<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { useElementSize, useEventListener } from '@vueuse/core'
import { computed, shallowRef, useTemplateRef } from 'vue'
import { spanTarget } from '@arrow-bend/core/choose'
import { DRAG_AFTER, trackPointer } from '../gesture/trackPointer.ts'
import { useDocument } from '../session/document/document.ts'
import { useBendShelf } from '../session/view/bendShelf.ts'
import BendGlyph from '../ui/BendGlyph.vue'
import BendCard from './BendCard.vue'
import { movePreview } from './movePreview.ts'
import { spanUnder, type SpanUnder } from './spanUnder.ts'
import type { ShelfBend } from './shelfBend.ts'
import type { Library } from './useLibrary.ts'

/** Bends as cards: one is chosen by a press or by keys, or drawn onto a ribbon. */
const props = defineProps<{
  library: Library
  /** What a press does. */
  hintOf: (one: ShelfBend) => string
  /** Whether there are ribbons to draw one onto. */
  drawable?: boolean
}>()
const emit = defineEmits<{ choose: [one: ShelfBend, copy: boolean] }>()

const document = useDocument()
const shelf = useBendShelf()
const list = useTemplateRef<HTMLElement>('list')

/** How long after the list slid its moves go on, ms. */
const REST_MS = 160
const resting = shallowRef(true)
let wait = 0
useEventListener(
  list,
  'scroll',
  () => {
    resting.value = false
    clearTimeout(wait)
    wait = window.setTimeout(() => (resting.value = true), REST_MS)
  },
  { passive: true },
)

/** The first selected span’s own move, which each is tried on. */
const move = computed(() => {
  const [first] = props.library.target.value
  return movePreview(first && document.committed ? spanTarget(document.committed, first) : null)
})

const drawn = shallowRef<{
  readonly one: ShelfBend
  readonly at: readonly [number, number]
  readonly over: SpanUnder | null
  readonly copy: boolean
} | null>(null)
let wasDrawn = false
const grab = (event: PointerEvent, one: ShelfBend): void => {
  wasDrawn = false
  if (!props.drawable) return
  trackPointer(event, {
    after: DRAG_AFTER,
    move(moved) {
      wasDrawn = true
      const at = [moved.clientX, moved.clientY] as const
      drawn.value = { one, at, over: spanUnder(at, document.sceneId), copy: moved.altKey }
    },
    end({ cancelled }) {
      const now = drawn.value
      drawn.value = null
      if (!cancelled && now?.over) props.library.apply(one, { copy: now.copy, spans: [now.over.ref] })
    },
  })
}
const press = (event: MouseEvent, one: ShelfBend): void => {
  // The end of a drag is no press.
  if (!wasDrawn) emit('choose', one, event.altKey)
  wasDrawn = false
}

/** Cards that stand beside each other, and rows of them: those out of view are not there. */
const [LEAST_WIDE, GAP, HIGH] = [140, 6, 76]
const { width } = useElementSize(list)
const across = computed(() => Math.max(1, Math.floor((width.value + GAP) / (LEAST_WIDE + GAP))))
const virtualizer = useVirtualizer(
  computed(() => ({
    count: Math.ceil(props.library.shown.value.length / across.value),
    getScrollElement: () => list.value,
    estimateSize: () => HIGH + GAP,
    overscan: 2,
  })),
)
const rows = computed(() =>
  virtualizer.value.getVirtualItems().map(({ index, start }) => ({
    index,
    start,
    cards: props.library.shown.value.slice(index * across.value, (index + 1) * across.value),
  })),
)

/** Arrows go from card to card, as they lie. */
const STEPS: Readonly<Record<string, readonly [across: number, down: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const cardAt = (index: number): HTMLElement | null =>
  list.value?.querySelector<HTMLElement>(`[data-card="${index}"] .bend`) ?? null
const walk = async (event: KeyboardEvent): Promise<void> => {
  const card = (event.target as Element).closest<HTMLElement>('[data-card]')
  if (!card || !(event.target as Element).matches('.bend')) return
  const here = Number(card.dataset['card'])
  const last = props.library.shown.value.length - 1
  if (event.key === 'f' && !event.ctrlKey && !event.metaKey && !event.altKey) {
    event.preventDefault()
    event.stopPropagation()
    shelf.toggleFavourite(props.library.shown.value[here]!.key)
    return
  }
  const step = STEPS[event.key]
  const to =
    event.key === 'Home'
      ? 0
      : event.key === 'End'
        ? last
        : step
          ? here + step[0] + step[1] * across.value
          : null
  if (to === null) return
  event.preventDefault()
  event.stopPropagation()
  const wanted = Math.min(Math.max(to, 0), last)
  virtualizer.value.scrollToIndex(Math.floor(wanted / across.value))
  // A card that was out of view is there a moment later.
  for (let tries = 0; tries < 5 && !cardAt(wanted); tries += 1)
    await new Promise((resolve) => requestAnimationFrame(resolve))
  cardAt(wanted)?.focus()
}
/** One of the cards is a stop of the Tab key: the one looked at where it is in view, else the first that is. */
const stopAt = computed(() => {
  const shown = rows.value.flatMap(({ cards }) => cards)
  return (shown.find(({ key }) => key === shelf.chosen) ?? shown[0])?.key
})
</script>

<template>
  <div ref="list" class="cards" role="group" aria-label="Bends" @keydown="walk">
    <div class="all" :style="{ height: `${virtualizer.getTotalSize()}px` }">
      <div
        v-for="{ index, start, cards } in rows"
        :key="index"
        class="row"
        :style="{ transform: `translateY(${start}px)`, '--across': across }"
      >
        <BendCard
          v-for="(one, i) in cards"
          :key="one.key"
          :data-card="index * across + i"
          :one="one"
          :move="move"
          :hint="hintOf(one)"
          :favourite="shelf.favourites.includes(one.key)"
          :chosen="shelf.chosen === one.key"
          :stop="one.key === stopAt"
          :resting="resting"
          @choose="(event) => press(event, one)"
          @favourite="shelf.toggleFavourite(one.key)"
          @grab="(event) => grab(event, one)"
        />
      </div>
    </div>
    <p v-if="library.shown.value.length === 0" class="none">
      <slot name="none">No bend is like that. Take a word away, or look on all shelves.</slot>
    </p>
    <Teleport to="body">
      <div
        v-if="drawn"
        class="drawn float"
        :style="{ left: `${drawn.at[0] + 10}px`, top: `${drawn.at[1] + 8}px` }"
      >
        <BendGlyph :bend="drawn.one.bend" :width="40" :height="28" />
        <span
          >{{ drawn.one.name
          }}{{ drawn.over ? ` onto ${drawn.over.words}` : ': draw it onto a ribbon' }}</span
        >
      </div>
    </Teleport>
  </div>
</template>

<style scoped>
.all {
  position: relative;
}

.row {
  position: absolute;
  top: 0;
  right: 0;
  left: 0;
  display: grid;
  gap: 6px;
  grid-template-columns: repeat(var(--across), minmax(0, 1fr));
}

.none {
  padding: 12px 4px;
  color: var(--ink-2);
}

.drawn {
  position: fixed;
  z-index: 70;
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 2px 8px 2px 2px;
  pointer-events: none;
}
</style>
