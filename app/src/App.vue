<script setup lang="ts">
import { RouterView } from 'vue-router'
import { Toaster } from 'vue-sonner'
import 'vue-sonner/style.css'
import { usePreferences } from './session/preferences.ts'

const preferences = usePreferences()
</script>

<template>
  <RouterView />
  <Toaster
    position="bottom-center"
    :theme="preferences.theme === 'lamp' ? 'dark' : 'light'"
    :duration="6000"
    close-button
  />
</template>
