<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { addRule, changeRule, removeRule, type RuleWords } from '@arrow-bend/core/edit'
import { arrivalIn, type ArrivalOf } from '@arrow-bend/core/match'
import { definitionOf, type RuleMember } from '@arrow-bend/core/scene'
import { frameTicks } from '@arrow-bend/core/time'
import EditField from '../../gesture/EditField.vue'
import { useDocument } from '../../session/document/document.ts'
import { useSelection } from '../../session/selection/selection.ts'
import { useRuleStates, type BrokenRule } from '../../session/view/ruleStates.ts'
import IconButton from '../../ui/IconButton.vue'
import NumberField from '../../ui/NumberField.vue'
import { numberWords } from '../../ui/numberWords.ts'

/** When things start, are fastest and land, and the order in which they are meant to. */
const ArrivalsChart = defineAsyncComponent(() => import('./ArrivalsChart.vue'))

const document = useDocument()
const selection = useSelection()
const rules = useRuleStates()

/** More than these are not told apart in a chart. */
const MOST = 40
const memberKey = ({ layer, property }: RuleMember): string => `${layer}/${property ?? ''}`
const nameOf = ({ layer, property }: RuleMember): string => {
  const found = document.scene?.layers.find(({ id }) => id === layer)
  if (!found || property === undefined) return found?.name ?? 'gone'
  return `${found.name} ${definitionOf(found.kind, property)?.label.toLowerCase() ?? property}`
}
const by = ref<'layer' | 'lane'>('layer')
/** Only what is selected on the Desk: asked for by selecting several. */
const only = ref(selection.layers.length > 1)
/** All that move, or those of them that are selected. */
const things = computed((): readonly RuleMember[] => {
  const layers = (document.scene?.layers ?? []).filter(({ properties, rolls }) =>
    Object.values(properties).some(({ keys }) => keys.length > 1 || rolls !== undefined),
  )
  const chosen = layers.filter(({ id }) => selection.hasLayer(id))
  const shown = only.value && chosen.length > 0 ? chosen : layers
  if (by.value === 'layer') return shown.map(({ id }) => ({ layer: id }))
  return shown.flatMap(({ id, properties }) =>
    Object.entries(properties).flatMap(([property, { keys }]) =>
      keys.length > 1 ? [{ layer: id, property }] : [],
    ),
  )
})
const frames = (time: number): number => time / frameTicks(document.rate)
interface Row extends ArrivalOf {
  readonly key: string
  readonly name: string
  readonly broken: BrokenRule | undefined
}
const rows = computed((): readonly Row[] => {
  const { scene } = document
  if (!scene) return []
  return things.value
    .flatMap((member): Row[] => {
      const arrival = arrivalIn(scene, member, document.bends)
      const key = memberKey(member)
      const broken = rules.broken.find((one) => memberKey(one.member) === key)
      return arrival ? [{ ...arrival, key, name: nameOf(member), broken }] : []
    })
    .sort((a, b) => a.land - b.land)
})
const checked = ref<ReadonlySet<string>>(new Set())
const toggle = (key: string): void => {
  const next = new Set(checked.value)
  if (!next.delete(key)) next.add(key)
  checked.value = next
}
const chosen = computed(() => rows.value.filter(({ key }) => checked.value.has(key)))
const kind = ref<RuleWords['kind']>('together')
const within = ref(2)
const add = (): void => {
  const rule: RuleWords = {
    kind: kind.value,
    of: chosen.value.map(({ member }) => member),
    frames: within.value,
  }
  const made = document.apply('Rule set', (draft) => addRule(draft, document.sceneId, rule, document.makeId))
  if (made) checked.value = new Set()
}
const ruleWords = ({ kind: is, frames: count }: RuleWords): string =>
  is === 'together'
    ? `land within ${numberWords(count)} f`
    : `land one after another, ${numberWords(count)} f apart at least`
const shiftWords = (late: number): string => `${Math.abs(late)} f ${late > 0 ? 'later' : 'earlier'}`
const brokenOf = (id: string): readonly BrokenRule[] =>
  rules.broken.filter(({ state }) => state.rule.id === id)
const remove = (id: string): void => {
  document.apply('Rule taken away', (draft) => removeRule(draft, document.sceneId, id))
}
const setFrames = (id: string) => (value: number) => {
  const rule = { scene: document.sceneId, rule: id }
  return (draft: Parameters<typeof changeRule>[0]) => changeRule(draft, rule, { frames: Math.max(0, value) })
}
</script>

<template>
  <div class="view">
    <div class="side">
      <h3>Rules of this scene</h3>
      <p v-if="rules.states.length === 0" class="text-ink-2">
        None yet. Check two things or more in the table and say how they are meant to land; the deck marks
        what breaks it.
      </p>
      <ul v-else class="rules" aria-label="Rules">
        <li v-for="{ rule, isKept } in rules.states" :key="rule.id" class="rule" :class="{ kept: isKept }">
          <div class="line">
            <b class="grow">{{ isKept ? 'Kept' : 'Broken' }}</b>
            <EditField
              class="frames"
              :label="`Frames of the rule`"
              unit="f"
              :digits="1"
              :min="0"
              :max="100000"
              :model-value="rule.frames"
              edit="Rule changed"
              :recipe="setFrames(rule.id)"
            />
            <IconButton small :icon="Trash2" label="Take this rule away" @press="remove(rule.id)" />
          </div>
          <p>{{ rule.of.map(nameOf).join(', ') }} {{ ruleWords(rule) }}.</p>
          <template v-if="!isKept">
            <p v-for="one in brokenOf(rule.id)" :key="one.place" class="late">
              {{ nameOf(one.member) }} lands at f {{ numberWords(frames(one.land), 1) }}:
              {{ shiftWords(one.frames) }} mends it.
            </p>
            <button type="button" class="button small" @click="rules.mend(brokenOf(rule.id))">
              Shift {{ brokenOf(rule.id).length === 1 ? 'it' : 'them' }} into order
            </button>
          </template>
        </li>
      </ul>
      <form class="new" @submit.prevent="add">
        <h3>A new rule</h3>
        <select v-model="kind" class="field" aria-label="How they are to land">
          <option value="together">They land together, within</option>
          <option value="before">Each lands before the next, by at least</option>
        </select>
        <NumberField
          label="Frames"
          unit="f"
          :digits="1"
          :min="0"
          :max="100000"
          :model-value="within"
          @input="(value) => (within = value)"
        />
        <button type="submit" class="button button-primary" :disabled="chosen.length < 2">
          {{ chosen.length < 2 ? 'Check two things or more' : `Set it for ${chosen.length} things` }}
        </button>
      </form>
    </div>
    <section class="pictures" aria-label="Arrivals">
      <ArrivalsChart v-if="rows.length > 0" :rows="rows.slice(0, MOST)" :frame="frameTicks(document.rate)" />
      <p v-else class="text-ink-2">Nothing moves in this scene yet.</p>
      <div v-if="rows.length > 0" class="table">
        <table>
          <thead>
            <tr>
              <th scope="col"><span class="sr-only">In a new rule</span></th>
              <th scope="col">
                <select v-model="by" class="field" aria-label="What is listed">
                  <option value="layer">Layers</option>
                  <option value="lane">Properties</option>
                </select>
                <select v-model="only" class="field" aria-label="Whose are listed">
                  <option :value="false">all that move</option>
                  <option :value="true">selected on the Desk</option>
                </select>
              </th>
              <th scope="col" title="The key from which on it moves">Starts</th>
              <th scope="col" title="Its fastest moment">Peak</th>
              <th scope="col" title="The first moment it is within 1 % of its end value">First there</th>
              <th scope="col" title="The last moment it is more than 1 % of its change from its end value">
                Lands
              </th>
              <th scope="col">Rule</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.key" :class="{ broken: row.broken }">
              <td>
                <input
                  type="checkbox"
                  :aria-label="row.name"
                  :checked="checked.has(row.key)"
                  @change="toggle(row.key)"
                />
              </td>
              <th scope="row" class="truncate">{{ row.name }}</th>
              <td v-for="(time, i) in [row.start, row.peak, row.there, row.land]" :key="i" class="mono">
                {{ numberWords(frames(time), 1) }}
              </td>
              <td>
                <button
                  v-if="row.broken"
                  type="button"
                  class="button small"
                  @click="rules.mend([row.broken])"
                >
                  {{ row.broken.frames < 0 ? 'Late' : 'Early' }}: shift {{ shiftWords(row.broken.frames) }}
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </div>
</template>

<style scoped src="./view.css"></style>
<style scoped>
.rules {
  display: grid;
  gap: 8px;
}

.rule {
  display: block;
  padding: 6px 8px;
  border-left: 3px solid var(--pencil);
  background: var(--sheet-2);
}

.rule.kept {
  border-left-color: var(--hue-show);
}

.line {
  display: flex;
  align-items: center;
  gap: 6px;
}

.frames {
  width: 76px;
}

.late {
  color: var(--pencil);
}

.new {
  display: grid;
  gap: 6px;
}

.small {
  min-height: 24px;
  padding: 0 8px;
  font-size: 0.75rem;
}

.table {
  overflow: auto;
  min-height: 120px;
  flex: 1 1 240px;
  border: 1px solid var(--rule);
  background: var(--sheet-2);
  scrollbar-width: thin;
}

table {
  width: 100%;
  border-collapse: collapse;
}

thead th {
  position: sticky;
  z-index: 1;
  top: 0;
  height: 30px;
  background: var(--bench);
  color: var(--ink-2);
  font-weight: 400;
}

th,
td {
  padding: 0 8px;
  text-align: right;
}

th:nth-child(2),
td:nth-child(1),
th:nth-child(1) {
  text-align: left;
}

tbody tr {
  height: 28px;
  border-bottom: 1px solid var(--rule-soft);
}

tbody th {
  max-width: 260px;
  font-weight: 400;
}

tr.broken th,
tr.broken td {
  color: var(--pencil);
}
</style>
