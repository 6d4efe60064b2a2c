<script setup lang="ts">
import { ClipboardPaste, Copy, Scissors } from '@lucide/vue'
import { computed, ref } from 'vue'
import { toast } from '../../../../ui/toast.ts'
import {
  clipEnd,
  findProperty,
  pasteBends,
  pasteKeys,
  pasteTargets,
  pasteTiming,
  pasteValues,
  reversedClip,
  type KeyRef,
  type MoveReport,
  type PropertyRef,
} from '@arrow-bend/core/edit'
import { readKeyClip } from '@arrow-bend/core/format/clip'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { timedKeys } from '@arrow-bend/core/property'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useKeyClipboard } from '../../../../session/selection/keyClipboard.ts'
import { useEffectiveSelection } from '../../../../session/selection/effectiveSelection.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { keysOf } from '../../../../command/keys/keysOf.ts'
import NumberField from '../../../../ui/NumberField.vue'
import { numberWords } from '../../../../ui/numberWords.ts'
import SegmentedChoice from '../../../../ui/SegmentedChoice.vue'
import type { Commands } from '../../../../command/useCommands.ts'
import { freshClipText } from '../../useKeyPasting.ts'
import { recordedIds } from '../../../../command/useReuseActions.ts'
import { useTellReplaced } from '../../../../command/useTellReplaced.ts'
import PreviewButtons from '../retime/PreviewButtons.vue'
import { usePreview } from '../../../../session/document/usePreview.ts'

/** Copied keys, and all the ways to use them or the selected ones again. */
const props = defineProps<{ actions: Commands }>()

const document = useDocument()
const clipboard = useKeyClipboard()
const effective = useEffectiveSelection()
const playback = usePlayback()
const selection = useSelection()
const tell = useTellReplaced()

type Part = 'all' | 'bends' | 'timing' | 'values'
const PARTS: readonly { value: Part; label: string; hint: string }[] = [
  { value: 'all', label: 'Keys', hint: 'The keys with values, timing and bends' },
  { value: 'bends', label: 'Bends', hint: 'Only the bends, onto the selected spans' },
  { value: 'timing', label: 'Timing', hint: 'Only the spacing, onto as many selected keys' },
  { value: 'values', label: 'Values', hint: 'Only the values, onto as many selected keys' },
]
const WHENS = [
  { value: 'playhead', label: 'at the playhead' },
  { value: 'original', label: 'when they were' },
] as const

const part = ref<Part>('all')
const when = ref<'playhead' | 'original'>('playhead')
const relative = ref(false)
const backwards = ref(false)
const instead = ref(false)
const times = ref(1)
const gap = ref(0)

const clip = computed(() => {
  const { clip: copied } = clipboard
  return copied && backwards.value ? reversedClip(copied) : copied
})
const words = computed(() => {
  const { clip: copied } = clipboard
  if (!copied) return 'Nothing is copied yet.'
  const count = copied.tracks.reduce((sum, { keys }) => sum + timedCount(keys), 0)
  const lanes = copied.tracks.length
  const frames = (clipEnd(copied) - copied.start) / frameTicks(document.rate)
  return `${count} ${count === 1 ? 'key' : 'keys'} of ${lanes} ${lanes === 1 ? 'lane' : 'lanes'}, ${numberWords(frames, 2)} f long`
})
const timedCount = (keys: readonly { timeless?: true }[]): number =>
  keys.filter(({ timeless }) => !timeless).length

/** Spans the bends go to: the selected ones, those between selected keys, or all of the selected lanes. */
const spanRefs = (): KeyRef[] => {
  if (selection.spans.length > 0) return [...selection.spans]
  const chosen = new Set(effective.keys.map(({ layer, property, key }) => `${layer}/${property}/${key}`))
  return effective.keys.filter(({ scene, layer, property, key }) => {
    const keys = timedKeys(findProperty(document.committed!, { scene, layer, property })!)
    const next = keys[keys.findIndex(({ id }) => id === key) + 1]
    return next && (chosen.has(`${layer}/${property}/${next.id}`) || effective.keys.length === 1)
  })
}
interface Edit {
  readonly label: string
  readonly recipe: Recipe<MoveReport>
  readonly select: () => void
}
const edit = computed<Edit | null>(() => {
  const copied = clip.value
  if (!copied) return null
  const none = { replaced: 0 }
  const keys = effective.keys
  if (part.value === 'bends') {
    const refs = spanRefs()
    return {
      label: 'Bends pasted',
      recipe: (draft) => (pasteBends(draft, copied, refs), none),
      select: () => undefined,
    }
  }
  if (part.value === 'timing')
    return {
      label: 'Timing pasted',
      recipe: (draft) => pasteTiming(draft, copied, keys),
      select: () => undefined,
    }
  if (part.value === 'values')
    return {
      label: 'Values pasted',
      recipe: (draft) => (pasteValues(draft, copied, keys), none),
      select: () => undefined,
    }
  const ids = recordedIds(document.makeId)
  const wish = { properties: selection.properties, layers: selection.layers }
  const scene = document.sceneOf(document.committed)!
  const options = {
    time: when.value === 'playhead' ? playback.time : copied.start,
    relative: relative.value,
    instead: instead.value,
    makeId: ids.makeId,
  }
  let properties: PropertyRef[] = []
  return {
    label: 'Keys pasted',
    recipe: (draft) => {
      properties = pasteTargets(scene, copied, wish)
      return pasteKeys(draft, copied, { ...options, properties })
    },
    select: () =>
      selection.selectKeys(
        ids.keysAmong((ref) => findProperty(document.project!, ref)?.keys ?? [], properties),
      ),
  }
})
const look = usePreview(() => edit.value)
const missing = computed(() => {
  if (!clip.value || part.value === 'all') return ''
  if (part.value === 'bends') return spanRefs().length === 0 ? 'Select spans for the bends to go to.' : ''
  return effective.keys.length === 0 ? 'Select the keys they are to go to.' : ''
})
const paste = (): void => {
  const now = edit.value
  look.take()
  if (!now || look.trouble.value) return
  now.select()
  tell(look.report.value)
}
const shownLook = { ...look, take: paste }

const fetchClip = async (): Promise<void> => {
  const text = await freshClipText()
  if (text === null) {
    toast(
      'There are no keys on the clipboard that this page may see. Ctrl/Cmd+V on the lanes pastes directly.',
    )
    return
  }
  try {
    clipboard.put(readKeyClip(text))
  } catch (caught) {
    toast.error(sentenceOf(caught))
  }
}
const gapTicks = computed(() => gap.value * frameTicks(document.rate))
</script>

<template>
  <section class="panel" aria-label="Reuse">
    <div class="line">
      <button
        type="button"
        class="button small"
        :title="keysOf('copy')"
        @click="props.actions.run('copy', false)"
      >
        <Copy :size="14" aria-hidden="true" />Copy
      </button>
      <button
        type="button"
        class="button small"
        :title="keysOf('cut')"
        @click="props.actions.run('cut', false)"
      >
        <Scissors :size="14" aria-hidden="true" />Cut
      </button>
      <button
        type="button"
        class="button small"
        title="Keys that were copied in another tab"
        @click="fetchClip"
      >
        <ClipboardPaste :size="14" aria-hidden="true" />From clipboard
      </button>
    </div>
    <p class="note" role="status">{{ words }}</p>
    <h3>Paste</h3>
    <SegmentedChoice v-model="part" label="What to paste" :options="PARTS" />
    <template v-if="part === 'all'">
      <SegmentedChoice v-model="when" label="When" :options="WHENS" />
      <label class="line"> <input v-model="relative" type="checkbox" />from the value that is there </label>
      <label class="line"> <input v-model="instead" type="checkbox" />in place of the keys between </label>
    </template>
    <label class="line"> <input v-model="backwards" type="checkbox" />backwards, bends mirrored </label>
    <p v-if="missing" class="note">{{ missing }}</p>
    <PreviewButtons :look="shownLook" label="Paste" :disabled="!edit || missing !== ''" />
    <h3>The selected keys again</h3>
    <div class="pair">
      <NumberField
        show-label
        label="Times"
        :digits="0"
        :min="1"
        :max="1000"
        :model-value="times"
        @input="(value: number) => (times = Math.round(value))"
      />
      <NumberField
        show-label
        label="Gap"
        unit="f"
        :digits="2"
        :min="0"
        :max="100000"
        :model-value="gap"
        @input="(value: number) => (gap = value)"
      />
    </div>
    <div class="line">
      <button
        type="button"
        class="button small"
        :disabled="effective.keys.length === 0"
        @click="props.actions.reuse.again(times, gapTicks)"
      >
        Repeat
      </button>
      <button
        type="button"
        class="button small"
        :disabled="effective.keys.length === 0"
        @click="props.actions.reuse.thereAndBack(gapTicks)"
      >
        There and back
      </button>
    </div>
  </section>
</template>

<style scoped src="../retime/panel.css"></style>
