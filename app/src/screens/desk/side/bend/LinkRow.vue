<script setup lang="ts">
import { Link, ListChecks, Unlink } from '@lucide/vue'
import { computed } from 'vue'
import { spansLike, spansLinkedTo, unlinkBends, linkBends } from '@arrow-bend/core/edit'
import { useToldStep } from '../../../../command/useToldStep.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useLinkedBends } from '../../../../session/selection/linkedBends.ts'
import IconButton from '../../../../ui/IconButton.vue'
import type { TargetSpans } from './useTargetSpans.ts'

/** What a linked span follows, whom an edit of it changes too, and how to let it go. */
const props = defineProps<{ target: TargetSpans }>()

const document = useDocument()
const selection = useSelection()
const linked = useLinkedBends()
const told = useToldStep()
const { refs, first, linkedTo } = props.target

const reach = computed(() => linked.reach(refs.value))
const bendId = computed(() => {
  const bend = first.value?.from.bend
  return bend?.kind === 'linked' ? bend.bendId : null
})
/** Those that play the same without following it. */
const alike = computed(() =>
  bendId.value && document.committed ? spansLike(document.committed, bendId.value) : [],
)
const unlink = (): void => {
  const chosen = refs.value
  document.apply('Unlinked', (draft) => unlinkBends(draft, chosen))
}
const selectAll = (): void => {
  const all = spansLinkedTo(document.project!, bendId.value!)
  selection.selectSpans(all.filter(({ scene }) => scene === document.sceneId))
  const elsewhere = all.filter(({ scene }) => scene !== document.sceneId).length
  if (elsewhere > 0) told(`${elsewhere} more follow it in other scenes.`)
}
const linkAlike = (): void => {
  const [chosen, id] = [alike.value, bendId.value!]
  const made = document.apply('Alike spans linked', (draft) => {
    linkBends(draft, chosen, id)
    return true
  })
  if (made) told(`${chosen.length} more ${chosen.length === 1 ? 'span follows' : 'spans follow'} it now.`)
}
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
      v-if="alike.length > 0"
      type="button"
      class="small"
      :title="`${alike.length} more have this very bend without following it`"
      @click="linkAlike"
    >
      Link {{ alike.length }} alike
    </button>
    <IconButton small :icon="ListChecks" label="Select all spans linked to it" @press="selectAll" />
    <IconButton small :icon="Unlink" label="Unlink: keep the bend as its own" @press="unlink" />
  </div>
</template>

<style scoped>
.row {
  display: flex;
  height: 24px;
  align-items: center;
  gap: 5px;
  padding-left: 4px;
  border-radius: 5px;
  background: var(--bench);
  font-size: 0.75rem;
}

.words {
  min-width: 0;
  flex: 1;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.small {
  flex: none;
  padding: 1px 6px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet-2);
}
</style>
