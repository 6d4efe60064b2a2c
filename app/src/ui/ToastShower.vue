<script setup lang="ts">
import { onMounted } from 'vue'
import { Toaster } from 'vue-sonner'
import 'vue-sonner/style.css'
import { toastsAreShown } from './toast.ts'

/** Where messages appear. */
defineProps<{ dark: boolean }>()

onMounted(toastsAreShown)
</script>

<template>
  <Toaster
    position="top-center"
    offset="52px"
    :theme="dark ? 'dark' : 'light'"
    :duration="6000"
    close-button
    expand
  />
</template>
