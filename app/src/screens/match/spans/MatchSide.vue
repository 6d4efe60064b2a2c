<script setup lang="ts">
import {
  AlignEndVertical,
  AlignStartVertical,
  ArrowLeftRight,
  Copy,
  FlipHorizontal2,
  Link,
  Merge,
  Mountain,
  Ruler,
} from '@lucide/vue'
import { computed, type Component } from 'vue'
import SegmentedChoice from '../../../ui/SegmentedChoice.vue'
import { numberWords } from '../../../ui/numberWords.ts'
import RunFields from './RunFields.vue'
import type { Match } from '../useMatch.ts'
import type { MatchCommand, MatchCommands } from './useMatchCommands.ts'

/** A and B in numbers, and what makes them agree. */
const props = defineProps<{ match: Match; commands: MatchCommands }>()

const { scope } = props.commands
const first = computed(() => props.match.first.value!)
const second = computed(() => props.match.second.value!)
const facts = computed(() => {
  const difference = props.match.differenceOf(second.value)
  const [one, other] = [props.match.characterOf(first.value), props.match.characterOf(second.value)]
  if (!difference || !one || !other) return []
  const { startFrames, endFrames, frame, units } = difference
  const offset = (frames: number): string =>
    Math.abs(frames) < 0.005
      ? 'together'
      : `${numberWords(Math.abs(frames), 2)} f ${frames > 0 ? 'later' : 'earlier'}`
  const sides = startFrames === endFrames
  return [
    ...(sides
      ? [['B starts and ends', offset(startFrames)]]
      : [
          ['B starts', offset(startFrames)],
          ['B ends', offset(endFrames)],
        ]),
    ['Widest at frame', numberWords(frame, 1)],
    ['There B is off by', `${numberWords(units, 1)} ${second.value.unit}`],
    ['Fastest, A', `${numberWords(one.peakPercent, 0)} %/s at f ${numberWords(one.peakFrame, 1)}`],
    ['Fastest, B', `${numberWords(other.peakPercent, 0)} %/s at f ${numberWords(other.peakFrame, 1)}`],
    ['Overshoot', `A ${numberWords(one.overshoot, 1)} %, B ${numberWords(other.overshoot, 1)} %`],
  ] as const
})
const SCOPES = [
  { value: 'second', label: 'B' },
  { value: 'all', label: 'All checked' },
] as const
const many = computed(() => props.match.entries.value.length > 2)
const onto = computed(() =>
  scope.value === 'second' || !many.value ? 'B' : `${props.commands.targets.value.length}`,
)
interface Button {
  readonly command: MatchCommand
  readonly label: string
  readonly icon: Component
  readonly hint: string
}
const BUTTONS = computed<readonly Button[]>(() => [
  {
    command: 'give',
    label: onto.value === 'B' ? 'Copy A to B' : `Copy A to ${onto.value}`,
    icon: Copy,
    hint: 'A’s bends; when they are stays',
  },
  { command: 'giveBack', label: 'Copy B to A', icon: Copy, hint: 'B’s bends; when they are stays' },
  {
    command: 'starts',
    label: 'Align starts',
    icon: AlignStartVertical,
    hint: 'Slides so that both start together',
  },
  { command: 'ends', label: 'Align ends', icon: AlignEndVertical, hint: 'Slides so that both end together' },
  {
    command: 'both',
    label: 'Align both',
    icon: ArrowLeftRight,
    hint: 'Stretches so that both start and end together',
  },
  { command: 'lengths', label: 'Match length', icon: Ruler, hint: 'Stretches from where it starts' },
  {
    command: 'peaks',
    label: 'Match peak',
    icon: Mountain,
    hint: 'Fastest at the same time and as fast, in % of the change a second',
  },
  { command: 'mirror', label: 'Mirror A onto', icon: FlipHorizontal2, hint: 'A’s bends played backwards' },
  {
    command: 'one',
    label: 'Make one',
    icon: Merge,
    hint: 'A’s times, keys and bends, from its own first value to its own last',
  },
])
</script>

<template>
  <div class="side">
    <div class="facts">
      <RunFields letter="A" hue="place" :entry="first" />
      <RunFields letter="B" hue="size" :entry="second" />
      <dl>
        <template v-for="[name, value] in facts" :key="name">
          <dt>{{ name }}</dt>
          <dd>{{ value }}</dd>
        </template>
      </dl>
    </div>
    <SegmentedChoice v-if="many" v-model="scope" label="What is changed" :options="SCOPES" />
    <button
      type="button"
      class="button button-primary link"
      title="One edit changes all from then on"
      v-bind="commands.onButton('link')"
    >
      <Link :size="15" aria-hidden="true" />
      <span class="grow text-left">{{
        onto === 'B' ? 'Link both to one bend' : `Link A and ${onto} to one bend`
      }}</span>
    </button>
    <div class="buttons">
      <button
        v-for="{ command, label, icon, hint } in BUTTONS"
        :key="command"
        type="button"
        class="button"
        :title="hint"
        v-bind="commands.onButton(command)"
      >
        <component :is="icon" :size="14" aria-hidden="true" />
        <span class="grow truncate text-left">{{ label }}</span>
      </button>
    </div>
    <p v-if="commands.trouble.value" class="hint trouble" role="alert">{{ commands.trouble.value }}</p>
    <p v-else class="hint">
      {{
        commands.looked.value
          ? 'This is how it would be: press to do it.'
          : 'Point at one to see it; press it to do it.'
      }}
    </p>
  </div>
</template>

<style scoped>
.side {
  display: flex;
  min-width: 0;
  flex: 1;
  flex-direction: column;
  gap: 7px;
}

.side > * {
  flex-shrink: 0;
}

/* What is told changes with what is looked at; what is pressed stays where it is. */
.facts {
  display: flex;
  overflow: hidden auto;
  min-height: 0;
  flex: 1 1 0;
  flex-direction: column;
  gap: 7px;
  scrollbar-width: thin;
}

dl {
  display: grid;
  gap: 1px 8px;
  grid-template-columns: auto 1fr;
}

dt {
  color: var(--ink-2);
  font-size: 0.75rem;
}

dd {
  font-size: 0.75rem;
  text-align: right;
}

.link {
  padding: 0 8px;
}

.buttons {
  display: grid;
  gap: 4px;
  grid-template-columns: 1fr 1fr;
}

.buttons .button {
  min-width: 0;
  min-height: 26px;
  padding: 0 7px;
  font-size: 0.75rem;
}

.hint {
  overflow: auto;
  height: 32px;
  color: var(--ink-2);
  font-size: 0.75rem;
}

.trouble {
  color: var(--pencil);
}
</style>
