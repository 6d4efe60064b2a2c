<script setup lang="ts">
import { Link, X } from '@lucide/vue'
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, useTemplateRef } from 'vue'
import { findProperty } from '@arrow-bend/core/edit'
import { frameTicks } from '@arrow-bend/core/time'
import { bendWords } from '../../chart/bendWords.ts'
import { drawLane } from '../../chart/lane/laneDrawing.ts'
import { useDocument } from '../../session/document/document.ts'
import { useMatchRuns } from '../../session/view/matchRuns.ts'
import BendGlyph from '../../ui/BendGlyph.vue'
import IconButton from '../../ui/IconButton.vue'
import { numberWords } from '../../ui/numberWords.ts'
import DifferenceBar from './DifferenceBar.vue'
import type { Match, MatchEntry } from './useMatch.ts'
import type { MatchCommands } from './useMatchCommands.ts'

/** All runs that are compared, one a row: when they are, how they bend, how far they part from A. */
const props = defineProps<{ match: Match; commands: MatchCommands }>()

const RIBBON = 190

const document = useDocument()
const store = useMatchRuns()

const letterOf = ({ key }: MatchEntry): 'A' | 'B' | '' =>
  key === props.match.first.value?.key ? 'A' : key === props.match.second.value?.key ? 'B' : ''
/** A press on a letter makes a run the first; on an empty one the second. */
const pick = (entry: MatchEntry): void => {
  const [first, second] = [props.match.first.value, props.match.second.value]
  if (entry.key === second?.key) {
    store.second = first?.key ?? null
    store.first = entry.key
  } else if (entry.key !== first?.key) {
    store.first = first?.key ?? null
    store.second = entry.key
  }
}
/** Whether a run is linked without what is only being looked at: what is pressed stays where it is. */
const isLinked = ({ ref, read }: MatchEntry): boolean => {
  const keys = (document.committed && findProperty(document.committed, ref)?.keys) ?? []
  const spans = new Set(read!.keys.slice(0, -1).map(({ id }) => id))
  return keys.every(({ id, bend }) => !spans.has(id) || bend.kind === 'linked')
}
/** Rows out of view are not there. */
const box = useTemplateRef<HTMLElement>('box')
const virtualizer = useVirtualizer(
  computed(() => ({
    count: props.match.entries.value.length,
    getScrollElement: () => box.value,
    estimateSize: () => 37,
    overscan: 3,
  })),
)
const seen = computed(() => virtualizer.value.getVirtualItems())
/** Room of those above and below, px. */
const above = computed(() => seen.value[0]?.start ?? 0)
const below = computed(() => virtualizer.value.getTotalSize() - (seen.value.at(-1)?.end ?? 0))
const rowOf = (entry: MatchEntry) => {
  const { read, compiled } = entry
  const letter = letterOf(entry)
  const difference = props.match.differenceOf(entry)
  const base = { entry, letter, difference, agrees: props.match.agrees(entry) }
  if (!read || !compiled) return { ...base, shown: null }
  const frame = frameTicks(document.rate)
  const { start, end } = read.run
  const bend =
    read.keys.length === 2
      ? compiled.bends[compiled.keys.findIndex(({ id }) => id === entry.ref.from)]!
      : null
  const stored = read.keys[0]!.bend
  const linkedTo =
    stored.kind === 'linked' && bend ? document.bends.find(({ id }) => id === stored.bendId)?.name : null
  const xOf = (time: number): number => 8 + ((time - start) / (end - start)) * (RIBBON - 16)
  return {
    ...base,
    shown: {
      times: [start, end, end - start].map((time) => numberWords(time / frame, 1)),
      bend,
      bendWords: linkedTo ?? (bend ? bendWords(bend) : `${read.keys.length - 1} spans`),
      isLinked: read.keys.slice(0, -1).every(({ bend: one }) => one.kind === 'linked'),
      wasLinked: isLinked(entry),
      ribbon: drawLane(read.property, { xOf, width: RIBBON, coarse: document.gesturing }, document.bends)
        .picture,
      ends: [xOf(start), xOf(end)],
    },
  }
}
const rows = computed(() =>
  seen.value.flatMap(({ index }) => {
    const entry = props.match.entries.value[index]
    return entry ? [rowOf(entry)] : []
  }),
)
</script>

<template>
  <section ref="box" class="runs" aria-label="Runs compared">
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="sr-only">In what is done to all</span></th>
          <th scope="col"><span class="sr-only">A or B</span></th>
          <th scope="col">Span</th>
          <th scope="col" class="ribbon">Ribbon</th>
          <th scope="col" class="number">Start</th>
          <th scope="col" class="number">End</th>
          <th scope="col" class="number">Length</th>
          <th scope="col">Bend</th>
          <th scope="col">Largest difference from A</th>
          <th scope="col" class="last"><slot /></th>
        </tr>
      </thead>
      <tbody>
        <tr v-if="above > 0" class="room" aria-hidden="true" :style="{ height: `${above}px` }" />
        <tr v-for="row in rows" :key="row.entry.key" :class="row.letter.toLowerCase()">
          <td class="check">
            <input
              type="checkbox"
              :aria-label="`${row.entry.layer} ${row.entry.property}: among all`"
              :checked="!store.left.has(row.entry.key)"
              @change="store.toggle(row.entry.key)"
            />
          </td>
          <td>
            <button
              type="button"
              class="letter"
              :aria-label="`${row.entry.layer} ${row.entry.property}: ${row.letter === 'A' ? 'is A' : row.letter === 'B' ? 'is B; make it A' : 'make it B'}`"
              :title="
                row.letter === 'B'
                  ? 'Make it A'
                  : row.letter === 'A'
                    ? 'The others are compared with it'
                    : 'Make it B'
              "
              @click="pick(row.entry)"
            >
              {{ row.letter }}
            </button>
          </td>
          <th scope="row">
            <span class="truncate" :title="`${row.entry.layer} ${row.entry.property}`"
              ><b>{{ row.entry.layer }}</b> {{ row.entry.property }}</span
            >
          </th>
          <template v-if="row.shown">
            <td class="ribbon">
              <svg
                :width="RIBBON"
                height="26"
                :style="{ '--hue': `var(--hue-${row.entry.hue})` }"
                aria-hidden="true"
              >
                <path class="area" :d="row.shown.ribbon.areas" />
                <path class="line" :d="row.shown.ribbon.lines.ribbon + row.shown.ribbon.lines.steps" />
                <path class="hold" :d="row.shown.ribbon.lines.hold" />
                <circle v-for="x in row.shown.ends" :key="x" :cx="x" cy="13" r="3.75" class="bead" />
              </svg>
            </td>
            <td v-for="(time, i) in row.shown.times" :key="i" class="number">{{ time }} <i>f</i></td>
            <td class="bend">
              <span>
                <BendGlyph
                  v-if="row.shown.bend"
                  :bend="row.shown.bend"
                  :width="26"
                  :height="20"
                  :stroke="1.5"
                />
                <Link v-if="row.shown.isLinked" :size="12" class="flex-none" aria-hidden="true" />
                <span class="truncate" :title="row.shown.bendWords">{{ row.shown.bendWords }}</span>
              </span>
            </td>
            <td class="difference">
              <template v-if="row.difference">
                <DifferenceBar
                  :percent="row.difference.percent"
                  :agrees="row.agrees"
                  :tolerance="store.tolerance"
                />
                <b class="mono">{{ numberWords(Math.abs(row.difference.percent), 1) }}</b> %
                <span class="text-ink-2">{{
                  row.agrees
                    ? 'agrees'
                    : store.by === 'share'
                      ? `at ${Math.round(row.difference.share)} %`
                      : `at f ${numberWords(row.difference.frame, 1)}`
                }}</span>
              </template>
              <span v-else class="text-ink-2">reference</span>
            </td>
          </template>
          <td v-else colspan="6" class="trouble">{{ row.entry.trouble }}</td>
          <td class="last">
            <span class="ends">
              <template v-if="row.difference">
                <button type="button" class="button small" v-bind="commands.onButton('give', row.entry)">
                  Copy A
                </button>
                <button
                  v-if="row.shown?.wasLinked"
                  type="button"
                  class="button small"
                  @click="commands.unlink(row.entry)"
                >
                  Unlink
                </button>
                <button
                  v-else
                  type="button"
                  class="button small"
                  v-bind="commands.onButton('link', row.entry)"
                >
                  Link to A
                </button>
              </template>
              <IconButton
                small
                :icon="X"
                :label="`Compare ${row.entry.layer} ${row.entry.property} no more`"
                @press="store.remove(row.entry.key)"
              />
            </span>
          </td>
        </tr>
        <tr v-if="below > 0" class="room" aria-hidden="true" :style="{ height: `${below}px` }" />
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.runs {
  overflow: auto;
  min-height: 130px;
  max-height: 38%;
  flex: none;
  border-top: 1px solid var(--rule);
  background: var(--sheet);
  scrollbar-width: thin;
}

table {
  width: 100%;
  border-collapse: collapse;
}

thead th {
  position: sticky;
  z-index: 2;
  top: 0;
  height: 28px;
  background: var(--bench);
  color: var(--ink-2);
  font-weight: 400;
  text-align: left;
}

tbody tr {
  height: 36px;
  border-bottom: 1px solid var(--rule-soft);
}

/* Those out of view. */
tbody .room {
  border: 0;
}

th,
td {
  padding: 0 6px;
  white-space: nowrap;
}

tbody th {
  max-width: 220px;
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

.bend {
  max-width: 150px;
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
