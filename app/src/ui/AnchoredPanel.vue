<script setup lang="ts">
import { autoUpdate, flip, shift, size, useFloating, type Placement } from '@floating-ui/vue'
import { onClickOutside, useEventListener } from '@vueuse/core'
import { onMounted, ref, toRef } from 'vue'

/** A panel beside what opened it: its first field gets the keyboard; it goes by Escape, which gives that back, and by a press outside. */
const props = defineProps<{
  anchor: HTMLElement
  label: string
  placement: Placement
  /** Something is being dragged in it, which Escape gives up first. */
  busy?: boolean
}>()
const emit = defineEmits<{ close: [] }>()

/** px: as high as there is room for, within these. */
const [LEAST_HIGH, MOST_HIGH] = [220, 430]
const panel = ref<HTMLElement | null>(null)
const { floatingStyles } = useFloating(toRef(props, 'anchor'), panel, {
  strategy: 'fixed',
  placement: toRef(props, 'placement'),
  middleware: [
    flip({ padding: 8 }),
    shift({ padding: 8 }),
    size({
      padding: 8,
      apply: ({ availableHeight, elements }) => {
        const high = Math.min(MOST_HIGH, Math.max(LEAST_HIGH, availableHeight))
        elements.floating.style.maxHeight = `${high}px`
      },
    }),
  ],
  whileElementsMounted: autoUpdate,
})
onMounted(() => panel.value?.querySelector('input')?.focus())
onClickOutside(panel, () => emit('close'), { ignore: [toRef(props, 'anchor')] })

// Wherever the keyboard is by then.
useEventListener(
  window,
  'keydown',
  (event) => {
    if (event.key !== 'Escape' || event.defaultPrevented || props.busy) return
    event.preventDefault()
    event.stopPropagation()
    emit('close')
    props.anchor.focus()
  },
  { capture: true },
)
</script>

<template>
  <Teleport to="body">
    <section ref="panel" class="panel float" role="dialog" :aria-label="label" :style="floatingStyles">
      <slot />
    </section>
  </Teleport>
</template>

<style scoped>
.panel {
  z-index: 30;
  display: flex;
  overflow: auto;
  flex-direction: column;
  gap: 6px;
  padding: 8px;
  border: 1px solid var(--rule);
  scrollbar-width: thin;
}
</style>
