<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, useTemplateRef, watch, type Ref } from 'vue'
import { setValueAt } from '@arrow-bend/core/edit'
import type { DrawItems } from '@arrow-bend/core/scene'
import { TEXT_FAMILY, textExtent, type StagePainter, type StageView } from '../../../../draw/index.ts'
import { useDocument, type Gesture } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { focusShown } from '../../../../ui/focus/focusShown.ts'
import { textBeside } from './textBeside.ts'
import { textOnScreen } from './textOnScreen.ts'

/**
 * A text layer written in where it stands. The picture shows what is typed; the field over it, whose own letters are
 * not seen, has the caret. Enter or a press elsewhere takes it, Shift and Enter begin a line, Escape gives it up, Tab goes
 * on to the next text.
 */
const props = defineProps<{
  view: StageView
  painter: StagePainter
  /** Counts drawings of the picture, so that the field follows it. */
  picture: { readonly drawn: Readonly<Ref<number>> }
}>()

const ALIGN = { left: 'left', middle: 'center', right: 'right' } as const
const document = useDocument()
const playback = usePlayback()
const preferences = usePreferences()
const selection = useSelection()
const stageView = useStageView()
const field = useTemplateRef('field')
const from = window.document.activeElement as HTMLElement | SVGElement | null

/** The texts that may be written in, as they are drawn. */
const texts = computed<readonly DrawItems['text'][]>(() => {
  void props.picture.drawn.value
  return props.painter.items.filter(
    (item): item is DrawItems['text'] =>
      item.kind === 'text' && item.isOriginal && item.shown && !item.layer.locked,
  )
})
const item = computed(() => {
  // The items are drawn anew in place: only the count tells.
  void props.picture.drawn.value
  return texts.value.find(({ layer }) => layer.id === stageView.writing) ?? null
})
const place = computed(() => {
  void props.picture.drawn.value
  return item.value && textOnScreen(item.value, textExtent(item.value), props.view)
})

let gesture: Gesture | null = null
const write = (text: string): void => {
  const ref = { scene: document.sceneId, layer: stageView.writing!, property: 'content' }
  const change = { value: text, autoKey: preferences.autoKey, makeId: document.makeId }
  if (!gesture?.isOpen()) gesture = document.begin('Text written', 'stage')
  gesture.preview((draft) => setValueAt(draft, ref, playback.time, change))
}
const take = (): void => {
  gesture?.commit()
  gesture = null
}
/** Gives the keyboard back to where it was, if it is still in the field. */
const leave = (): void => {
  take()
  if (window.document.activeElement !== field.value) return
  if (from?.isConnected && from !== window.document.body) from.focus({ preventScroll: true })
  else focusShown(window.document.querySelector<HTMLElement>('[data-region=stage]'))
}
const done = (): void => {
  leave()
  stageView.writing = null
}
const giveUp = (): void => {
  gesture?.cancel()
  gesture = null
  done()
}
/** Enter that ends what an input method composes is not for the text as a whole, nor one that begins a line. */
const onEnter = (event: KeyboardEvent): void => {
  if (event.isComposing || event.shiftKey) return
  event.preventDefault()
  done()
}
const goOn = (way: 1 | -1): void => {
  take()
  const next = textBeside(texts.value, stageView.writing!, way)
  if (!next) return done()
  selection.selectLayers([next.layer.id])
  stageView.writing = next.layer.id
}
watch(
  () => stageView.writing,
  async () => {
    playback.pause()
    await nextTick()
    if (!field.value) return done()
    field.value.value = item.value!.content
    field.value.focus({ preventScroll: true })
    field.value.select()
    const { text, end } = stageView.takeEarly()
    if (text) {
      field.value.value = text
      write(text)
    }
    if (end === '\t') goOn(1)
    else if (end) done()
  },
  { immediate: true },
)
// It went out of sight: removed, locked, or the playhead is where it is not.
watch(item, (now) => !now && done())
// What takes a text back or anew besides typing is seen in the field, too.
watch(
  () => {
    void props.picture.drawn.value
    return item.value?.content
  },
  (now) => {
    if (field.value && now !== undefined && field.value.value !== now) field.value.value = now
  },
)
onBeforeUnmount(leave)
</script>

<template>
  <textarea
    v-if="item && place"
    ref="field"
    class="line"
    :style="{
      width: `${place.width}px`,
      height: `${place.height}px`,
      fontFamily: TEXT_FAMILY,
      fontSize: `${place.fontSize}px`,
      fontWeight: item.weight,
      lineHeight: `${place.lineHeight}px`,
      letterSpacing: `${place.letterSpacing}px`,
      textAlign: ALIGN[item.align],
      whiteSpace: item.width > 0 ? 'pre-wrap' : 'pre',
      transform: place.transform,
    }"
    :aria-label="`Text of ${item.layer.name}`"
    spellcheck="false"
    autocomplete="off"
    @pointerdown.stop
    @dblclick.stop
    @contextmenu.stop
    @input="write(($event.target as HTMLTextAreaElement).value)"
    @keydown.enter.stop="onEnter"
    @keydown.escape.stop.prevent="giveUp"
    @keydown.tab.prevent="goOn($event.shiftKey ? -1 : 1)"
    @blur="done"
  />
</template>

<style scoped>
/* Only the caret and what is selected are seen of it. They stay the light theme's: they lie on the picture. */
.line {
  position: absolute;
  top: 0;
  left: 0;
  padding: 0;
  border: none;
  background: none;
  caret-color: #c8401a;
  color: transparent;
  outline: none;
  overflow: hidden;
  resize: none;
  transform-origin: 0 0;
}

.line::selection {
  background: rgb(200 64 26 / 0.35);
  color: transparent;
}
</style>
