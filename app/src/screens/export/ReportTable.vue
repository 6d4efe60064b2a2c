<script setup lang="ts">
import { computed } from 'vue'
import type { ExportReport, Fidelity } from '@arrow-bend/core/format/handOver'

/** How each move of a scene comes through. */
const props = defineProps<{ report: ExportReport }>()

const WORDS: Readonly<Record<Fidelity, string>> = {
  exact: 'as it is',
  fitted: 'its bend within 0.05 %',
  baked: 'as points close together',
  'left out': 'not in the file',
}
const sums = computed(() =>
  (Object.keys(WORDS) as Fidelity[])
    .map((fidelity) => ({
      fidelity,
      count: props.report.rows.filter((row) => row.fidelity === fidelity).length,
    }))
    .filter(({ count }) => count > 0),
)
</script>

<template>
  <section aria-labelledby="report-title">
    <h4 id="report-title">How it comes through</h4>
    <p v-if="report.rows.length === 0">Nothing moves in this stretch.</p>
    <p v-else class="sums">
      <span v-for="{ fidelity, count } in sums" :key="fidelity" :class="fidelity.replace(' ', '-')"
        ><b>{{ count }}</b> {{ fidelity }} <i>{{ WORDS[fidelity] }}</i></span
      >
    </p>
    <p v-for="note in report.notes" :key="note" class="note">{{ note }}</p>
    <div v-if="report.rows.length > 0" class="rows" tabindex="0" role="group" aria-label="All moves">
      <table>
        <thead>
          <tr>
            <th scope="col">Layer</th>
            <th scope="col">Property</th>
            <th scope="col">Comes through</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in report.rows" :key="i">
            <th scope="row">
              <span class="truncate" :title="row.layer">{{ row.layer }}</span>
            </th>
            <td>{{ row.property }}</td>
            <td :class="row.fidelity.replace(' ', '-')">
              {{ row.fidelity }}<i v-if="row.why">, {{ row.why }}</i>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
h4 {
  margin-bottom: 4px;
  font-weight: 650;
}

i {
  color: var(--ink-2);
  font-style: normal;
}

.sums {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
}

.sums span::before,
td:last-child::before {
  display: inline-block;
  width: 8px;
  height: 8px;
  margin-right: 6px;
  border: 1px solid var(--ink-2);
  border-radius: 50%;
  background: var(--ink-2);
  content: '';
}

.sums .fitted::before,
td.fitted::before {
  background: linear-gradient(90deg, var(--ink-2) 50%, transparent 50%);
}

.sums .baked::before,
td.baked::before {
  background: transparent;
}

.sums .left-out::before,
td.left-out::before {
  border-color: var(--pencil);
  background: transparent;
  border-radius: 0;
}

.note {
  margin-top: 6px;
  font-weight: 600;
}

.rows {
  overflow: auto;
  max-height: max(180px, calc(100vh - 400px));
  margin-top: 8px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet-2);
  scrollbar-width: thin;
}

table {
  width: 100%;
  border-collapse: collapse;
}

thead th {
  position: sticky;
  top: 0;
  background: var(--bench);
  color: var(--ink-2);
  font-weight: 400;
}

th,
td {
  height: 24px;
  padding: 0 10px;
  border-bottom: 1px solid var(--rule-soft);
  text-align: left;
}

tbody th {
  max-width: 240px;
  font-weight: 400;
}

tbody th span {
  display: block;
}
</style>
