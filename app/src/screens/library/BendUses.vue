<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { spansLinkedTo, type KeyRef } from '@arrow-bend/core/edit'
import { timedKeys } from '@arrow-bend/core/property'
import { definitionOf } from '@arrow-bend/core/scene'
import { useDocument } from '../../session/document/document.ts'
import { useSelection } from '../../session/selection/selection.ts'

/** Where a bend of the project is followed; a press goes there. */
const props = defineProps<{ id: string }>()

const document = useDocument()
const selection = useSelection()
const router = useRouter()
const MOST = 100

interface Use {
  readonly key: string
  readonly scene: string
  readonly words: string
  readonly refs: readonly KeyRef[]
}
const spans = computed(() => (document.project ? spansLinkedTo(document.project, props.id) : []))
/** Lane by lane. */
const uses = computed(() => {
  const found = new Map<string, Use & { refs: KeyRef[] }>()
  for (const ref of spans.value) {
    const scene = document.project!.scenes.find(({ id }) => id === ref.scene)!
    const layer = scene.layers.find(({ id }) => id === ref.layer)!
    const key = `${ref.scene}/${ref.layer}/${ref.property}`
    const known = found.get(key)
    if (known) known.refs.push(ref)
    else {
      const label = definitionOf(layer.kind, ref.property)?.label.toLowerCase() ?? ref.property
      const of = document.project!.scenes.length > 1 ? `${scene.name}: ` : ''
      found.set(key, { key, scene: scene.id, words: `${of}${layer.name} ${label}`, refs: [ref] })
    }
  }
  return [...found.values()]
})
const countWords = ({ refs: [first, ...more] }: Use): string => {
  if (!first || more.length > 0) return `${more.length + 1} spans`
  const layer = document
    .project!.scenes.find(({ id }) => id === first.scene)
    ?.layers.find(({ id }) => id === first.layer)
  const keys = layer ? timedKeys(layer.properties[first.property]!) : []
  const at = keys.findIndex(({ id }) => id === first.key)
  return `keys ${at + 1} to ${at + 2}`
}
const goTo = async ({ scene, refs }: Use): Promise<void> => {
  await router.push({ name: 'desk', params: { id: document.project!.id, scene } })
  document.goToScene(scene)
  selection.selectSpans([...refs])
}
</script>

<template>
  <section aria-label="Where it is linked">
    <h4>
      {{
        spans.length === 0
          ? 'Nothing is linked to it.'
          : `Linked in ${uses.length} ${uses.length === 1 ? 'lane' : 'lanes'}`
      }}
    </h4>
    <ul>
      <li v-for="use in uses.slice(0, MOST)" :key="use.key">
        <button type="button" :title="`Select them on the Desk`" @click="goTo(use)">
          <span class="grow truncate">{{ use.words }}</span>
          <span class="text-ink-2">{{ countWords(use) }}</span>
        </button>
      </li>
    </ul>
    <p v-if="uses.length > MOST" class="text-ink-2">And {{ uses.length - MOST }} more lanes.</p>
  </section>
</template>

<style scoped>
h4 {
  font-weight: 650;
}

ul {
  overflow: auto;
  max-height: 190px;
  scrollbar-width: thin;
}

button {
  display: flex;
  width: 100%;
  height: 24px;
  align-items: center;
  gap: 6px;
  padding: 0 4px;
  border-radius: 4px;
  text-align: left;
}

button:hover {
  background: var(--rule-soft);
}
</style>
