<script setup lang="ts">
import type { Layer } from '@arrow-bend/core/scene'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { useRuleStates, type BrokenRule } from '../../../../session/view/ruleStates.ts'
import { useView } from '../../../../session/view/view.ts'
import { steady } from '../../../../ui/steady.ts'

/** Where a layer lands against a rule of the scene: a flag in pencil; a press shifts it into order. */
const props = defineProps<{ layer: Layer }>()

const document = useDocument()
const rules = useRuleStates()
const view = useView()

const marks = steady(() =>
  rules.broken
    .filter(({ member }) => member.layer === props.layer.id)
    .map((one) => ({
      one,
      // It points to where it would have to land.
      x: view.xOf(one.land),
      to: view.xOf(one.land + one.frames * frameTicks(document.rate)),
      words: wordsOf(one),
    })),
)
const wordsOf = ({ frames, state }: BrokenRule): string => {
  const count = Math.abs(frames)
  const how = `${count} ${count === 1 ? 'frame' : 'frames'}`
  const others = state.rule.kind === 'together' ? 'the others of its rule' : 'what is to land before it'
  return frames < 0
    ? `${props.layer.name} lands ${how} later than ${others} allow: press to shift it earlier`
    : `${props.layer.name} lands ${how} too early for ${others}: press to shift it later`
}
</script>

<template>
  <g
    v-for="{ one, x, to, words } in marks"
    :key="`${one.state.rule.id}${one.place}`"
    class="rule-mark"
    role="button"
    tabindex="-1"
    :aria-label="words"
    @pointerdown.left.stop
    @click="rules.mend([one])"
    @keydown.enter.stop.prevent="rules.mend([one])"
  >
    <title>{{ words }}</title>
    <rect class="hit" :x="x - 6" y="0" width="18" height="26" />
    <line :x1="x" :x2="to" y1="2.5" y2="2.5" />
    <path :d="`M${x} 1V25`" />
    <path class="flag" :d="`M${x} 1h8l-2.5 3.5 2.5 3.5h-8Z`" />
  </g>
</template>

<style scoped>
.rule-mark {
  cursor: pointer;
}

path,
line {
  fill: none;
  stroke: var(--pencil);
  stroke-width: 1.5;
}

line {
  stroke-dasharray: 2 2;
}

.hit {
  fill: transparent;
}

.flag {
  fill: var(--pencil);
}
</style>
