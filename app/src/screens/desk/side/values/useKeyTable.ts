import { computed, type ComputedRef } from 'vue'
import { plainBend, type Bend, type PlainBend } from '@arrow-bend/core/bend'
import {
  findProperty,
  setKeys,
  takeKeyRows,
  type KeyEdit,
  type KeyRef,
  type NewKey,
  type PropertyRef,
} from '@arrow-bend/core/edit'
import { BadFile } from '@arrow-bend/core/format/project'
import { fitsCells, readKeyTable, writeKeyTable } from '@arrow-bend/core/format/table'
import { timedKeys, type Key, type Property } from '@arrow-bend/core/property'
import { definitionOf, type NamedBend, type PropertyDefinition } from '@arrow-bend/core/scene'
import { asTicks } from '@arrow-bend/core/time'
import { useDeferredViews } from '../../../../session/document/deferredViews.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useTellReplaced } from '../../../../command/useTellReplaced.ts'

/** A key as a row of the table. */
export interface ValueRow {
  readonly ref: KeyRef
  readonly layer: string
  readonly definition: PropertyDefinition
  readonly property: Property
  readonly key: Key
  readonly bend: PlainBend
  /** The name of the library bend the span that begins here follows; null for a bend of its own. */
  readonly linkedTo: string | null
  /** Whether a span begins at it. */
  readonly begins: boolean
}

export interface KeyTable {
  readonly rows: ComputedRef<readonly ValueRow[]>
  /** How many keys there are besides those shown. */
  readonly more: ComputedRef<number>
  /** The table for a spreadsheet. */
  readonly text: () => string
  /** Takes a table from a spreadsheet: row by row; rows beyond add keys where all are of one property. */
  readonly take: (text: string) => void
  /** Whether a table can be taken: keys or a lane are selected. */
  readonly mayTake: ComputedRef<boolean>
  readonly edit: (label: string, edits: readonly KeyEdit[]) => void
}

const linkName = (bend: Bend, bends: readonly NamedBend[]): string | null =>
  bend.kind === 'linked' ? (bends.find(({ id }) => id === bend.bendId)?.name ?? null) : null

/** Rows shown at most. */
const MOST_SHOWN = 200

/** The selected keys, or those of the selected spans or lanes, as a table. */
export function useKeyTable(): KeyTable {
  const document = useDocument()
  const deferred = useDeferredViews()
  const selection = useSelection()

  /** The rows of one property: its selected keys and those beside selected spans; all where only lanes are selected. */
  const rowsOf = (ref: PropertyRef, whole: boolean): ValueRow[] => {
    const { scene: shownScene, project } = deferred.panel
    const layer = shownScene?.layers.find(({ id }) => id === ref.layer)
    const property = project && findProperty(project, ref)
    const definition = layer && definitionOf(layer.kind, ref.property)
    if (!layer || !property || !definition || !fitsCells(property.kind)) return []
    const [inKeys, inSpans] = [selection.keysIn(ref), selection.spansIn(ref)]
    const keys = timedKeys(property)
    return keys.flatMap((key, i): ValueRow[] => {
      const before = keys[i - 1]
      const beside = inSpans.has(key.id) || (before !== undefined && inSpans.has(before.id))
      if (!whole && !inKeys.has(key.id) && !beside) return []
      return [
        {
          ref: { ...ref, key: key.id },
          layer: layer.name,
          definition,
          property,
          key,
          bend: plainBend(key.bend, document.bends),
          linkedTo: linkName(key.bend, document.bends),
          begins: i < keys.length - 1,
        },
      ]
    })
  }
  const all = computed(() => {
    const whole = selection.keys.length === 0 && selection.spans.length === 0
    return selection.properties.flatMap((ref) => rowsOf(ref, whole))
  })

  const tell = useTellReplaced()
  const edit = (label: string, edits: readonly KeyEdit[]): void =>
    tell(document.apply(label, (draft) => setKeys(draft, edits)))
  /** The one property rows beyond the keys there are add keys to; null where several are meant. */
  const growing = computed((): PropertyRef | null => {
    const lanes = all.value.length > 0 ? all.value.map(({ ref }) => ref) : selection.properties
    const [first, ...others] = lanes
    const isOther = ({ layer, property }: PropertyRef): boolean =>
      layer !== first!.layer || property !== first!.property
    return first && !others.some(isOther)
      ? { scene: first.scene, layer: first.layer, property: first.property }
      : null
  })
  const definitions = computed(() =>
    selection.properties.flatMap((ref) => {
      const layer = document.scene?.layers.find(({ id }) => id === ref.layer)
      const definition = layer && definitionOf(layer.kind, ref.property)
      return definition && fitsCells(definition.kind) ? [definition] : []
    }),
  )
  const take = (text: string): void => {
    const list = all.value
    const ref = growing.value
    const kinds =
      list.length > 0 ? list.map(({ property }) => property.kind) : definitions.value.map(({ kind }) => kind)
    if (kinds.length === 0)
      throw new BadFile('Select the keys or the lane that the table is for first. Nothing was changed.')
    const named = definitions.value.map(({ label }) => label)
    const cells = readKeyTable(text, { kinds, rate: document.rate, named })
    const beyond = cells.slice(list.length)
    if (beyond.length > 0 && !(ref && beyond.every(({ t }) => t !== undefined)))
      throw new BadFile(
        `The table has ${cells.length} rows and ${list.length} keys are selected. More keys can be added to one property only, each with its frame. Nothing was changed.`,
      )
    const edits = cells.slice(0, list.length).map((one, i): KeyEdit => ({ ref: list[i]!.ref, ...one }))
    const keys = beyond.map(({ t, ...rest }): NewKey => ({ t: asTicks(t!), ...rest }))
    const rows = { edits, ...(keys.length > 0 && ref ? { added: { ref, keys } } : {}) }
    tell(document.apply('Table pasted', (draft) => takeKeyRows(draft, rows, document.makeId)))
  }
  return {
    rows: computed(() => all.value.slice(0, MOST_SHOWN)),
    more: computed(() => Math.max(0, all.value.length - MOST_SHOWN)),
    text: () =>
      writeKeyTable(
        all.value.map(({ layer, definition, property, key, bend }) => ({
          layer,
          property: definition.label,
          kind: property.kind,
          t: key.t,
          value: key.value,
          through: key.through,
          bend,
        })),
        document.rate,
      ),
    take,
    mayTake: computed(() => definitions.value.length > 0),
    edit,
  }
}
