import { useSelection } from '../../../../session/selection/selection.ts'
import type { Row } from '../rows.ts'

/** How a layer's name was pressed: for it alone, to add it or take it away, or for all rows up to it. */
export type LayerChoice = 'one' | 'add' | 'range'

/** Selecting layers in the list; a range goes from the one chosen last, through the rows that are listed. */
export function useLayerChoice(rows: () => readonly Row[]): (id: string, how: LayerChoice) => void {
  const selection = useSelection()
  return (id, how) => {
    const from = selection.layers[selection.layers.length - 1]
    const shown = rows().flatMap((row) => (row.kind === 'layer' ? [row.layer.id] : []))
    if (how !== 'range' || from === undefined || !shown.includes(from)) {
      selection.selectLayers([id], how !== 'one')
      return
    }
    const [first, last] = [shown.indexOf(from), shown.indexOf(id)]
    const between = shown.slice(Math.min(first, last), Math.max(first, last) + 1)
    const others = selection.layers.filter((other) => !between.includes(other))
    selection.selectLayers([...others, ...(first <= last ? between : between.reverse())])
  }
}
