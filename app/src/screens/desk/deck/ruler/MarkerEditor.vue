<script setup lang="ts">
import { autoUpdate, flip, shift, useFloating } from '@floating-ui/vue'
import { Trash2 } from '@lucide/vue'
import { onClickOutside } from '@vueuse/core'
import { computed, onMounted, ref, toRef } from 'vue'
import { changeMarker, removeMarkers } from '@arrow-bend/core/edit'
import { LAYER_LABELS, type Marker } from '@arrow-bend/core/scene'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import TimeField from '../../../../ui/TimeField.vue'
import LayerLabelChip from '../layers/LayerLabelChip.vue'

/** A marker's name, time and hue. */
const props = defineProps<{ marker: Marker; anchor: Element }>()
const emit = defineEmits<{ close: [] }>()

const document = useDocument()
const preferences = usePreferences()
const panel = ref<HTMLElement | null>(null)
const { floatingStyles } = useFloating(toRef(props, 'anchor'), panel, {
  placement: 'bottom-start',
  middleware: [flip(), shift({ padding: 8 })],
  whileElementsMounted: autoUpdate,
})
onMounted(() => panel.value?.querySelector('input')?.select())
onClickOutside(panel, () => emit('close'))
/** Gives the keyboard back to the marker. */
const close = (): void => {
  emit('close')
  ;(props.anchor as SVGElement).focus()
}

const refOf = computed(() => ({ scene: document.sceneId, marker: props.marker.id }))
const rename = (event: Event): void => {
  const field = event.target as HTMLInputElement
  const name = field.value
  if (name === props.marker.name) return
  document.apply('Marker renamed', (draft) => changeMarker(draft, refOf.value, { name }))
  field.value = props.marker.name
}
const remove = (): void => {
  emit('close')
  document.apply('Marker removed', (draft) => removeMarkers(draft, document.sceneId, [props.marker.id]))
}
</script>

<template>
  <Teleport to="body">
    <div
      ref="panel"
      class="float editor"
      role="dialog"
      :aria-label="`Marker ${marker.name}`"
      :style="floatingStyles"
      @keydown.esc.stop="close"
    >
      <input
        class="field"
        aria-label="Name of the marker"
        :value="marker.name"
        @keydown.stop
        @keydown.enter="(rename($event), close())"
        @keydown.esc="close"
        @change="rename"
      />
      <TimeField
        label="Time of the marker"
        :model-value="marker.t"
        :rate="document.rate"
        :display="preferences.timeDisplay"
        @take="(t) => document.apply('Marker moved', (draft) => changeMarker(draft, refOf, { t }))"
        @step="
          (frames) =>
            document.apply('Marker moved', (draft) =>
              changeMarker(draft, refOf, {
                t: asTicks(marker.t + frames * frameTicks(document.rate)),
              }),
            )
        "
      />
      <div class="hues" role="group" aria-label="Hue of the marker">
        <button
          v-for="hue in LAYER_LABELS"
          :key="hue"
          type="button"
          :aria-label="`Hue ${hue}`"
          :aria-pressed="marker.hue === hue"
          @click="
            document.apply('Marker hue set', (draft) =>
              changeMarker(draft, refOf, { hue: marker.hue === hue ? null : hue }),
            )
          "
        >
          <LayerLabelChip :label="hue" />
        </button>
        <button
          type="button"
          class="remove"
          aria-label="Remove the marker"
          title="Remove the marker"
          @click="remove()"
        >
          <Trash2 :size="15" aria-hidden="true" />
        </button>
      </div>
    </div>
  </Teleport>
</template>

<style scoped>
.editor {
  z-index: 30;
  display: grid;
  width: 210px;
  gap: 6px;
  padding: 8px;
}

.editor .field {
  padding: 0 6px;
}

.hues {
  display: flex;
  align-items: center;
}

.hues button {
  display: grid;
  width: 26px;
  height: 26px;
  border-radius: 4px;
  place-items: center;
}

.hues button[aria-pressed='true'] {
  box-shadow: inset 0 0 0 1.5px var(--pencil);
}

.hues .remove {
  margin-left: auto;
}

.hues .remove:hover {
  background: var(--rule-soft);
}
</style>
