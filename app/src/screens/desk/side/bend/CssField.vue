<script setup lang="ts">
import { Copy } from '@lucide/vue'
import { computed, ref, useId } from 'vue'
import { toast } from '../../../../ui/toast.ts'
import { bendText, easingText, readEasing } from '@arrow-bend/core/format/css'
import type { PlainBend } from '@arrow-bend/core/bend'
import { sentenceOf } from '@arrow-bend/core/refusal'
import FieldSentence from '../../../../ui/FieldSentence.vue'
import IconButton from '../../../../ui/IconButton.vue'

/** A bend as CSS easing text: read off, copied, typed or pasted. */
const props = defineProps<{
  /** Null where spans differ. */
  bend: PlainBend | null
}>()
const emit = defineEmits<{ choose: [bend: PlainBend] }>()

const typed = ref<string | null>(null)
const trouble = ref('')
const troubleId = useId()
const input = ref<HTMLElement | null>(null)
const css = computed(() => (props.bend ? easingText(props.bend) : ''))
/** A family is shown by its name: shorter, and read back exactly. */
const shown = computed(() => {
  if (!props.bend) return ''
  const text = bendText(props.bend)
  return text.startsWith('{') ? css.value : text
})

const forget = (): void => {
  typed.value = null
  trouble.value = ''
}
const take = (): void => {
  if (typed.value === null) return
  if (typed.value.trim() === shown.value) {
    forget()
    return
  }
  try {
    emit('choose', readEasing(typed.value))
    forget()
  } catch (caught) {
    trouble.value = sentenceOf(caught)
  }
}
const onKeydown = (event: KeyboardEvent): void => {
  if (!event.ctrlKey && !event.metaKey) event.stopPropagation()
  if (event.key === 'Enter') take()
  else if (event.key === 'Escape') forget()
}
const copy = async (): Promise<void> => {
  try {
    await navigator.clipboard.writeText(css.value)
    toast('The bend was copied as a CSS easing.')
  } catch {
    toast.error('The browser does not let this page copy. Select the text in the field and copy it there.')
  }
}
</script>

<template>
  <div class="css-field">
    <label class="text-[0.75rem] text-ink-2" :for="troubleId + 'i'">CSS</label>
    <input
      :id="troubleId + 'i'"
      ref="input"
      class="field mono"
      type="text"
      autocomplete="off"
      spellcheck="false"
      :value="typed ?? shown"
      :placeholder="bend ? '' : 'mixed'"
      :aria-invalid="trouble !== ''"
      :aria-describedby="trouble ? troubleId : undefined"
      @input="typed = ($event.target as HTMLInputElement).value"
      @focus="($event.target as HTMLInputElement).select()"
      @blur="take"
      @keydown="onKeydown"
    />
    <IconButton small :icon="Copy" label="Copy the bend as a CSS easing" :disabled="!bend" @press="copy" />
    <FieldSentence v-if="trouble" :id="troubleId" :sentence="trouble" :anchor="input" />
  </div>
</template>

<style scoped>
.css-field {
  position: relative;
  display: flex;
  height: 24px;
  align-items: center;
  gap: 8px;
}

input {
  min-width: 0;
  height: 22px;
  flex: 1;
  padding: 0 6px;
  font-size: 0.75rem;
}
</style>
