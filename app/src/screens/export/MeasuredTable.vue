<script setup lang="ts">
import { amountWords, MEASURED_KINDS, type Measured } from '@arrow-bend/core/format/handOver'

/** How far a played file is from the stage at most, and where. */
defineProps<{ measured: Measured }>()

const many = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`
</script>

<template>
  <section aria-labelledby="measured-title">
    <h4 id="measured-title">Played here and held against the stage</h4>
    <p>{{ many(measured.layers, 'layer') }} at {{ many(measured.frames, 'frame') }}. Farthest off:</p>
    <dl>
      <div v-for="{ kind, label, unit } in MEASURED_KINDS" :key="kind">
        <dt>{{ label }}</dt>
        <dd>
          <b>{{ amountWords(measured[kind].amount) }}{{ unit }}</b>
          <span
            v-if="measured[kind].layer && amountWords(measured[kind].amount) !== '0'"
            class="truncate"
            :title="`${measured[kind].layer}, frame ${measured[kind].frame}`"
            >{{ measured[kind].layer }}, frame {{ measured[kind].frame }}</span
          >
        </dd>
      </div>
    </dl>
    <p class="rest">Not looked at: {{ measured.notMeasured.join(', ') }}.</p>
  </section>
</template>

<style scoped>
h4 {
  margin-bottom: 4px;
  font-weight: 650;
}

dl {
  display: grid;
  max-width: 760px;
  margin: 6px 0;
  grid-template-columns: repeat(4, 1fr);
  gap: 12px;
}

dl div {
  min-width: 0;
  padding: 6px 10px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet-2);
}

dt,
dd span,
.rest {
  color: var(--ink-2);
  font-size: 0.75rem;
}

dd b {
  display: block;
  font-variant-numeric: tabular-nums;
}

dd span {
  display: block;
}
</style>
