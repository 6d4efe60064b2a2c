<script setup lang="ts">
import { computed, ref } from 'vue'
import type { LooseBend } from '@arrow-bend/core/format/bends'
import { bendText, easingText } from '@arrow-bend/core/format/css'
import {
  linkBends,
  removeNamedBend,
  renameNamedBend,
  replaceNamedBend,
  setBendTags,
  spansLike,
} from '@arrow-bend/core/edit'
import { useDocument } from '../../session/document/document.ts'
import { reachWords } from '../../session/selection/linkedBends.ts'
import { useBendShelf } from '../../session/view/bendShelf.ts'
import { useToldStep } from '../../command/useToldStep.ts'
import { bendCharacter, type ShelfBend } from '../../library/shelfBend.ts'
import type { Library } from '../../library/useLibrary.ts'
import { toast } from '../../ui/toast.ts'
import BendCurve from './BendCurve.vue'
import BendUses from './BendUses.vue'

/** One bend: how it goes, what is done with it, where it is followed. */
const props = defineProps<{ one: ShelfBend; library: Library }>()

const document = useDocument()
const shelf = useBendShelf()
const told = useToldStep()

const count = computed(() => props.library.target.value.length)
const spanWords = computed(() => `${count.value} selected ${count.value === 1 ? 'span' : 'spans'}`)
const isOfProject = computed(() => props.one.shelf === 'project')
const alike = computed(() =>
  isOfProject.value && document.committed ? spansLike(document.committed, props.one.id) : [],
)
const css = computed(() => {
  const text = easingText(props.one.bend)
  return text.length > 120 ? bendText(props.one.bend) : text
})

const rename = async (event: Event): Promise<void> => {
  const field = event.target as HTMLInputElement
  const name = field.value.trim()
  const { id, shelf: on } = props.one
  if (name === props.one.name) return
  if (on === 'project') document.apply('Bend renamed', (draft) => renameNamedBend(draft, id, name))
  else if (name === '' || shelf.own.some((other) => other.name === name))
    toast.error(
      name === '' ? 'A name cannot be empty. The old one was kept.' : `“${name}” is another of your own.`,
    )
  else if (await shelf.change((now) => now.map((other) => (other.name === id ? { ...other, name } : other))))
    shelf.chosen = `own:${name}`
  field.value = props.one.name
}
const setTags = async (event: Event): Promise<void> => {
  const field = event.target as HTMLInputElement
  const tags = [...new Set(field.value.split(',').map((tag) => tag.trim()))].filter(Boolean)
  const { id, shelf: on } = props.one
  if (on === 'project') document.apply('Tags set', (draft) => setBendTags(draft, id, tags))
  else await shelf.change((now) => now.map((other) => (other.name === id ? { ...other, tags } : other)))
  field.value = props.one.tags.join(', ')
}
const remove = async (): Promise<void> => {
  const { id, name, use, shelf: on } = props.one
  if (on === 'own') {
    const whole = shelf.own.find((other) => other.name === id)
    if (!whole || !(await shelf.change((now) => now.filter((other) => other.name !== id)))) return
    toast(`“${name}” is not among your own any more.`, {
      action: { label: 'Keep it', onClick: () => void props.library.toOwn([whole]) },
    })
    return
  }
  if (document.apply('Bend taken out of the library', (draft) => removeNamedBend(draft, id)) === null) return
  told(use ? `“${name}” is gone; ${reachWords(use.spans, use.layers)} keep a copy.` : `“${name}” is gone.`)
}
const linkAlike = (): void => {
  const [spans, id] = [alike.value, props.one.id]
  if (document.apply('Alike spans linked', (draft) => linkBends(draft, spans, id)) === null) return
  told(`${spans.length} more ${spans.length === 1 ? 'span follows' : 'spans follow'} “${props.one.name}”.`)
}
const others = computed(() => document.bends.filter(({ id }) => id !== props.one.id))
const by = ref('')
const replace = (): void => {
  const [id, to] = [props.one.id, by.value]
  const name = document.bends.find((bend) => bend.id === to)?.name
  const spans = document.apply('Bend replaced', (draft) => replaceNamedBend(draft, id, to))
  by.value = ''
  if (spans !== null) told(`${spans === 1 ? 'One span follows' : `${spans} spans follow`} “${name}” now.`)
}
const loose = computed((): LooseBend => ({
  name: props.one.name,
  bend: props.one.bend,
  tags: props.one.tags,
}))
const copyCss = async (): Promise<void> => {
  try {
    await navigator.clipboard.writeText(easingText(props.one.bend))
    toast('The easing was copied.')
  } catch {
    toast.error('The browser does not let this page copy. Select the text beside the curve and copy it.')
  }
}
</script>

<template>
  <aside class="detail" :aria-label="`The bend ${one.name}`">
    <input
      v-if="one.shelf !== 'ready'"
      class="field name"
      maxlength="120"
      aria-label="Name of the bend"
      :value="one.name"
      @change="rename"
    />
    <h3 v-else class="name ready">{{ one.name }}</h3>
    <BendCurve :bend="one.bend" />
    <p class="text-ink-2">
      {{ one.mood ? `${one.mood}; ` : '' }}{{ bendCharacter(one.bend) || 'even at both ends' }}
    </p>
    <div class="css">
      <code class="mono" :title="css">{{ css }}</code>
      <button type="button" class="button small" @click="copyCss">Copy CSS</button>
    </div>
    <div class="actions">
      <button
        v-if="isOfProject"
        type="button"
        class="button button-primary"
        :disabled="count === 0"
        @click="library.apply(one)"
      >
        Link {{ spanWords }}
      </button>
      <button
        type="button"
        class="button"
        :class="{ 'button-primary': !isOfProject }"
        :disabled="count === 0"
        @click="library.apply(one, { copy: true })"
      >
        Give to {{ spanWords }}
      </button>
      <p v-if="count === 0" class="text-ink-2">
        Select spans on the Desk to give them this bend, and to see it move them.
      </p>
    </div>
    <div class="actions">
      <button v-if="!isOfProject" type="button" class="button" @click="library.toProject([loose])">
        Copy to this project
      </button>
      <button v-if="one.shelf !== 'own'" type="button" class="button" @click="library.toOwn([loose])">
        Copy to my own
      </button>
      <button type="button" class="button" @click="shelf.toggleFavourite(one.key)">
        {{ shelf.favourites.includes(one.key) ? 'No favourite any more' : 'Make it a favourite' }}
      </button>
    </div>
    <label v-if="one.shelf !== 'ready'" class="tags">
      <span>Tags</span>
      <input
        class="field grow px-2"
        placeholder="house, titles"
        aria-label="Tags, separated by commas"
        :value="one.tags.join(', ')"
        @change="setTags"
      />
    </label>
    <template v-if="isOfProject">
      <BendUses :id="one.id" />
      <button v-if="alike.length > 0" type="button" class="button" @click="linkAlike">
        Link {{ alike.length }} alike {{ alike.length === 1 ? 'span' : 'spans' }}, too
      </button>
      <div v-if="one.use && others.length > 0" class="replace">
        <select v-model="by" class="field grow" aria-label="Bend to put in its place everywhere">
          <option value="">Put in its place…</option>
          <option v-for="{ id, name } in others" :key="id" :value="id">{{ name }}</option>
        </select>
        <button type="button" class="button small" :disabled="by === ''" @click="replace">
          Replace everywhere
        </button>
      </div>
    </template>
    <button v-if="one.shelf !== 'ready'" type="button" class="button" @click="remove">
      {{ one.use ? 'Take out of the library; spans keep a copy' : 'Take out of the library' }}
    </button>
  </aside>
</template>

<style scoped>
.detail {
  display: flex;
  overflow: hidden auto;
  width: 320px;
  flex: none;
  flex-direction: column;
  gap: 10px;
  padding: 10px 12px;
  border-left: 1px solid var(--rule);
  background: var(--sheet);
  scrollbar-width: thin;
}

.detail > * {
  flex-shrink: 0;
}

.name {
  height: 28px;
  padding: 0 6px;
  font-size: 0.9375rem;
  font-weight: 650;
}

.name.ready {
  padding: 4px 0;
}

.css,
.replace,
.tags {
  display: flex;
  align-items: center;
  gap: 6px;
}

code {
  overflow: hidden;
  flex: 1;
  font-size: 0.75rem;
  text-overflow: ellipsis;
  user-select: all;
  white-space: nowrap;
}

.small {
  min-height: 24px;
  padding: 0 7px;
  font-size: 0.75rem;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.actions .button {
  flex: 1 1 auto;
}

.tags input,
.replace select {
  min-width: 0;
}

@media (width < 760px) {
  .detail {
    width: auto;
    border-top: 1px solid var(--rule);
    border-left: 0;
  }
}
</style>
