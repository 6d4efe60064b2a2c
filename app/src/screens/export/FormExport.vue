<script setup lang="ts">
import { Download, Ruler } from '@lucide/vue'
import { computed, ref } from 'vue'
import { EXPORT_FORMS, MEASURED_FORMS, reportText, type ExportForm } from '@arrow-bend/core/format/handOver'
import { formatRate, parseRate } from '@arrow-bend/core/time'
import { useDocument } from '../../session/document/document.ts'
import { fileName } from '../../session/document/fileName.ts'
import { saveBlob } from '../../session/document/saveProject.ts'
import NumberField from '../../ui/NumberField.vue'
import SegmentedChoice from '../../ui/SegmentedChoice.vue'
import { sizeWords } from './sizeWords.ts'
import { FORMS_OF, type ExportChoice } from './exportChoices.ts'
import MeasuredTable from './MeasuredTable.vue'
import ReportTable from './ReportTable.vue'
import ExportField from './ExportField.vue'
import RateField from './RateField.vue'
import StretchFields from './StretchFields.vue'
import { timingPages, timingPictures } from './timingPictures.ts'
import TimingPreview from './TimingPreview.vue'
import { textsIn, useForm, type FormWish } from './useForm.ts'
import { useMeasure } from './useMeasure.ts'
import type { Stretch } from './useStretch.ts'

/** A scene as a text that others play or read: how it is to be, how it comes through, and how large it is. */
const props = defineProps<{ choice: ExportChoice; stretch: Stretch }>()

const document = useDocument()

const form = ref<Exclude<ExportForm, 'bend'>>(FORMS_OF[props.choice]![0]!)
const rounds = ref<'forever' | 'once' | 'times'>('forever')
const times = ref(2)
const wrapped = ref<'json' | 'page' | 'module'>('page')
const packed = ref<'json' | 'lottie'>('json')
const transparent = ref(false)
const texts = ref<'texts' | 'outlines'>('texts')
const pictures = ref<'inside' | 'beside'>('inside')
const tolerance = ref(0.02)
const rate = ref(formatRate(document.rate))

const isPlayed = computed(() => props.choice !== 'numbers' && props.choice !== 'timing')
/** Whoever plays a Lottie animation says how often. */
const hasRounds = computed(() => isPlayed.value && props.choice !== 'lottie')
const isDrawing = computed(() => props.choice === 'svg')
const wish = computed((): FormWish => ({
  form: form.value,
  scene: props.stretch.scene.value,
  rounds: rounds.value === 'forever' ? 'forever' : rounds.value === 'once' ? 1 : times.value,
  tolerance: tolerance.value,
  transparent: transparent.value,
  texts: isDrawing.value ? texts.value : 'texts',
  wrapped: wrapped.value,
  rate: parseRate(rate.value),
}))
const { written, trouble, bytes, whenWritten } = useForm(() => wish.value)
const {
  measured,
  trouble: notMeasured,
  progress,
  isMeasuring,
  measure,
  cancel,
} = useMeasure(() => wish.value)

const WHAT: Readonly<Partial<Record<ExportForm, string>>> = {
  html: 'One HTML file that plays by itself in any current browser, without scripts. It fits any window, has a pause button, and stands still where less motion is asked for.',
  'svg-css':
    'One SVG that plays by itself, also as an image of a page, and stands still where less motion is asked for.',
  'svg-smil':
    'One SVG that plays by itself, also as an image of a page and where style sheets are taken away.',
  css: 'A class for each layer that moves. An element ends where your page puts it; --length and --distance change how long and how far.',
  webanimations: 'For the browser’s own engine, driven by a script: play, pause, seek, change the rate.',
  lottie:
    'A Lottie 1.0 animation: shapes, letters as shapes, pictures, scenes in scenes, groups and masks, with bends as they are or cut into splines.',
  csv: 'A table with a row a frame, and a column for each number of all that moves.',
  json: 'Each property that moves, with its value at every frame and its keys with their easings.',
  timing:
    'For those who animate by hand: each layer’s keys on a strip of frames, ladders with a step where the motion is at each frame, and when it starts, is fastest, and lands. Prints on A4 across.',
}
const FLAVOURS = [
  { value: 'svg-css', label: 'Style rules', hint: 'Stands still where less motion is asked for' },
  { value: 'svg-smil', label: 'Animation elements', hint: 'Plays where style sheets are taken away' },
] as const
const PICTURES = [
  { value: 'inside', label: 'Inside', hint: 'One file with all that it shows' },
  { value: 'beside', label: 'Beside', hint: 'Files of their own, in a zip with it' },
] as const
/** Pages and drawings may have their pictures beside them. */
const hasPictures = computed(
  () =>
    (isDrawing.value || props.choice === 'html') &&
    document.project!.assets.some(({ kind }) => kind === 'picture'),
)
const areBeside = computed(() => hasPictures.value && pictures.value === 'beside')
const TEXTS = [
  { value: 'texts', label: 'Texts', hint: 'Can be read and searched; the font goes with them' },
  { value: 'outlines', label: 'Shapes', hint: 'Look the same everywhere, without a font' },
] as const
const hasTexts = computed(() => textsIn(document.project!, props.stretch.scene.value))
const PACKED = [
  { value: 'json', label: 'JSON' },
  { value: 'lottie', label: 'dotLottie', hint: 'The same, zipped' },
] as const
const NUMBERS = [
  { value: 'csv', label: 'CSV' },
  { value: 'json', label: 'JSON' },
] as const
const ROUNDS = [
  { value: 'forever', label: 'Over and over' },
  { value: 'once', label: 'Once' },
  { value: 'times', label: 'So many times' },
] as const
const WRAPPED = [
  { value: 'page', label: 'Page', hint: 'HTML with play, pause, seek and rate' },
  { value: 'module', label: 'Module', hint: 'JavaScript to import' },
  { value: 'json', label: 'Data', hint: 'JSON of keyframes and timing' },
] as const

const ending = computed(() =>
  props.choice === 'lottie'
    ? packed.value
    : props.choice !== 'webanimations'
      ? EXPORT_FORMS[form.value].ending
      : { page: 'html', module: 'js', json: 'json' }[wrapped.value],
)
const NAMES: Readonly<Partial<Record<ExportChoice, string>>> = {
  html: 'page',
  svg: 'SVG',
  css: 'style sheet',
  webanimations: 'animations',
  numbers: 'numbers',
  lottie: 'Lottie',
  timing: 'timing sheet',
}
const name = computed(() => `${document.project!.name} ${document.scene!.name}`)
const save = (): Promise<void> =>
  saveBlob(
    async () => {
      const { text } = await whenWritten()
      if (areBeside.value)
        return (await import('./zipBeside.ts')).zipBeside(text, fileName(name.value, ending.value))
      if (ending.value !== 'lottie') return new Blob([text], { type: EXPORT_FORMS[form.value].type })
      const { dotLottie } = await import('@arrow-bend/core/format/lottie')
      return new Blob([dotLottie(text, document.scene!.name)], { type: 'application/zip' })
    },
    fileName(
      props.choice === 'timing' ? `${name.value} timing` : name.value,
      areBeside.value ? 'zip' : ending.value,
    ),
  )
const pages = computed(() =>
  props.choice === 'timing' && written.value ? timingPages(written.value.text) : [],
)
const savePictures = (): Promise<void> =>
  saveBlob(
    () => timingPictures(pages.value),
    fileName(`${name.value} timing`, pages.value.length === 1 ? 'png' : 'zip'),
  )
const saveReport = (): Promise<void> =>
  saveBlob(
    async () => {
      const { report } = await whenWritten()
      return new Blob([reportText(report, `${name.value}, ${bytes.value} bytes.`, measured.value)], {
        type: 'text/plain',
      })
    },
    fileName(`${name.value} report`, 'txt'),
  )
</script>

<template>
  <p>{{ WHAT[form] }}</p>
  <div class="options">
    <ExportField v-if="isDrawing" label="Moved by"
      ><SegmentedChoice v-model="form" label="Moved by" :options="FLAVOURS"
    /></ExportField>
    <ExportField v-if="isDrawing && hasTexts" label="Texts leave as"
      ><SegmentedChoice v-model="texts" label="Texts leave as" :options="TEXTS"
    /></ExportField>
    <ExportField v-if="hasPictures" label="Pictures"
      ><SegmentedChoice v-model="pictures" label="Pictures" :options="PICTURES"
    /></ExportField>
    <ExportField v-if="choice === 'numbers'" label="Written as"
      ><SegmentedChoice v-model="form" label="Written as" :options="NUMBERS"
    /></ExportField>
    <ExportField v-if="choice === 'webanimations'" label="Written as"
      ><SegmentedChoice v-model="wrapped" label="Written as" :options="WRAPPED"
    /></ExportField>
    <ExportField v-if="choice === 'lottie'" label="Written as"
      ><SegmentedChoice v-model="packed" label="Written as" :options="PACKED"
    /></ExportField>
    <ExportField v-if="hasRounds" label="Played"
      ><SegmentedChoice v-model="rounds" label="Played" :options="ROUNDS"
    /></ExportField>
    <ExportField v-if="hasRounds && rounds === 'times'" label="Times"
      ><NumberField
        :model-value="times"
        label="Times"
        :min="1"
        :max="1000"
        :digits="0"
        @input="(value) => (times = value)"
    /></ExportField>
    <StretchFields :stretch="stretch" />
    <RateField v-if="choice === 'numbers'" v-model="rate" />
    <ExportField v-if="isPlayed" label="Nowhere farther off than"
      ><NumberField
        :model-value="tolerance"
        label="Tolerance"
        unit="px"
        :min="0.001"
        :max="10"
        :step="0.01"
        :digits="3"
        @input="(value) => (tolerance = value)"
      />
    </ExportField>
    <label v-if="isDrawing" class="check"
      ><input v-model="transparent" type="checkbox" class="size-4" />Without the background</label
    >
  </div>
  <div class="save">
    <button type="button" class="button button-primary" :disabled="trouble !== ''" @click="save">
      <Download :size="16" aria-hidden="true" />Save {{ NAMES[choice] }}…
    </button>
    <button
      v-if="choice === 'timing'"
      type="button"
      class="button"
      :disabled="pages.length === 0"
      @click="savePictures"
    >
      Save as PNG…
    </button>
    <span role="status">{{ trouble || (written ? sizeWords(bytes) : 'Being written…') }}</span>
    <button v-if="isPlayed" type="button" class="button" :disabled="trouble !== ''" @click="saveReport">
      Save report…
    </button>
    <button
      v-if="MEASURED_FORMS.has(form)"
      type="button"
      class="button"
      :disabled="trouble !== ''"
      title="Plays the file here and tells how far from the stage it is"
      @click="isMeasuring ? cancel() : measure()"
    >
      <Ruler :size="16" aria-hidden="true" />{{ isMeasuring ? 'Stop measuring' : 'Measure it' }}
    </button>
    <progress v-if="isMeasuring" :value="progress[0]" :max="progress[1] || 1" aria-label="Frames looked at" />
    <span role="status">{{ notMeasured }}</span>
  </div>
  <MeasuredTable v-if="measured" :measured="measured" />
  <TimingPreview v-if="pages.length > 0" :pages="pages" />
  <ReportTable v-if="written && isPlayed" :report="written.report" />
</template>

<style scoped src="./export.css"></style>
