<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, useTemplateRef } from 'vue'
import { useMatchRuns } from '../../../session/view/matchRuns.ts'
import MatchRow from './MatchRow.vue'
import type { Match, MatchEntry } from '../useMatch.ts'
import type { MatchCommands } from './useMatchCommands.ts'

/** All runs that are compared, one a row: when they are, how they bend, how far they part from A. */
const props = defineProps<{ match: Match; commands: MatchCommands }>()

const store = useMatchRuns()

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
const keyOfA = computed(() => props.match.first.value?.key)
const keyOfB = computed(() => props.match.second.value?.key)
const letterOf = ({ key }: MatchEntry): 'A' | 'B' | '' =>
  key === keyOfA.value ? 'A' : key === keyOfB.value ? 'B' : ''
const rows = computed(() => seen.value.flatMap(({ index }) => props.match.entries.value[index] ?? []))
</script>

<template>
  <section ref="box" class="runs" aria-label="Runs compared">
    <table>
      <thead>
        <tr>
          <th scope="col" class="check"><span class="sr-only">In what is done to all</span></th>
          <th scope="col" class="letter"><span class="sr-only">A or B</span></th>
          <th scope="col" class="name">Span</th>
          <th scope="col" class="ribbon">Ribbon</th>
          <th scope="col" class="number">Start</th>
          <th scope="col" class="number">End</th>
          <th scope="col" class="number">Length</th>
          <th scope="col" class="bend">Bend</th>
          <th scope="col" class="difference">Largest difference from A</th>
          <th scope="col" class="last"><slot /></th>
        </tr>
      </thead>
      <tbody>
        <tr v-if="above > 0" class="room" aria-hidden="true" :style="{ height: `${above}px` }" />
        <MatchRow
          v-for="entry in rows"
          :key="entry.key"
          :match="match"
          :commands="commands"
          :entry="entry"
          :reference="match.reference.value"
          :letter="letterOf(entry)"
          @pick="pick(entry)"
        />
        <tr v-if="below > 0" class="room" aria-hidden="true" :style="{ height: `${below}px` }" />
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.runs {
  overflow: auto;
  min-height: 130px;
  max-height: 32%;
  flex: none;
  border-top: 1px solid var(--rule);
  background: var(--sheet);
  scrollbar-width: thin;
}

table {
  width: 100%;
  border-collapse: collapse;
  /* Columns stay where they are as what is in them changes, and so are not laid out anew with each row. */
  table-layout: fixed;
}

th {
  position: sticky;
  z-index: 2;
  top: 0;
  height: 28px;
  padding: 0 6px;
  background: var(--bench);
  color: var(--ink-2);
  font-weight: 400;
  text-align: left;
  white-space: nowrap;
}

.check {
  width: 44px;
}

.letter {
  width: 30px;
}

.name {
  width: 18%;
}

.ribbon {
  width: 202px;
}

.number {
  width: 72px;
  text-align: right;
}

.bend {
  width: 15%;
}

.difference {
  width: 230px;
}

.last {
  width: 190px;
  padding-right: 10px;
  text-align: right;
}

/* Where there is little room, the picture of a span gives way first. */
@media (width < 1180px) {
  .ribbon {
    display: none;
  }
}
</style>
