import { computed, type ComputedRef } from 'vue'
import { plainBend, type PlainBend } from '@arrow-bend/core/bend'
import { addKeys, findProperty, setKeys, type KeyEdit, type KeyRef } from '@arrow-bend/core/edit'
import { BadFile } from '@arrow-bend/core/format/project'
import { fitsCells, readKeyTable, writeKeyTable, type KeyCells } from '@arrow-bend/core/format/table'
import { timedKeys, type Key, type Property } from '@arrow-bend/core/property'
import { definitionOf, type PropertyDefinition } from '@arrow-bend/core/scene'
import { asTicks } from '@arrow-bend/core/time'
import { useDocument } from '../../../session/document.ts'
import { useSelection } from '../../../session/selection.ts'

/** A key as a row of the table. */
export interface ValueRow {
  readonly ref: KeyRef
  readonly layer: string
  readonly definition: PropertyDefinition
  readonly property: Property
  readonly key: Key
  readonly bend: PlainBend
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
  readonly edit: (label: string, edits: readonly KeyEdit[]) => void
}

/** Rows shown at most. */
const MOST_SHOWN = 200

/** The selected keys, or those of the selected spans or lanes, as a table. */
export function useKeyTable(): KeyTable {
  const document = useDocument()
  const selection = useSelection()

  const refs = computed((): readonly KeyRef[] => {
    const project = document.inPanel
    if (!project) return []
    const wanted = new Set<string>()
    const name = (ref: KeyRef): string => `${ref.layer}/${ref.property}/${ref.key}`
    selection.keys.forEach((ref) => wanted.add(name(ref)))
    return selection.properties.flatMap((ref) => {
      const property = findProperty(project, ref)
      if (!property || !fitsCells(property.kind)) return []
      const keys = timedKeys(property)
      const whole = selection.keys.length === 0 && selection.spans.length === 0
      return keys.flatMap(({ id }, i) => {
        const key = { ...ref, key: id }
        const before = keys[i - 1]
        const beside = selection.hasSpan(key) || (before && selection.hasSpan({ ...ref, key: before.id }))
        return whole || wanted.has(name(key)) || beside ? [key] : []
      })
    })
  })
  const rowOf = (ref: KeyRef): ValueRow[] => {
    const project = document.inPanel
    const layer = project?.scenes[0]?.layers.find(({ id }) => id === ref.layer)
    const property = project && findProperty(project, ref)
    const definition = layer && definitionOf(layer.kind, ref.property)
    const keys = property ? timedKeys(property) : []
    const at = keys.findIndex(({ id }) => id === ref.key)
    if (!layer || !property || !definition || at < 0) return []
    const key = keys[at]!
    const bend = plainBend(key.bend, document.bends)
    return [{ ref, layer: layer.name, definition, property, key, bend, begins: at < keys.length - 1 }]
  }
  const rows = computed(() => refs.value.slice(0, MOST_SHOWN).flatMap(rowOf))
  const all = (): ValueRow[] => refs.value.flatMap(rowOf)

  const edit = (label: string, edits: readonly KeyEdit[]): void => {
    document.apply(label, (draft) => setKeys(draft, edits))
  }
  const take = (text: string): void => {
    const list = all()
    const cells = readKeyTable(text, {
      kinds: list.map(({ property }) => property.kind),
      rate: document.rate,
    })
    const single = new Set(list.map(({ ref }) => `${ref.layer}/${ref.property}`)).size === 1
    const beyond = cells.slice(list.length)
    if (beyond.length > 0 && !(single && beyond.every(({ t }) => t !== undefined)))
      throw new BadFile(
        `The table has ${cells.length} rows and ${list.length} keys are selected. More keys can be added to one property only, each with its frame. Nothing was changed.`,
      )
    const edits = cells.slice(0, list.length).map((one, i): KeyEdit => ({ ref: list[i]!.ref, ...one }))
    document.apply('Table pasted', (draft) => {
      setKeys(draft, edits)
      if (beyond.length > 0)
        addKeys(
          draft,
          list[0]!.ref,
          beyond.map(({ t, ...rest }: KeyCells) => ({ t: asTicks(t!), ...rest })),
          document.makeId,
        )
    })
  }
  return {
    rows,
    more: computed(() => Math.max(0, refs.value.length - MOST_SHOWN)),
    text: () =>
      writeKeyTable(
        all().map(({ layer, definition, property, key, bend }) => ({
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
    edit,
  }
}
