<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted } from 'vue'
import NumberField from '../../ui/NumberField.vue'
import SegmentedChoice from '../../ui/SegmentedChoice.vue'
import { useProjectKeys } from '../../command/keys/useProjectKeys.ts'
import { useMatchRuns } from '../../session/view/matchRuns.ts'
import { numberWords } from '../../ui/numberWords.ts'
import SpansView from './spans/SpansView.vue'
import { useMatch } from './useMatch.ts'
import { vTopBar } from '../../ui/topBar.ts'

/** Things that must move as one: laid over one another, and made to agree. */
const SwingView = defineAsyncComponent(() => import('./SwingView.vue'))
const RollingView = defineAsyncComponent(() => import('./RollingView.vue'))
const ArrivalsView = defineAsyncComponent(() => import('./ArrivalsView.vue'))

const store = useMatchRuns()
const match = useMatch()
useProjectKeys()
// Whoever comes with something selected wants that compared.
onMounted(() => store.runs.length === 0 && store.take())

const VIEWS = [
  { value: 'spans', label: 'Spans', hint: 'Spans and runs laid over one another' },
  { value: 'swing', label: 'Swing', hint: 'Whether a zoom, a pan and a turn are one camera' },
  { value: 'rolling', label: 'Rolling', hint: 'Whether a wheel turns as far as it travels' },
  { value: 'arrivals', label: 'Arrivals', hint: 'When things start, are fastest and land; rules about it' },
] as const
const COMPARE = [
  { value: 'progress', label: 'Progress' },
  { value: 'speed', label: 'Speed' },
] as const
const BY = [
  { value: 'share', label: 'Share of time', hint: 'Each over its own time' },
  { value: 'frames', label: 'Frames', hint: 'All on one axis, as they are seen' },
] as const

const words = computed(() => {
  const [first, second] = [match.first.value, match.second.value]
  const difference = second && match.differenceOf(second)
  if (!first || !difference) return ''
  const others = match.entries.value.filter(({ key, read }) => read && key !== first.key)
  const agreeing = others.filter((entry) => match.agrees(entry, match.reference.value)).length
  const runs = others.length === 1 ? '' : ` ${agreeing} of ${others.length} agree with A.`
  const apart = Math.abs(difference.percent)
  return apart <= store.tolerance
    ? `A and B agree: they part by ${numberWords(apart, 1)} % at most.${runs}`
    : `A and B part by up to ${numberWords(apart, 1)} %.${runs}`
})
</script>

<template>
  <main class="match">
    <header v-top-bar class="head">
      <h2>Match</h2>
      <SegmentedChoice v-model="store.view" label="What is matched" :options="VIEWS" />
      <p v-if="store.view === 'spans'" class="words" role="status">{{ words }}</p>
      <span class="grow" />
      <template v-if="store.view === 'spans'">
        <SegmentedChoice v-model="store.compare" label="Compare" :options="COMPARE" />
        <span class="text-ink-2">by</span>
        <SegmentedChoice v-model="store.by" label="Compared by" :options="BY" />
        <NumberField
          class="within"
          show-label
          label="Agree within"
          unit="%"
          :digits="1"
          :min="0"
          :max="50"
          :model-value="store.tolerance"
          @input="(value) => (store.tolerance = value)"
        />
      </template>
    </header>
    <SpansView v-if="store.view === 'spans'" :match="match" />
    <SwingView v-else-if="store.view === 'swing'" />
    <RollingView v-else-if="store.view === 'rolling'" />
    <ArrivalsView v-else />
  </main>
</template>

<style scoped>
.match {
  display: flex;
  min-height: 0;
  flex-direction: column;
}

.head {
  display: flex;
  min-height: 44px;
  flex: none;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  padding: 4px 12px;
  border-bottom: 1px solid var(--rule);
  background: var(--sheet);
}

h2 {
  font-size: 0.9375rem;
  font-weight: 650;
}

.words {
  min-width: 0;
}

.within {
  width: 148px;
}
</style>
