<script setup lang="ts">
import { Link, X } from '@lucide/vue'
import { computed } from 'vue'
import { findProperty } from '@arrow-bend/core/edit'
import { frameTicks } from '@arrow-bend/core/time'
import { bendWords } from '../../../chart/bendWords.ts'
import { drawLane } from '../../../chart/lane/laneDrawing.ts'
import { useDocument } from '../../../session/document/document.ts'
import { useMatchRuns } from '../../../session/view/matchRuns.ts'
import BendGlyph from '../../../ui/BendGlyph.vue'
import IconButton from '../../../ui/IconButton.vue'
import { numberWords } from '../../../ui/numberWords.ts'
import DifferenceBar from './DifferenceBar.vue'
import type { Match, MatchEntry } from '../useMatch.ts'
import type { MatchCommands } from './useMatchCommands.ts'

/** One of the runs compared: when it is, how it bends, how far it parts from A. */
const props = defineProps<{
  match: Match
  commands: MatchCommands
  entry: MatchEntry
  /** A, as it is where the entry is shown as it is now. */
  reference: MatchEntry | null
  letter: 'A' | 'B' | ''
}>()
const emit = defineEmits<{ pick: [] }>()

const RIBBON = 190

const document = useDocument()
const store = useMatchRuns()

const name = computed(() => `${props.entry.layer} ${props.entry.property}`)
const letterWords = computed(() => ({ A: 'is A', B: 'is B; make it A', '': 'make it B' })[props.letter])
const letterHint = computed(
  () => ({ A: 'The others are compared with it', B: 'Make it A', '': 'Make it B' })[props.letter],
)
/** Whether it is linked without what is only being looked at: what is pressed stays where it is. */
const wasLinked = computed(() => {
  const { ref, read } = props.entry
  const keys = (document.committed && findProperty(document.committed, ref)?.keys) ?? []
  const spans = new Set(read?.keys.slice(0, -1).map(({ id }) => id))
  return keys.every(({ id, bend }) => !spans.has(id) || bend.kind === 'linked')
})
const difference = computed(() => props.match.differenceOf(props.entry, props.reference))
const agrees = computed(() => props.match.agrees(props.entry, props.reference))
const shown = computed(() => {
  const { read, compiled, bends, ref } = props.entry
  if (!read || !compiled) return null
  const frame = frameTicks(document.rate)
  const { start, end } = read.run
  const bend =
    read.keys.length === 2 ? compiled.bends[compiled.keys.findIndex(({ id }) => id === ref.from)]! : null
  const stored = read.keys[0]!.bend
  const linkedTo =
    stored.kind === 'linked' && bend ? bends.find(({ id }) => id === stored.bendId)?.name : null
  const xOf = (time: number): number => 8 + ((time - start) / (end - start)) * (RIBBON - 16)
  return {
    times: [start, end, end - start].map((time) => numberWords(time / frame, 1)),
    bend,
    bendWords: linkedTo ?? (bend ? bendWords(bend) : `${read.keys.length - 1} spans`),
    isLinked: read.keys.slice(0, -1).every(({ bend: one }) => one.kind === 'linked'),
    ribbon: drawLane(read.property, { xOf, width: RIBBON, coarse: document.gesturing }, bends).picture,
    ends: [xOf(start), xOf(end)],
  }
})
const where = computed(() => {
  if (!difference.value || agrees.value) return 'agrees'
  const { share, frame } = difference.value
  return store.by === 'share' ? `at ${Math.round(share)} %` : `at f ${numberWords(frame, 1)}`
})
</script>

<template>
  <tr :class="letter.toLowerCase()">
    <td class="check">
      <input
        type="checkbox"
        :aria-label="`${name}: among all`"
        :checked="!store.left.has(entry.key)"
        @change="store.toggle(entry.key)"
      />
    </td>
    <td>
      <button
        type="button"
        class="letter"
        :aria-label="`${name}: ${letterWords}`"
        :title="letterHint"
        @click="emit('pick')"
      >
        {{ letter }}
      </button>
    </td>
    <th scope="row">
      <span class="truncate" :title="name"
        ><b>{{ entry.layer }}</b> {{ entry.property }}</span
      >
    </th>
    <template v-if="shown">
      <td class="ribbon">
        <svg :width="RIBBON" height="26" :style="{ '--hue': `var(--hue-${entry.hue})` }" aria-hidden="true">
          <path class="area" :d="shown.ribbon.areas" />
          <path class="line" :d="shown.ribbon.lines.ribbon + shown.ribbon.lines.steps" />
          <path class="hold" :d="shown.ribbon.lines.hold" />
          <circle v-for="x in shown.ends" :key="x" :cx="x" cy="13" r="3.75" class="bead" />
        </svg>
      </td>
      <td v-for="(time, i) in shown.times" :key="i" class="number">{{ time }} <i>f</i></td>
      <td class="bend">
        <span>
          <BendGlyph v-if="shown.bend" :bend="shown.bend" :width="26" :height="20" :stroke="1.5" />
          <Link v-if="shown.isLinked" :size="12" class="flex-none" aria-hidden="true" />
          <span class="truncate" :title="shown.bendWords">{{ shown.bendWords }}</span>
        </span>
      </td>
      <td class="difference">
        <template v-if="difference">
          <DifferenceBar :percent="difference.percent" :agrees="agrees" :tolerance="store.tolerance" />
          <b class="mono">{{ numberWords(Math.abs(difference.percent), 1) }}</b> %
          <span class="text-ink-2">{{ where }}</span>
        </template>
        <span v-else class="text-ink-2">reference</span>
      </td>
    </template>
    <td v-else colspan="6" class="trouble">{{ entry.trouble }}</td>
    <td class="last">
      <span class="ends">
        <template v-if="difference">
          <button type="button" class="button small" v-bind="commands.onButton('give', entry)">Copy A</button>
          <button
            v-if="shown && wasLinked"
            type="button"
            class="button small"
            @click="commands.unlink(entry)"
          >
            Unlink
          </button>
          <button v-else type="button" class="button small" v-bind="commands.onButton('link', entry)">
            Link to A
          </button>
        </template>
        <IconButton small :icon="X" :label="`Compare ${name} no more`" @press="store.remove(entry.key)" />
      </span>
    </td>
  </tr>
</template>

<style scoped>
tr {
  height: 36px;
  border-bottom: 1px solid var(--rule-soft);
}

th,
td {
  padding: 0 6px;
  white-space: nowrap;
}

th {
  overflow: hidden;
  font-weight: 400;
  text-align: left;
  text-overflow: ellipsis;
}

.check {
  width: 24px;
  padding-left: 12px;
}

tr.a .check {
  box-shadow: inset 3px 0 0 var(--hue-place);
}

tr.b .check {
  box-shadow: inset 3px 0 0 var(--hue-size);
}

.letter {
  display: grid;
  width: 18px;
  height: 18px;
  border: 1px dashed var(--ink-2);
  border-radius: 50%;
  color: var(--sheet-2);
  font-size: 0.75rem;
  font-weight: 700;
  place-items: center;
}

tr.a .letter {
  border: 0;
  background: var(--hue-place);
}

tr.b .letter {
  border: 0;
  background: var(--hue-size);
}

.number {
  text-align: right;
}

td.number {
  font-family: var(--font-mono);
}

i {
  color: var(--ink-2);
  font-family: var(--font-sans);
  font-style: normal;
}

.area {
  fill: var(--hue);
  fill-opacity: 0.86;
}

.line,
.hold {
  fill: none;
  stroke: var(--hue);
}

.hold {
  stroke-dasharray: 4 3;
  stroke-width: 2;
}

.bead {
  fill: var(--sheet-2);
  stroke: var(--ink);
  stroke-width: 1.5;
}

svg {
  display: block;
}

.bend > span {
  display: flex;
  align-items: center;
  gap: 4px;
}

.last {
  padding-right: 10px;
  text-align: right;
}

.ends {
  display: inline-flex;
  align-items: center;
  gap: 4px;
}

.small {
  min-height: 24px;
  padding: 0 7px;
  font-size: 0.75rem;
}

.trouble {
  color: var(--ink-2);
  white-space: normal;
}

/* Where there is little room, the picture of a span gives way first. */
@media (width < 1180px) {
  .ribbon {
    display: none;
  }
}
</style>
