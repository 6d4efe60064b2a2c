<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { useTakenOver } from '../session/view/takenOver.ts'
import AppDialog from '../ui/AppDialog.vue'

/** Asks where the motion of a style sheet is to go while layers are chosen. */
const taken = useTakenOver()
const these = computed(() => {
  const count = taken.asked?.layers ?? 0
  return count === 1 ? 'the selected layer' : `the ${count} selected layers`
})
const first = useTemplateRef('first')
</script>

<template>
  <AppDialog
    :open="taken.asked !== null"
    title="Where is this motion to go?"
    :first="first"
    @close="taken.asked?.answer(null)"
  >
    <p class="mb-3 text-ink-2">
      “{{ taken.asked?.file }}” moves elements that a style sheet does not show. It can move {{ these }}, from
      the playhead on and from where they are, each as the element of its name or in order. Or it becomes a
      scene of its own, with boxes that stand for its elements.
    </p>
    <div class="mt-4 flex justify-end gap-2">
      <button type="button" class="button" @click="taken.asked?.answer('scene')">Make a scene of it</button>
      <button ref="first" type="button" class="button button-primary" @click="taken.asked?.answer('layers')">
        Move {{ these }}
      </button>
    </div>
  </AppDialog>
</template>
