<script setup lang="ts">
import { computed } from 'vue'
import { changeMarker, removeMarkers } from '@arrow-bend/core/edit'
import type { Marker } from '@arrow-bend/core/scene'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import ContextMenu from '../../../../ui/ContextMenu.vue'
import type { MenuEntry } from '../../../../ui/menuEntry.ts'
import { focusShown } from '../../../../ui/focus/focusShown.ts'

/** What can be done with a marker, at the place it was asked for. */
const props = defineProps<{ marker: Marker; from: SVGElement; at: readonly [number, number] }>()
const emit = defineEmits<{ edit: []; close: [] }>()

const document = useDocument()
const playback = usePlayback()

const toPlayhead = (): void => {
  const ref = { scene: document.sceneId, marker: props.marker.id }
  document.apply('Marker moved', (draft) => changeMarker(draft, ref, { t: playback.time }))
}
const remove = (): void => {
  document.apply('Marker removed', (draft) => removeMarkers(draft, document.sceneId, [props.marker.id]))
}
const entries = computed<readonly MenuEntry[]>(() => [
  { name: 'Go there', keys: 'Enter', run: () => playback.seek(props.marker.t) },
  { name: 'Name, time and hue…', keys: 'F2', run: () => emit('edit') },
  { name: 'Put at the playhead', run: toPlayhead, disabled: props.marker.t === playback.time },
  { name: 'Remove', keys: 'Delete', run: remove, isFirst: true },
])
/** The keyboard goes back to the marker, unless what was chosen has taken it. */
const close = (): void => {
  const { from } = props
  emit('close')
  setTimeout(() => {
    if (window.document.activeElement === window.document.body) focusShown(from)
  })
}
</script>

<template>
  <ContextMenu :label="`Marker ${marker.name}`" :entries="entries" :at="at" @close="close" />
</template>
