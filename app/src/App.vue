<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { defineAsyncComponent } from 'vue'
import { RouterView } from 'vue-router'
import { Toaster } from 'vue-sonner'
import 'vue-sonner/style.css'
import { usePreferences } from './session/preferences.ts'
import { useHelpSheet } from './session/view/helpSheet.ts'

const preferences = usePreferences()
const help = useHelpSheet()
// Seldom wanted, so it comes when it is.
const HelpSheet = defineAsyncComponent(() => import('./shell/HelpSheet.vue'))

/** The help is at hand on every screen. */
useEventListener(window, 'keydown', (event) => {
  const isText = event.target instanceof HTMLElement && event.target.matches('input, textarea, select')
  if (event.key !== '?' || isText || event.ctrlKey || event.metaKey) return
  // Else it would be typed into the field that gets the keyboard there.
  event.preventDefault()
  help.show()
})
</script>

<template>
  <RouterView />
  <HelpSheet v-if="help.open" />
  <Toaster
    position="bottom-center"
    :theme="preferences.theme === 'lamp' ? 'dark' : 'light'"
    :duration="6000"
    close-button
  />
</template>
