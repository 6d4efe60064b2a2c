<script setup lang="ts">
import { computed } from 'vue'
import { QUICK_BENDS, type PlainBend } from '@arrow-bend/core/bend'
import type { CommandId } from '../../../../command/commandTable.ts'
import BendGlyph from '../../../../ui/BendGlyph.vue'
import { vOneStop } from '../../../../ui/focus/oneStop.ts'
import { steady } from '../../../../ui/steady.ts'
import TipHost from '../../../../ui/TipHost.vue'
import { useLastBend } from '../../../../session/selection/lastBend.ts'
import type { TargetSpans } from './useTargetSpans.ts'

/** Eight bends one press away; the eighth is the one used last. */
const props = defineProps<{ target: TargetSpans }>()
defineEmits<{ choose: [command: CommandId] }>()

const last = useLastBend()
const { stored, smooth, mixed } = props.target
/** What all of the spans have; null where they differ, or smooth keys say it. */
const present = computed(() => (mixed.value || smooth.value ? null : stored.value))
const same = (a: PlainBend, b: PlainBend): boolean => JSON.stringify(a) === JSON.stringify(b)
const tiles = steady(() => [
  ...QUICK_BENDS.map((quick, i) => ({
    command: `bend${i + 1}` as CommandId,
    digit: i + 1,
    label: quick.label,
    bend: quick.smooth ? SMOOTH_LOOK : quick.bend,
    chosen: quick.smooth
      ? smooth.value && !mixed.value
      : present.value !== null && same(present.value, quick.bend),
  })),
  {
    command: 'bend8' as CommandId,
    digit: 8,
    label: last.bend ? 'The bend used last' : 'The bend used last: none yet',
    bend: last.bend,
    chosen: false,
  },
])
/** How smooth is drawn: through, without a stop at either side. */
const SMOOTH_LOOK: PlainBend = {
  kind: 'handles',
  leave: { reach: 0.33, rise: 0.16 },
  arrive: { reach: 0.33, rise: 0.16 },
}
</script>

<template>
  <div v-one-stop class="flex justify-between" role="group" aria-label="Quick bends">
    <TipHost v-for="tile in tiles" :key="tile.digit" :tip="`${tile.label} (${tile.digit})`">
      <button
        type="button"
        class="tile"
        :class="{ chosen: tile.chosen }"
        :aria-label="tile.label"
        :aria-pressed="tile.chosen"
        :disabled="!tile.bend"
        @click="$emit('choose', tile.command)"
      >
        <BendGlyph v-if="tile.bend" :bend="tile.bend" :width="34" :height="28" />
        <span v-else class="h-7" />
        <span class="mono text-[0.6875rem] leading-3">{{ tile.digit }}</span>
      </button>
    </TipHost>
  </div>
</template>

<style scoped>
.tile {
  display: flex;
  width: 36px;
  height: 44px;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--sheet-2);
}

.tile:hover:not(:disabled) {
  border-color: var(--ink-2);
}

.tile.chosen {
  border: 2px solid var(--pencil);
}
</style>
