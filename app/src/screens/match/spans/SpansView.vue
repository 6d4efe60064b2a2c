<script setup lang="ts">
import { useMatchRuns } from '../../../session/view/matchRuns.ts'
import AddRuns from './AddRuns.vue'
import MatchLadders from './MatchLadders.vue'
import MatchPlot from './MatchPlot.vue'
import MatchSide from './MatchSide.vue'
import MatchTable from './MatchTable.vue'
import { useMatchCommands } from './useMatchCommands.ts'
import type { Match } from '../useMatch.ts'

/** Runs of spans over one another, what is between them, and what makes them agree. */
const props = defineProps<{ match: Match }>()

const store = useMatchRuns()
const commands = useMatchCommands(props.match)
</script>

<template>
  <div v-if="match.first.value && match.second.value" class="above">
    <MatchPlot class="plot" :match="match" />
    <section class="beside" aria-label="A and B">
      <MatchLadders :first="match.first.value" :second="match.second.value" />
      <MatchSide :match="match" :commands="commands" />
    </section>
  </div>
  <section v-else class="empty">
    <h3>Two things that should move as one</h3>
    <p>
      Match lays spans over one another, from 0 to 100 % of their own time or frame by frame, and says where
      they part and by how much. One press makes them agree, or links them so that one edit changes all.
    </p>
    <p>Add spans below, or select spans, lanes or a whole layer on the Desk and come back.</p>
    <button
      v-if="store.selected.length > 1"
      type="button"
      class="button button-primary"
      @click="store.take()"
    >
      Compare the {{ store.selected.length }} runs that are selected
    </button>
  </section>
  <MatchTable :match="match" :commands="commands">
    <AddRuns />
  </MatchTable>
</template>

<style scoped>
.above {
  display: flex;
  min-height: 300px;
  flex: 1 1 460px;
}

.plot {
  min-width: 0;
  flex: 1;
}

.beside {
  display: flex;
  overflow: hidden;
  width: 400px;
  flex: none;
  gap: 12px;
  padding: 10px 12px 4px;
  border-left: 1px solid var(--rule);
  background: var(--sheet);
}

.empty {
  display: grid;
  max-width: 560px;
  flex: 1;
  align-content: center;
  justify-items: start;
  gap: 10px;
  padding: 24px;
  margin: 0 auto;
}

h3 {
  font-size: 0.9375rem;
  font-weight: 650;
}

@media (width < 900px) {
  .above {
    flex-direction: column;
    overflow: auto;
  }

  .beside {
    width: auto;
  }
}
</style>
