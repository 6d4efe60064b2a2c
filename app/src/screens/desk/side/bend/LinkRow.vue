<script setup lang="ts">
import { Link, ListChecks, Unlink } from '@lucide/vue'
import { computed } from 'vue'
import { spansLike } from '@arrow-bend/core/edit'
import type { Commands } from '../../../../command/useCommands.ts'
import { heldUntilIdle } from '../../../../session/document/idle.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useLinkedBends } from '../../../../session/selection/linkedBends.ts'
import IconButton from '../../../../ui/IconButton.vue'
import type { TargetSpans } from './useTargetSpans.ts'

/** What a linked span follows, whom an edit of it changes too, and how to let it go. */
const props = defineProps<{ target: TargetSpans; actions: Commands }>()

const document = useDocument()
const linked = useLinkedBends()
const { refs, first, linkedTo } = props.target

const reach = computed(() => linked.reach(refs.value))
/** How many play the same without following it: all spans of the project are looked at, not while one of them is in the hand. */
const alike = heldUntilIdle(() => {
  const bend = first.value?.from.bend
  return bend?.kind === 'linked' && document.committed ? spansLike(document.committed, bend.bendId).length : 0
})
</script>

<template>
  <div class="row" role="group" aria-label="Link">
    <Link :size="13" class="flex-none" aria-hidden="true" />
    <span
      class="words"
      :title="`Linked to “${linkedTo}”: an edit changes ${reach}. Drag with Alt for a copy.`"
      >An edit changes <b>{{ reach }}</b></span
    >
    <button
      v-if="alike > 0"
      type="button"
      class="small"
      :title="`${alike} more have this very bend without following it`"
      @click="actions.run('linkAlike', false)"
    >
      Link {{ alike }} alike
    </button>
    <IconButton
      small
      :icon="ListChecks"
      label="Select all spans linked to it"
      @press="actions.run('selectLinked', false)"
    />
    <IconButton
      small
      :icon="Unlink"
      label="Unlink: keep the bend as its own"
      @press="actions.run('unlink', false)"
    />
  </div>
</template>

<style scoped src="./row.css"></style>
