import { useDocument } from '../../../session/document/document.ts'
import { useSelection } from '../../../session/selection/selection.ts'
import type { PropertyRef } from '@arrow-bend/core/edit'
import { laneOf, type PropertyRow, type Row } from './rows.ts'

/** How a name was pressed: for it alone, to add it or take it away, or for all rows up to it. */
export type RowChoice = 'one' | 'add' | 'range'

/** Shift asks for a range, Ctrl/Cmd for one more. */
export const choiceOf = ({ shiftKey, ctrlKey, metaKey }: MouseEvent): RowChoice =>
  shiftKey ? 'range' : ctrlKey || metaKey ? 'add' : 'one'

/** What lies from one item to another, the other last; null where one of them is not listed. */
function between<T>(list: readonly T[], from: T | undefined, to: T): readonly T[] | null {
  const [first, last] = [from === undefined ? -1 : list.indexOf(from), list.indexOf(to)]
  if (first < 0 || last < 0) return null
  const range = list.slice(Math.min(first, last), Math.max(first, last) + 1)
  return first <= last ? range : range.reverse()
}

/** Selecting layers and properties in the list; a range goes from the one chosen last, through the rows that are listed. */
export function useRowChoice(rows: () => readonly Row[]): {
  readonly layer: (id: string, how: RowChoice) => void
  readonly property: (row: PropertyRow, how: RowChoice) => void
} {
  const document = useDocument()
  const selection = useSelection()
  const layer = (id: string, how: RowChoice): void => {
    const listed = rows().flatMap((row) => (row.kind === 'layer' ? [row.layer.id] : []))
    const range = how === 'range' ? between(listed, selection.layers.at(-1), id) : null
    if (!range) selection.selectLayers([id], how !== 'one')
    else selection.selectLayers([...selection.layers.filter((other) => !range.includes(other)), ...range])
  }
  const refOf = ({ layer: { id }, definition }: PropertyRow): PropertyRef => ({
    scene: document.sceneId,
    layer: id,
    property: definition.name,
  })
  const property = (row: PropertyRow, how: RowChoice): void => {
    const lanes = rows().flatMap((listed) => laneOf(listed) ?? [])
    const last = selection.properties.at(-1)
    const from = lanes.find(({ id }) => last && id === `${last.layer}/${last.property}`)
    const range =
      how === 'range'
        ? between(
            lanes,
            from,
            lanes.find(({ id }) => id === row.id)!,
          )
        : null
    if (!range) {
      selection.selectProperties([refOf(row)], how !== 'one')
      return
    }
    const names = new Set(range.map(({ id }) => id))
    const others = selection.properties.filter((ref) => !names.has(`${ref.layer}/${ref.property}`))
    selection.selectProperties([...others, ...range.map(refOf)])
  }
  return { layer, property }
}
