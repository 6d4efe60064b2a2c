<script setup lang="ts">
import { ClipboardPaste, Copy, Pause, Split } from '@lucide/vue'
import { computed, ref } from 'vue'
import { targetSpans } from '@arrow-bend/core/choose'
import { toast } from '../../../../ui/toast.ts'
import { bendText, readEasing } from '@arrow-bend/core/format/css'
import {
  compiledOf,
  hexOf,
  isColour,
  KIND_WIDTH,
  parseColour,
  turnsBack,
  type Through,
} from '@arrow-bend/core/property'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { frameTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { NOTHING_SELECTED } from '../../../../session/selection/selection.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { keysOf } from '../../../../command/keys/keysOf.ts'
import { findProperty, setKeys } from '@arrow-bend/core/edit'
import IconButton from '../../../../ui/IconButton.vue'
import NumberField from '../../../../ui/NumberField.vue'
import TimeField from '../../../../ui/TimeField.vue'
import EditField from '../../../../gesture/EditField.vue'
import type { Commands } from '../../../../command/useCommands.ts'
import { useToldStep } from '../../../../command/useToldStep.ts'
import ColourMix from '../ColourMix.vue'
import LinkMark from '../LinkMark.vue'
import { useKeyTable, type ValueRow } from './useKeyTable.ts'

/** The selected keys in numbers: times, values, how they pass motion through, bends. */
defineProps<{ actions: Commands }>()

const document = useDocument()
const preferences = usePreferences()
const table = useKeyTable()
const toldStep = useToldStep()
const { rows, more, mayTake } = table
const sheet = ref<HTMLElement | null>(null)

const several = computed(
  () => new Set(rows.value.map(({ ref: { layer, property } }) => `${layer}/${property}`)).size > 1,
)
/** Spans of colours among them, whose mixing is chosen where their keys are edited. */
const colours = computed(() => {
  const keys = rows.value.filter(({ property }) => property.kind === 'colour').map((row) => row.ref)
  return keys.length === 0 ? [] : targetSpans(document.project!, { ...NOTHING_SELECTED, keys })
})
const isPair = computed(() => rows.value.some(({ property: { kind } }) => KIND_WIDTH[kind] === 2))
const THROUGH: readonly { through: Through; label: string }[] = [
  { through: 'corner', label: 'Corner' },
  { through: 'joined', label: 'Joined' },
  { through: 'smooth', label: 'Smooth' },
]
const numbersOf = ({ key: { value } }: ValueRow): readonly number[] =>
  typeof value === 'number' ? [value] : Array.isArray(value) ? (value as readonly number[]) : []
const nameOf = ({ layer, definition, key }: ValueRow): string =>
  `${layer} ${definition.label.toLowerCase()} at ${Math.round(key.t / frameTicks(document.rate))} f`

const valueRecipe = (row: ValueRow, component: number, number: number): Recipe<unknown> => {
  const list = [...numbersOf(row)]
  list[component] = number
  const value = list.length === 1 ? list[0]! : ([list[0]!, list[1]!] as const)
  return (draft) => setKeys(draft, [{ ref: row.ref, value }])
}
const setTime = (row: ValueRow, t: Ticks): void => table.edit('Key moved', [{ ref: row.ref, t }])
const step = (row: ValueRow, frames: number): void =>
  setTime(row, (row.key.t + frames * frameTicks(document.rate)) as Ticks)
const setText = (row: ValueRow, event: Event): void => {
  const field = event.target as HTMLInputElement
  const text = field.value.trim()
  if (row.property.kind === 'colour' && !isColour(text)) {
    toast.error(`“${text.slice(0, 40)}” is not a colour. The old one was kept.`)
    field.value = textOf(row)
    return
  }
  if (text !== textOf(row)) table.edit('Value set', [{ ref: row.ref, value: text }])
}
const textOf = ({ key: { value }, property: { kind } }: ValueRow): string =>
  kind === 'colour' ? hexOf(parseColour(String(value))) : String(value)
/** Joined sides are turned into one line, by which a value may come to run backwards: that is told. */
const setThrough = (row: ValueRow, through: Through): void => {
  const backwards = (): number[] => {
    const property = findProperty(document.project!, row.ref)
    return property ? turnsBack(compiledOf(property, document.bends)) : []
  }
  const before = backwards()
  table.edit(`Key made ${through}`, [{ ref: row.ref, through }])
  const [span] = backwards().filter((one) => !before.includes(one))
  if (span !== undefined)
    toldStep(`“${row.layer}” now runs backwards for a while between keys ${span + 1} and ${span + 2}.`)
}
const setBend = (row: ValueRow, event: Event): void => {
  const field = event.target as HTMLInputElement
  if (field.value.trim() === bendText(row.bend)) return
  try {
    table.edit('Bend set', [{ ref: row.ref, bend: readEasing(field.value) }])
  } catch (caught) {
    toast.error(sentenceOf(caught))
    field.value = bendText(row.bend)
  }
}

const take = (text: string): void => {
  try {
    table.take(text)
  } catch (caught) {
    toast.error(sentenceOf(caught))
  }
}
const copy = async (): Promise<void> => {
  try {
    await navigator.clipboard.writeText(table.text())
    toast('The table was copied. Paste it into a spreadsheet.')
  } catch {
    toast.error('The browser does not let this page copy. Press Ctrl/Cmd+C while the table has the keyboard.')
  }
}
const paste = async (): Promise<void> => {
  try {
    take(await navigator.clipboard.readText())
  } catch {
    sheet.value?.focus()
    toast('Press Ctrl/Cmd+V to paste the table.')
  }
}
const isField = (event: Event): boolean => (event.target as HTMLElement).matches('input')
/** The browser's own copy and paste, where the table itself has the keyboard. */
const onCopy = (event: ClipboardEvent): void => {
  if (isField(event)) return
  event.preventDefault()
  event.clipboardData?.setData('text/plain', table.text())
}
const onPaste = (event: ClipboardEvent): void => {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  // A table goes into the table wherever it is pasted; a single cell into the field.
  if (isField(event) && !/[\t\n]/.test(text.trim())) return
  event.preventDefault()
  event.stopPropagation()
  take(text)
}
</script>

<template>
  <section class="panel" aria-label="Values">
    <div class="tools">
      <NumberField
        show-label
        class="pause"
        label="Pause"
        unit="f"
        :digits="0"
        :min="1"
        :max="9999"
        :model-value="preferences.pauseFrames"
        @input="(value) => (preferences.pauseFrames = Math.max(1, Math.round(value)))"
      />
      <IconButton
        small
        :icon="Pause"
        label="Stand still at the selected keys for so long; what follows comes later"
        :keys="keysOf('pause')"
        @press="actions.run('pause', false)"
      />
      <IconButton
        small
        :icon="Split"
        label="Split the position into X and Y, or join them"
        :keys="keysOf('splitAxes')"
        @press="actions.run('splitAxes', false)"
      />
      <span class="grow" />
      <IconButton
        small
        :icon="Copy"
        label="Copy as a table for a spreadsheet"
        :disabled="rows.length === 0"
        @press="copy"
      />
      <IconButton
        small
        :icon="ClipboardPaste"
        label="Paste a table from a spreadsheet"
        :disabled="!mayTake"
        @press="paste"
      />
    </div>
    <ColourMix v-if="colours.length > 0" class="px-3 pb-2" :spans="colours" />
    <div
      v-if="rows.length > 0"
      ref="sheet"
      class="sheet"
      tabindex="0"
      role="region"
      aria-label="Table of the selected keys"
      @copy="onCopy"
      @paste="onPaste"
    >
      <table>
        <thead>
          <tr>
            <th v-if="several" scope="col">Of</th>
            <th scope="col">Time</th>
            <th scope="col">{{ isPair ? 'X' : 'Value' }}</th>
            <th v-if="isPair" scope="col">Y</th>
            <th scope="col">Through</th>
            <th scope="col">Bend</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="`${row.ref.layer}/${row.ref.property}/${row.ref.key}`">
            <th v-if="several" scope="row" :title="`${row.layer}, ${row.definition.label}`">
              <span class="of"
                ><i :style="{ background: `var(--hue-${row.definition.hue})` }" />{{ row.layer }}</span
              >
            </th>
            <td>
              <TimeField
                :label="`Time of ${nameOf(row)}`"
                :model-value="row.key.t"
                :rate="document.rate"
                :display="preferences.timeDisplay === 'timecode' ? 'frames' : preferences.timeDisplay"
                @take="(t) => setTime(row, t)"
                @step="(frames) => step(row, frames)"
              />
            </td>
            <template v-if="numbersOf(row).length > 0">
              <td
                v-for="(number, component) in numbersOf(row)"
                :key="component"
                :colspan="isPair && numbersOf(row).length === 1 ? 2 : 1"
              >
                <EditField
                  plain
                  :label="`${numbersOf(row).length > 1 ? 'XY'[component] : 'Value'} of ${nameOf(row)}`"
                  :unit="row.definition.unit === 'px' ? '' : row.definition.unit"
                  :digits="2"
                  :step="row.definition.step"
                  :model-value="number"
                  :edit="`${row.definition.label} set`"
                  :recipe="(value: number) => valueRecipe(row, component, value)"
                />
              </td>
            </template>
            <td v-else :colspan="isPair ? 2 : 1">
              <input
                class="cell mono"
                type="text"
                :aria-label="`Value of ${nameOf(row)}`"
                :value="textOf(row)"
                @change="setText(row, $event)"
              />
            </td>
            <td>
              <select
                class="cell"
                :aria-label="`How ${nameOf(row)} passes motion through`"
                :value="row.key.through"
                @change="setThrough(row, ($event.target as HTMLSelectElement).value as Through)"
              >
                <option v-for="{ through, label } in THROUGH" :key="through" :value="through">
                  {{ label }}
                </option>
              </select>
            </td>
            <td class="bend">
              <LinkMark v-if="row.begins && row.linkedTo" :name="row.linkedTo" />
              <input
                v-if="row.begins"
                class="cell mono"
                :class="{ 'after-mark': row.linkedTo }"
                type="text"
                spellcheck="false"
                :aria-label="`Bend from ${nameOf(row)} on`"
                :title="bendText(row.bend)"
                :value="bendText(row.bend)"
                @change="setBend(row, $event)"
              />
              <span v-else class="text-ink-2">–</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="more > 0" class="px-1 text-[0.75rem] text-ink-2">
        And {{ more }} more: copying and pasting takes them all.
      </p>
    </div>
    <p v-else class="empty">
      Select keys, spans or lanes in the deck to see them here in numbers. A table copied from a spreadsheet
      can be pasted over them.
    </p>
  </section>
</template>

<style scoped>
.panel {
  display: flex;
  min-height: 0;
  flex: 1;
  flex-direction: column;
}

.tools {
  display: flex;
  flex: none;
  align-items: center;
  gap: 4px;
  padding: 4px 8px 4px 11px;
}

.pause {
  width: 92px;
}

.sheet {
  min-height: 0;
  flex: 1;
  overflow: auto;
  padding: 0 4px 8px 8px;
  scrollbar-width: thin;
}

table {
  width: 100%;
  border-collapse: collapse;
  font-size: 0.75rem;
}

th {
  position: sticky;
  z-index: 1;
  top: 0;
  padding: 2px 4px;
  background: var(--sheet);
  color: var(--ink-2);
  font-weight: 400;
  text-align: left;
}

tbody th {
  position: static;
}

tr {
  border-bottom: 1px solid var(--rule-soft);
}

td {
  height: 26px;
  padding: 0 2px;
}

td :deep(input) {
  font-size: 0.75rem;
}

td :deep(.time-field),
td :deep(.time-field input) {
  width: 52px;
}

td select.cell {
  width: 70px;
}

.of {
  display: flex;
  overflow: hidden;
  max-width: 56px;
  align-items: center;
  gap: 4px;
  white-space: nowrap;
}

.of i {
  width: 8px;
  height: 8px;
  flex: none;
  border-radius: 2px;
}

.cell {
  width: 100%;
  min-width: 0;
  height: 22px;
  padding: 0 3px;
  border-radius: 4px;
  background: none;
  color: var(--ink);
  font-size: 0.75rem;
}

.cell:hover {
  background: var(--sheet-2);
}

.bend {
  width: 40%;
  white-space: nowrap;
}

.after-mark {
  width: calc(100% - 14px);
}

.empty {
  padding: 10px 11px;
}
</style>
