<script setup lang="ts">
import {
  ChevronLeft,
  ChevronRight,
  ChevronFirst,
  ChevronLast,
  Magnet,
  Pause,
  Play,
  Repeat,
  StepBack,
  StepForward,
  Disc,
  ListEnd,
} from '@lucide/vue'
import { computed, defineAsyncComponent } from 'vue'
import { keyEditWords, keyStateAt, keyStateWords } from '@arrow-bend/core/property'
import { findProperty } from '@arrow-bend/core/edit'
import { frameTicks, type TimeDisplay } from '@arrow-bend/core/time'
import { useDeferredViews } from '../../../session/document/deferredViews.ts'
import { usePlayback } from '../../../session/playback/playback.ts'
import { useLayerTime } from '../../../session/playback/useLayerTime.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection/selection.ts'
import { keysOf } from '../../../command/keys/keysOf.ts'
import NumberField from '../../../ui/NumberField.vue'
import IconButton from '../../../ui/IconButton.vue'
import { steady } from '../../../ui/steady.ts'
import { vOneStop } from '../../../ui/focus/oneStop.ts'
import type { Commands } from '../../../command/useCommands.ts'
import PlayMeasure from './PlayMeasure.vue'
import RailTime from './RailTime.vue'

// Silent projects do without.
const SoundSwitch = defineAsyncComponent(() => import('./SoundSwitch.vue'))

/** The strip between stage and deck: transport, time, switches, measured speed. */
const props = defineProps<{ actions: Commands }>()

const deferred = useDeferredViews()
const playback = usePlayback()
const preferences = usePreferences()
const selection = useSelection()

const scene = computed(() => deferred.panel.scene!)
const rate = steady(() => scene.value.rate)
const hasSound = computed(() => deferred.panel.project?.assets.some(({ kind }) => kind !== 'picture'))
const DISPLAYS: readonly { value: TimeDisplay; label: string }[] = [
  { value: 'timecode', label: 'Timecode' },
  { value: 'frames', label: 'Frames' },
  { value: 'seconds', label: 'Seconds' },
]
const chosenTime = useLayerTime(() => selection.properties[0]?.layer ?? '')
const where = steady(() => {
  const ref = selection.properties[0]
  const { project } = deferred.panel
  const property = ref && project ? findProperty(project, ref) : null
  if (!ref || !property) return null
  const layer = scene.value.layers.find(({ id }) => id === ref.layer)
  const state = keyStateAt(property, chosenTime.value, frameTicks(rate.value) / 2)
  const does = keyEditWords(state, preferences.autoKey)
  return { name: layer?.name ?? '', words: keyStateWords(state), does: does && `: ${does}` }
})
</script>

<template>
  <section v-one-stop class="rail" data-region="rail" aria-label="Transport">
    <RailTime :rate="rate" />
    <span class="divide" />
    <span class="group">
      <IconButton
        :icon="ChevronFirst"
        label="Start of the play range"
        :keys="keysOf('start')"
        @press="playback.seek(playback.range[0])"
      />
      <IconButton
        :icon="StepBack"
        label="One frame back"
        :keys="keysOf('frameBack')"
        @press="playback.seekFrames(-1)"
      />
      <button
        type="button"
        class="play"
        data-entry
        :aria-label="playback.playing ? 'Pause' : 'Play'"
        :title="`${playback.playing ? 'Pause' : 'Play'} (${keysOf('play')})`"
        @click="playback.toggle()"
      >
        <component :is="playback.playing ? Pause : Play" :size="16" :stroke-width="2" aria-hidden="true" />
      </button>
      <IconButton
        :icon="StepForward"
        label="One frame on"
        :keys="keysOf('frameOn')"
        @press="playback.seekFrames(1)"
      />
      <IconButton
        :icon="ChevronLast"
        label="End of the play range"
        :keys="keysOf('end')"
        @press="props.actions.run('end', false)"
      />
      <IconButton
        :icon="Repeat"
        label="Loop"
        :pressed="preferences.loop"
        @press="preferences.loop = !preferences.loop"
      />
      <SoundSwitch v-if="hasSound" />
    </span>
    <span class="divide" />
    <span class="group">
      <IconButton
        :icon="ChevronLeft"
        label="Previous key"
        :keys="keysOf('keyBack')"
        @press="props.actions.run('keyBack', $event.shiftKey)"
      />
      <IconButton
        :icon="Disc"
        label="Set or remove a key"
        :keys="keysOf('key')"
        :disabled="selection.properties.length === 0"
        @press="props.actions.run('key', false)"
      />
      <IconButton
        :icon="ChevronRight"
        label="Next key"
        :keys="keysOf('keyOn')"
        @press="props.actions.run('keyOn', $event.shiftKey)"
      />
    </span>
    <span class="where" :title="where ? `${where.name} ${where.words}${where.does}` : undefined">
      <template v-if="where"
        ><b>{{ where.name }}</b> {{ where.words }}{{ where.does }}</template
      >
    </span>
    <span class="divide" />
    <button
      type="button"
      class="switch"
      :aria-pressed="preferences.snap"
      @click="preferences.snap = !preferences.snap"
    >
      <Magnet :size="16" :stroke-width="1.75" aria-hidden="true" />Snap
    </button>
    <button
      type="button"
      class="switch"
      :aria-pressed="preferences.autoKey"
      title="On: changing an animated value between keys adds a key. Off: it shifts all its keys."
      @click="preferences.autoKey = !preferences.autoKey"
    >
      <Disc :size="16" :stroke-width="1.75" aria-hidden="true" />Auto-key
    </button>
    <button
      type="button"
      class="switch"
      :aria-pressed="preferences.ripple"
      title="On: what comes later on the same layers goes along when keys are dragged or nudged"
      @click="preferences.ripple = !preferences.ripple"
    >
      <ListEnd :size="16" :stroke-width="1.75" aria-hidden="true" />Ripple
    </button>
    <NumberField
      class="pace"
      label="Playback speed"
      unit="%"
      :digits="0"
      :min="10"
      :max="400"
      :model-value="preferences.playPercent"
      title="Playback speed; time stays real, frames are left out"
      @input="(value: number) => (preferences.playPercent = Math.round(value))"
    />
    <select
      v-model="preferences.timeDisplay"
      class="field shrink-0 px-1 text-[0.75rem]"
      aria-label="Show time as"
    >
      <option v-for="{ value, label } in DISPLAYS" :key="value" :value="value">{{ label }}</option>
    </select>
    <span class="divide" />
    <PlayMeasure :rate="rate" />
  </section>
</template>

<style scoped>
.rail {
  display: flex;
  min-height: 40px;
  flex: none;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 6px;
  padding: 0 8px;
  border-top: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
  background: var(--sheet);
}

.group {
  display: flex;
  align-items: center;
  gap: 2px;
}

.divide {
  width: 1px;
  height: 20px;
  flex: none;
  background: var(--rule);
}

.play {
  display: grid;
  width: 44px;
  height: 28px;
  margin: 0 4px;
  place-items: center;
  border-radius: 6px;
  background: var(--pencil);
  color: var(--on-pencil);
}

.switch {
  display: inline-flex;
  height: 28px;
  flex: none;
  align-items: center;
  gap: 4px;
  padding: 0 6px;
  border-radius: 6px;
  color: var(--ink-2);
}

.switch[aria-pressed='true'] {
  background: var(--sheet-2);
  box-shadow:
    inset 0 0 0 1px var(--rule),
    inset 0 -2px 0 var(--pencil);
  color: var(--ink);
}

.where {
  min-width: 0;
  flex: 1 1 0;
  overflow: hidden;
  font-size: 0.75rem;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.pace {
  width: 56px;
  flex: none;
}

/* In a narrow window the switches are known by their marks; what does not fit goes on in a second line. */
@media (width < 1180px) {
  .switch {
    width: 28px;
    overflow: hidden;
    justify-content: center;
    font-size: 0;
    gap: 0;
  }

  .where {
    flex-basis: 60px;
  }
}

@media (width < 520px) {
  .divide,
  .where {
    display: none;
  }
}
</style>
