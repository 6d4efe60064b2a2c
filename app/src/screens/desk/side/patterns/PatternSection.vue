<script setup lang="ts">
import { Copy, Eye, EyeOff, Trash2 } from '@lucide/vue'
import { PATTERN_KINDS, type Pattern } from '@arrow-bend/core/property'
import { computed } from 'vue'
import { useDocument } from '../../../../session/document/document.ts'
import { usePatternClipboard } from '../../../../session/selection/patternClipboard.ts'
import IconButton from '../../../../ui/IconButton.vue'
import PatternFields from './PatternFields.vue'
import PatternGlyph from './PatternGlyph.vue'
import PatternWriting from './PatternWriting.vue'
import { PATTERN_WORDS, patternWords } from './patternWords.ts'
import { usePatterns } from './usePatterns.ts'

/** What goes on over and over on top of what a property's keys say: laid on, shaped, switched off, or written as keys. */
const document = useDocument()
const patterns = usePatterns()
const { lane, choices, wanted, chosen } = patterns
const clipboard = usePatternClipboard()

/** Levels that are multiplied have no unit. */
const unitOf = ({ mode }: Pattern): string =>
  mode === 'multiply' ? '×' : (lane.value?.definition.unit ?? '')
const locked = computed(() => lane.value?.layer.locked ?? false)
const turn = (pattern: Pattern): void => {
  const { off, ...rest } = pattern
  patterns.set(off ? 'Pattern switched on' : 'Pattern switched off', off ? rest : { ...rest, off: true })
}
</script>

<template>
  <template v-if="lane">
    <label class="line">
      <span class="of truncate" :title="lane.layer.name">{{ lane.layer.name }}</span>
      <select
        class="field grow"
        :aria-label="`Property of ${lane.layer.name}`"
        :value="lane.definition.name"
        @change="wanted = ($event.target as HTMLSelectElement).value"
      >
        <option v-for="{ name, label } in choices" :key="name" :value="name">{{ label }}</option>
      </select>
    </label>
    <div class="kinds" role="group" aria-label="Lay on a pattern">
      <button
        v-for="kind in PATTERN_KINDS"
        :key="kind"
        type="button"
        :aria-label="`Add: ${PATTERN_WORDS[kind].label}`"
        :title="PATTERN_WORDS[kind].hint"
        :disabled="locked"
        @click="patterns.add(kind)"
      >
        <PatternGlyph :kind="kind" :width="46" :height="30" />
        <span>{{ PATTERN_WORDS[kind].label }}</span>
      </button>
    </div>
    <p v-if="locked" class="note">The layer is locked. Unlock it to lay a pattern on it.</p>
    <p v-else-if="patterns.patterns.value.length === 0 && !document.preview" class="note">
      Press one: it moves on top of what the keys say, which stay free. It is seen at once, and can be written
      as keys whenever you like.
    </p>
    <ul
      v-else
      class="list"
      :aria-label="`Patterns of ${lane.layer.name} ${lane.definition.label.toLowerCase()}`"
    >
      <li v-for="one in patterns.patterns.value" :key="one.id" :class="{ off: one.off }">
        <button
          type="button"
          class="one truncate"
          :aria-pressed="one.id === patterns.pattern.value?.id"
          :title="patternWords(one, unitOf(one))"
          @click="chosen = one.id"
        >
          {{ patternWords(one, unitOf(one)) }}
        </button>
        <IconButton
          :icon="one.off ? EyeOff : Eye"
          :label="`${PATTERN_WORDS[one.kind].label}: switch ${one.off ? 'on' : 'off'}`"
          :pressed="!one.off"
          @press="turn(one)"
        />
        <IconButton
          :icon="Copy"
          :label="`${PATTERN_WORDS[one.kind].label}: copy`"
          @press="clipboard.copied = one"
        />
        <IconButton
          :icon="Trash2"
          :label="`${PATTERN_WORDS[one.kind].label}: take off`"
          @press="patterns.remove(one)"
        />
      </li>
    </ul>
    <button
      v-if="clipboard.copied && patterns.fits(clipboard.copied) && !locked"
      type="button"
      class="button small"
      @click="patterns.paste(clipboard.copied)"
    >
      Lay on the copied {{ PATTERN_WORDS[clipboard.copied.kind].label.toLowerCase() }}
    </button>
    <PatternFields
      v-if="patterns.pattern.value && !locked"
      :key="patterns.pattern.value.id"
      :pattern="patterns.pattern.value"
      :lane="lane"
      :patterns="patterns"
    />
    <PatternWriting v-if="!locked" :lane="lane" />
  </template>
  <p v-else class="note">
    Select a layer or one of its properties first. A pattern sways, flickers or drifts it without keys: a
    lamp, a boat on the water, a light.
  </p>
</template>

<style scoped>
.of {
  max-width: 150px;
  font-weight: 650;
}

.kinds {
  display: grid;
  gap: 4px;
  grid-template-columns: repeat(6, 1fr);
}

.kinds button {
  display: grid;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--sheet-2);
  font-size: 0.6875rem;
  justify-items: center;
  padding-bottom: 2px;
}

.kinds button:hover:not(:disabled) {
  border-color: var(--ink-2);
}

.list {
  display: grid;
  gap: 2px;
}

.list li {
  display: flex;
  align-items: center;
  font-size: 0.75rem;
}

.one {
  min-width: 0;
  height: 24px;
  flex: 1;
  padding: 0 6px;
  border-radius: 4px;
  text-align: left;
}

.one[aria-pressed='true'] {
  background: var(--rule-soft);
  box-shadow: inset 2px 0 0 var(--pencil);
}

.off .one {
  color: var(--ink-2);
  text-decoration: line-through;
}
</style>
