<script setup lang="ts">
import { Pipette } from '@lucide/vue'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import {
  colourText,
  hexOf,
  isColour,
  isInSrgb,
  oklabOfOklch,
  oklchOf,
  parseColour,
} from '@arrow-bend/core/property'
import { usedColours } from '@arrow-bend/core/scene'
import { useDocument, type Gesture, type Recipe } from '../../../session/document/document.ts'
import { useRecentColours } from '../../../session/recentColours.ts'
import IconButton from '../../../ui/IconButton.vue'
import { toast } from '../../../ui/toast.ts'
import { pickFromStage } from './pickFromStage.ts'

/** A colour by lightness, chroma and hue, by its name or number, from the picture, or one that was used before. */
const props = defineProps<{
  name: string
  /** Any CSS colour. */
  modelValue: string
  /** What the step is called in the history. */
  edit: string
  recipe: (colour: string) => Recipe<unknown>
}>()

const document = useDocument()
const recent = useRecentColours()

/** Farther than any colour of a screen. */
const MOST_CHROMA = 0.37
const PARTS = [
  { label: 'Lightness', most: 1, step: 0.005, show: (value: number) => `${Math.round(value * 100)} %` },
  { label: 'Chroma', most: MOST_CHROMA, step: 0.0025, show: (value: number) => value.toFixed(3) },
  { label: 'Hue', most: 360, step: 1, show: (value: number) => `${Math.round(value)}°` },
  { label: 'Opacity', most: 1, step: 0.01, show: (value: number) => `${Math.round(value * 100)} %` },
] as const
type Parts = readonly [l: number, c: number, h: number, alpha: number]

const partsOf = (text: string, before?: Parts): Parts => {
  const colour = parseColour(text)
  const [l, c, h] = oklchOf(colour)
  // What has no hue of its own keeps the one it was turned to.
  return [l, c, c < 0.002 && before ? before[2] : h, colour[3]]
}
const textOf = ([l, c, h, alpha]: Parts): string => colourText(oklabOfOklch(l, c, h, alpha))
const parts = ref(partsOf(props.modelValue))
const text = computed(() => textOf(parts.value))
const before = props.modelValue
watch(
  () => props.modelValue,
  (now) => {
    if (now !== text.value) parts.value = partsOf(now, parts.value)
  },
)

let gesture: Gesture | null = null
/** What the sliders said before the run under way. */
let begun = parts.value
/** The slider it is of: one that is pressed moves before the keyboard leaves another. */
let sliding = -1
/** A drag that was given up goes on under the hand, and is told of once more as that lets go: the next press ends it. */
let isRefused = false
const giveUp = (): void => {
  if (!gesture) return
  gesture.cancel()
  gesture = null
  parts.value = begun
  isRefused = isHeld
}
let isHeld = false
const takeHold = (): void => {
  isHeld = true
  isRefused = false
}
const letGo = (): void => {
  isHeld = false
  commit()
}
const commit = (): void => {
  if (!gesture) return
  gesture.commit()
  gesture = null
}
onBeforeUnmount(() => {
  commit()
  if (text.value !== textOf(partsOf(before))) recent.keep(text.value)
})
/** A drag, or a run of key presses, is one step. */
const slide = (at: number, slider: HTMLInputElement): void => {
  if (isRefused) {
    slider.value = String(parts.value[at])
    return
  }
  const value = Number(slider.value)
  const now = parts.value.map((part, i) => (i === at ? value : part)) as unknown as Parts
  if (!gesture) {
    begun = parts.value
    sliding = at
    gesture = document.begin(props.edit)
  }
  parts.value = now
  gesture.preview(props.recipe(textOf(now)))
}
const take = (colour: string): void => {
  commit()
  parts.value = partsOf(colour, parts.value)
  document.apply(props.edit, props.recipe(colour))
}
const read = (event: Event): void => {
  const field = event.target as HTMLInputElement
  const typed = field.value.trim()
  // The browser tells of what was typed again as the field is left.
  if (isColour(typed) && colourText(parseColour(typed)) === props.modelValue) return
  if (isColour(typed)) take(typed)
  else {
    toast.error(
      `“${typed.slice(0, 40)}” is not a colour. Try #C8401A, teal or oklch(0.6 0.17 40). The old one was kept.`,
    )
    field.value = props.modelValue
  }
}
/** Keys are for what is turned or typed into, but for saving. Escape gives up what is under way, and else leaves. */
const keepKey = (event: KeyboardEvent): void => {
  const saves = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 's'
  if (saves) commit()
  else if (event.key !== 'Escape' || gesture) event.stopPropagation()
  if (event.key === 'Escape') giveUp()
  else isRefused = false
}
const onFieldKey = (event: KeyboardEvent): void => {
  if (event.key === 'Enter') read(event)
  keepKey(event)
}
const pick = async (): Promise<void> => {
  const colour = await pickFromStage()
  if (colour) take(colour)
}

/** Colours along a slider; what no plain screen can show is left bare. */
const SHOWN = 24
const trackOf = (at: number): string => {
  const stops = Array.from({ length: SHOWN }, (_, i) => {
    const share = (i + 0.5) / SHOWN
    const [l, c, h, alpha] = parts.value.map((part, k) =>
      k === at ? share * PARTS[at]!.most : part,
    ) as unknown as Parts
    const colour = oklabOfOklch(l, c, h, at === 3 ? alpha : 1)
    const shown = isInSrgb(colour) ? hexOf(colour) : 'transparent'
    return `${shown} ${(100 * i) / SHOWN}% ${(100 * (i + 1)) / SHOWN}%`
  })
  return `linear-gradient(to right, ${stops.join(', ')})`
}
const isShowable = computed(() => isInSrgb(parseColour(text.value)))
/** As they were when it opened: nothing moves away under the hand. */
const palettes = [
  { label: 'Used last', colours: recent.list },
  { label: 'In this scene', colours: document.scene ? usedColours(document.scene, 16) : [] },
].filter(({ colours }) => colours.length > 0)
</script>

<template>
  <div class="picker">
    <div class="top">
      <span class="sample" :title="`Before and now: ${before}, ${text}`">
        <span :style="{ background: before }" /><span :style="{ background: text }" />
      </span>
      <input
        class="field mono grow"
        :aria-label="`${name}: name or number`"
        :value="modelValue"
        @keydown="onFieldKey"
        @change="read"
      />
      <IconButton small :icon="Pipette" label="Pick from the picture" @press="pick" />
    </div>
    <label v-for="(part, i) in PARTS" :key="part.label" class="slide">
      <span>{{ part.label }}</span>
      <input
        type="range"
        :aria-label="part.label"
        :aria-valuetext="part.show(parts[i]!)"
        min="0"
        :max="part.most"
        :step="part.step"
        :value="parts[i]"
        :style="{ '--track': trackOf(i) }"
        @keydown="keepKey"
        @input="slide(i, $event.target as HTMLInputElement)"
        @pointerdown="takeHold"
        @pointerup="letGo"
        @pointercancel="letGo"
        @blur="sliding === i && commit()"
      />
      <output>{{ part.show(parts[i]!) }}</output>
    </label>
    <p v-if="!isShowable" class="note">Beyond sRGB: most screens show the nearest they can.</p>
    <div v-for="{ label, colours } in palettes" :key="label" class="palette">
      <span>{{ label }}</span>
      <span class="chips" role="group" :aria-label="label">
        <button
          v-for="colour in colours"
          :key="colour"
          type="button"
          class="chip"
          :style="{ '--chip': colour }"
          :aria-label="colour"
          :title="colour"
          @click="take(colour)"
        />
      </span>
    </div>
  </div>
</template>

<style scoped>
.picker {
  display: grid;
  min-width: 0;
  padding: 4px;
  grid-template-columns: minmax(0, 1fr);
  font-size: 0.75rem;
  gap: 6px;
}

.top,
.slide {
  display: flex;
  align-items: center;
  gap: 6px;
}

.top .field {
  min-width: 0;
  padding: 0 6px;
  font-size: 0.75rem;
}

.sample {
  display: flex;
  overflow: hidden;
  width: 48px;
  height: 26px;
  flex: none;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--chequers);
}

.sample span {
  flex: 1;
}

.slide > span:first-child {
  width: 54px;
  flex: none;
  color: var(--ink-2);
}

.slide output {
  width: 44px;
  flex: none;
  font-size: 0.6875rem;
  font-family: var(--font-mono);
  text-align: right;
}

.slide input {
  height: 22px;
  min-width: 0;
  flex: 1;
  appearance: none;
  background: none;
  cursor: pointer;
}

.slide input::-webkit-slider-runnable-track {
  height: 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--track), var(--chequers);
}

.slide input::-moz-range-track {
  height: 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--track), var(--chequers);
}

.slide input::-webkit-slider-thumb {
  width: 8px;
  height: 20px;
  border: 2px solid var(--sheet);
  border-radius: 4px;
  margin-top: -5px;
  appearance: none;
  background: var(--ink);
  box-shadow: 0 0 0 1px var(--ink);
}

.note {
  color: var(--ink-2);
}

.palette {
  display: grid;
  color: var(--ink-2);
  gap: 2px;
}

.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
}

.chip {
  width: 24px;
  height: 24px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: linear-gradient(var(--chip), var(--chip)), var(--chequers);
}
</style>
