<script setup lang="ts">
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

/** Arrows go from card to card, as they lie; the first letter of a name goes there. */
const STEPS: Readonly<Record<string, readonly [across: number, down: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const walk = (event: KeyboardEvent): void => {
  const cards = [...(list.value?.querySelectorAll<HTMLElement>('.bend') ?? [])]
  const here = cards.indexOf(event.target as HTMLElement)
  if (here < 0) return
  const one = props.library.shown.value[here]!
  if (event.key === 'f' && !event.ctrlKey && !event.metaKey && !event.altKey) {
    event.preventDefault()
    event.stopPropagation()
    shelf.toggleFavourite(one.key)
    return
  }
  const step = STEPS[event.key]
  const across = cards.filter((card) => card.offsetParent && cardTop(card) === cardTop(cards[0]!)).length
  const to =
    event.key === 'Home'
      ? 0
      : event.key === 'End'
        ? cards.length - 1
        : step
          ? here + step[0] + step[1] * across
          : null
  if (to === null) return
  event.preventDefault()
  event.stopPropagation()
  cards[Math.min(Math.max(to, 0), cards.length - 1)]?.focus()
}
const cardTop = (card: HTMLElement): number => card.parentElement!.offsetTop
/** One of the cards is a stop of the Tab key: the one looked at, else the first. */
const stopAt = computed(() => {
  const at = props.library.shown.value.findIndex(({ key }) => key === shelf.chosen)
  return Math.max(0, at)
})
</script>

<template>
  <div ref="list" class="cards" role="group" aria-label="Bends" @keydown="walk">
    <BendCard
      v-for="(one, i) in library.shown.value"
      :key="one.key"
      :one="one"
      :move="move"
      :hint="hintOf(one)"
      :favourite="shelf.favourites.includes(one.key)"
      :chosen="shelf.chosen === one.key"
      :stop="i === stopAt"
      @choose="(event) => press(event, one)"
      @favourite="shelf.toggleFavourite(one.key)"
      @grab="(event) => grab(event, one)"
    />
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
.cards {
  display: grid;
  align-content: start;
  gap: 6px;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
}

.none {
  padding: 12px 4px;
  color: var(--ink-2);
  grid-column: 1 / -1;
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
