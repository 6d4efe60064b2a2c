<script setup lang="ts">
import { Ruler } from '@lucide/vue'
import { computed, defineAsyncComponent } from 'vue'
import { removalOf, removalWords, selectionWords } from '@arrow-bend/core/choose'
import { useDeferredViews } from '../../../session/document/deferredViews.ts'
import { useSelection } from '../../../session/selection/selection.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useView } from '../../../session/view/view.ts'
import IconButton from '../../../ui/IconButton.vue'
import DrawingGround from '../DrawingGround.vue'
import { useStretchBracket, type BracketEnd } from './lanes/useStretchBracket.ts'

/** What is selected, in words, and a bracket round it to stretch it by. */
// Menus come a moment later; their room is kept.
const SelectMenu = defineAsyncComponent(() => import('./SelectMenu.vue'))
const BlockOpener = defineAsyncComponent(() => import('./block/BlockOpener.vue'))

const deferred = useDeferredViews()
const selection = useSelection()
const view = useView()
const preferences = usePreferences()
const bracket = useStretchBracket()

const words = computed(() =>
  deferred.deck.scene ? selectionWords(deferred.deck.scene, selection.state) : '',
)
/** What Delete takes: said before it is pressed. */
const taken = computed(() =>
  deferred.deck.scene ? removalWords(removalOf(deferred.deck.scene, selection.state)) : '',
)
/** px a letter of the bracket's words takes; where they do not fit into it they stand after it. */
const LETTER = 6.8
const room = computed(() => bracket.words.value.length * LETTER + 14)
const drawn = computed(() => {
  if (!bracket.shown.value) return null
  const ends = bracket.shown.value.map((time) => view.xOf(time)) as [number, number]
  const [left, right] = [Math.min(...ends), Math.max(...ends)]
  if (right < -20 || left > view.laneWidth + 20) return null
  const inside = right - left > room.value + 14
  const after = right + room.value + 12 < view.laneWidth
  const text = inside
    ? (Math.max(0, left) + Math.min(view.laneWidth, right)) / 2
    : after
      ? right + 10
      : left - 10
  const anchor = inside ? 'middle' : after ? 'start' : 'end'
  return { ends, left, right, text, anchor }
})
/** An end as a bracket: an upright with feet toward the other. */
const endPath = (x: number, toward: number): string => `M${x + toward * 5} 4.5H${x}V19.5H${x + toward * 5}`
const towardOf = (end: BracketEnd): number =>
  drawn.value!.ends[0] <= drawn.value!.ends[1] === (end === 0) ? 1 : -1
const END_NAMES = ['Start', 'End'] as const
</script>

<template>
  <div class="strip">
    <div class="said">
      <span class="w-6 flex-none"><SelectMenu /></span>
      <span class="words" role="status" :title="words">{{ words || 'Nothing selected' }}</span>
      <span class="grow" />
      <BlockOpener v-if="bracket.shown.value" />
      <IconButton
        v-if="bracket.shown.value"
        small
        :icon="Ruler"
        label="Stretched keys land on whole frames"
        :pressed="preferences.landOnFrames"
        @press="preferences.landOnFrames = !preferences.landOnFrames"
      />
      <span v-if="taken" class="taken" :title="`The Delete key takes ${taken}`">Delete: {{ taken }}</span>
    </div>
    <svg class="bracket" :width="view.laneWidth" height="24" role="group" aria-label="Stretch the selection">
      <DrawingGround />
      <template v-if="drawn">
        <line :x1="drawn.left" :x2="drawn.right" y1="12" y2="12" class="beam" />
        <rect
          v-if="drawn.anchor === 'middle'"
          :x="drawn.text - room / 2"
          y="3"
          :width="room"
          height="18"
          rx="1"
          class="ground"
        />
        <text :x="drawn.text" y="16" :text-anchor="drawn.anchor" class="mono">{{ bracket.words.value }}</text>
        <g
          v-for="(x, end) in drawn.ends"
          :key="end"
          class="end"
          role="slider"
          tabindex="0"
          aria-orientation="horizontal"
          :aria-label="`${END_NAMES[end]} of the selection`"
          :aria-valuenow="Math.round(bracket.shown.value![end]!)"
          :aria-valuetext="bracket.words.value"
          @pointerdown.left.stop="bracket.press($event, end as BracketEnd)"
          @keydown="bracket.nudge($event, end as BracketEnd)"
        >
          <title>Drag to stretch about the other end; with Alt about the pinned key or the playhead</title>
          <rect :x="x - 9" y="0" width="18" height="24" fill="transparent" />
          <path :d="endPath(x, towardOf(end as BracketEnd))" />
        </g>
      </template>
    </svg>
  </div>
</template>

<style scoped>
.strip {
  position: relative;
  display: flex;
  height: 25px;
  flex: none;
  border-bottom: 1px solid var(--rule);
  background: var(--sheet-2);
}

.said {
  display: flex;
  width: var(--list);
  flex: none;
  align-items: center;
  gap: 4px;
  padding: 0 6px 0 4px;
  border-right: 1px solid var(--rule);
  font-size: 0.75rem;
}

.words {
  overflow: hidden;
  min-width: 0;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.taken {
  flex: none;
  color: var(--ink-2);
  white-space: nowrap;
}

.bracket {
  display: block;
  overflow: hidden;
}

.beam {
  stroke: var(--pencil);
  stroke-opacity: 0.55;
}

.ground {
  fill: var(--sheet-2);
}

text {
  fill: var(--ink);
  font-size: 0.6875rem;
  pointer-events: none;
}

.end {
  cursor: ew-resize;
  outline: none;
}

.end path {
  fill: none;
  stroke: var(--pencil);
  stroke-width: 2.5;
}

.end:hover path,
.end:focus-visible path {
  stroke-width: 4;
}
</style>
