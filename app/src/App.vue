<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { defineAsyncComponent } from 'vue'
import { RouterView } from 'vue-router'
import { usePreferences } from './session/preferences.ts'
import { useFocusOrigin } from './ui/focus/focusOrigin.ts'
import { useMenuEscape } from './ui/focus/menuEscape.ts'
import { useHelpSheet } from './session/view/helpSheet.ts'
import { useTakenOver } from './session/view/takenOver.ts'

const preferences = usePreferences()
// From the first press on.
useFocusOrigin()
useMenuEscape()
const help = useHelpSheet()
const taken = useTakenOver()
// Seldom wanted, so it comes when it is.
const HelpSheet = defineAsyncComponent(() => import('./shell/HelpSheet.vue'))
const TakenOverList = defineAsyncComponent(() => import('./shell/TakenOverList.vue'))
const TakenWhere = defineAsyncComponent(() => import('./shell/TakenWhere.vue'))
// Nobody has to wait for what shows messages before there are any.
const ToastShower = defineAsyncComponent(() => import('./ui/ToastShower.vue'))

/** The help is at hand on every screen. */
useEventListener(window, 'keydown', (event) => {
  const isText = event.target instanceof HTMLElement && event.target.matches('input, textarea, select')
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const { single, changed } = preferences.ownKeys
  const asks = single && !isText && event.key.toLowerCase() === (changed['help'] ?? '?')
  if (!asks && event.key !== 'F1') return
  // Else it would be typed into the field that gets the keyboard there.
  event.preventDefault()
  help.show()
})
</script>

<template>
  <RouterView />
  <HelpSheet v-if="help.open" />
  <TakenOverList v-if="taken.told" />
  <TakenWhere v-if="taken.asked" />
  <ToastShower :dark="preferences.theme === 'lamp'" />
</template>
