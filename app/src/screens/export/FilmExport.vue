<script setup lang="ts">
import { Clapperboard, Download } from '@lucide/vue'
import { computed, ref } from 'vue'
import { formatRate, parseRate } from '@arrow-bend/core/time'
import { useDocument } from '../../session/document/document.ts'
import { fileName } from '../../session/document/fileName.ts'
import { saveBlob } from '../../session/document/saveProject.ts'
import { useFilmJob } from '../../session/export/filmJob.ts'
import NumberField from '../../ui/NumberField.vue'
import SegmentedChoice from '../../ui/SegmentedChoice.vue'
import { frameCount, frameMoments, mayBeHeard } from '../../work/film/filmFrames.ts'
import { MOST_SIDE, type FilmKind, type FilmQuality } from '../../work/film/filmSink.ts'
import ExportField from './ExportField.vue'
import RateField from './RateField.vue'
import StretchFields from './StretchFields.vue'
import { sizeWords } from './sizeWords.ts'
import type { Stretch } from './useStretch.ts'

/** A scene as a video, a GIF or its frames, made in the background. */
const props = defineProps<{ choice: 'film' | 'gif' | 'frames'; stretch: Stretch }>()

const document = useDocument()
const job = useFilmJob()

const size = computed(() => document.scene!.size)
const video = ref<'webm' | 'mp4'>('webm')
const laid = ref<'frames' | 'sheet'>('frames')
const kind = computed((): FilmKind =>
  props.choice === 'film' ? video.value : props.choice === 'gif' ? 'gif' : laid.value,
)
const width = ref(props.choice === 'gif' ? Math.min(640, size.value[0]) : size.value[0])
const height = computed(() => Math.max(1, Math.round((width.value / size.value[0]) * size.value[1])))
const rate = ref(formatRate(props.choice === 'gif' ? parseRate('25') : document.rate))
const quality = ref<FilmQuality>('good')
const transparent = ref(false)
const hasSound = computed(() => props.choice === 'film' && mayBeHeard(document.project!, document.scene!))
const heard = ref(true)
const looks = ref('1')
const shutter = ref(180)
const rounds = ref<'forever' | 'once'>('forever')

const VIDEOS = [
  { value: 'webm', label: 'WebM', hint: 'VP9; may be seen through' },
  { value: 'mp4', label: 'MP4', hint: 'H.264, where this browser has it' },
] as const
const LAID = [
  { value: 'frames', label: 'A PNG each', hint: 'In a zip, numbered' },
  { value: 'sheet', label: 'One sheet', hint: 'All in one PNG, with JSON that tells where' },
] as const
const QUALITIES = [
  { value: 'small', label: 'Small' },
  { value: 'good', label: 'Good' },
  { value: 'best', label: 'Best' },
] as const
const ROUNDS = [
  { value: 'forever', label: 'Over and over' },
  { value: 'once', label: 'Once' },
] as const
const WHAT = {
  film: 'A video of the pictures, drawn by what draws the stage, with the scene’s sound.',
  gif: 'A GIF with the 256 colours each frame needs most. Its frames last whole hundredths of a second.',
  frames: 'Every frame as it is drawn on the stage, to the pixel.',
} as const

const count = computed(() => frameCount(props.stretch.scene.value, parseRate(rate.value)))
const asFrames = computed(() => `${count.value} ${count.value === 1 ? 'frame' : 'frames'}`)
const canBeClear = computed(() => kind.value !== 'mp4')
const ENDINGS: Readonly<Record<FilmKind, string>> = {
  webm: 'webm',
  mp4: 'mp4',
  gif: 'gif',
  frames: 'zip',
  sheet: 'zip',
}
const name = computed(() => {
  const more = kind.value === 'frames' ? ' frames' : kind.value === 'sheet' ? ' sheet' : ''
  return fileName(`${document.project!.name} ${document.scene!.name}${more}`, ENDINGS[kind.value])
})
const make = (): Promise<void> => {
  const perSecond = parseRate(rate.value)
  return job.make(
    document.project!,
    {
      kind: kind.value,
      rate: perSecond.num / perSecond.den,
      count: count.value,
      width: width.value,
      height: height.value,
      quality: quality.value,
      transparent: transparent.value && canBeClear.value,
      heard: hasSound.value && heard.value,
      rounds: rounds.value === 'once' ? 1 : 0,
      scene: props.stretch.scene.value,
      momentsAt: frameMoments(props.stretch.scene.value, perSecond, {
        looks: Number(looks.value),
        angle: shutter.value,
      }),
    },
    name.value,
  )
}
const save = (): Promise<void> => saveBlob(() => job.file!, job.name)
const leftWords = computed(() => {
  if (job.left === null) return ''
  const seconds = Math.ceil(job.left)
  return seconds < 90 ? `, about ${seconds} s to go` : `, about ${Math.round(seconds / 60)} min to go`
})
</script>

<template>
  <p>{{ WHAT[choice] }}</p>
  <div class="options">
    <ExportField v-if="choice === 'film'" label="Written as"
      ><SegmentedChoice v-model="video" label="Written as" :options="VIDEOS"
    /></ExportField>
    <ExportField v-if="choice === 'frames'" label="Written as"
      ><SegmentedChoice v-model="laid" label="Written as" :options="LAID"
    /></ExportField>
    <StretchFields :stretch="stretch" />
    <ExportField :label="`Width (height ${height} px)`"
      ><NumberField
        :model-value="width"
        label="Width"
        unit="px"
        :min="2"
        :max="MOST_SIDE"
        :digits="0"
        @input="(value) => (width = value)"
      />
    </ExportField>
    <RateField v-model="rate" />
    <ExportField v-if="choice !== 'frames'" label="Quality"
      ><SegmentedChoice v-model="quality" label="Quality" :options="QUALITIES"
    /></ExportField>
    <ExportField v-if="choice === 'gif'" label="Played"
      ><SegmentedChoice v-model="rounds" label="Played" :options="ROUNDS"
    /></ExportField>
    <ExportField label="Motion blur"
      ><select v-model="looks" aria-label="Motion blur" class="field">
        <option value="1">none</option>
        <option v-for="many in ['4', '8', '16', '32']" :key="many" :value="many">of {{ many }} looks</option>
      </select>
    </ExportField>
    <ExportField v-if="looks !== '1'" label="Shutter open for"
      ><NumberField
        :model-value="shutter"
        label="Shutter"
        unit="°"
        :min="1"
        :max="360"
        :digits="0"
        @input="(value) => (shutter = value)"
      />
    </ExportField>
    <label class="check" :class="{ off: !canBeClear }"
      ><input v-model="transparent" type="checkbox" class="size-4" :disabled="!canBeClear" />Without the
      background</label
    >
    <label v-if="hasSound" class="check"
      ><input v-model="heard" type="checkbox" class="size-4" />With its sound</label
    >
  </div>
  <div class="save">
    <button
      type="button"
      class="button"
      :class="{ 'button-primary': !job.file }"
      :disabled="job.isMaking"
      @click="make"
    >
      <Clapperboard :size="16" aria-hidden="true" />Make {{ asFrames }}
    </button>
    <button v-if="job.isMaking" type="button" class="button" @click="job.cancel">Cancel</button>
    <button v-if="job.file" type="button" class="button button-primary" @click="save">
      <Download :size="16" aria-hidden="true" />Save “{{ job.name }}”…
    </button>
    <span v-if="job.file">{{ sizeWords(job.file.size) }}</span>
  </div>
  <div v-if="job.isMaking" class="making">
    <progress :value="job.done" :max="job.count" aria-label="Frames made" />
    <span>{{ job.done }} of {{ job.count }} frames{{ leftWords }}. You can go on working.</span>
  </div>
  <p role="status" class="trouble">{{ job.trouble }}</p>
</template>

<style scoped src="./export.css"></style>

<style scoped>
.making {
  display: flex;
  align-items: center;
  gap: 12px;
}

.trouble {
  color: var(--ink);
  font-weight: 600;
}

.off {
  color: var(--ink-2);
}
</style>
