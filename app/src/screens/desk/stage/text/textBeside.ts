import type { DrawItems } from '@arrow-bend/core/scene'

type TextItem = DrawItems['text']

/** Reading order: from the top, and from the left where base lines are level. */
function byReading(a: TextItem, b: TextItem): number {
  return a.matrix[5]! - b.matrix[5]! || a.matrix[4]! - b.matrix[4]!
}

/** The text after or before one of them, in the order they are read on the stage; null past either end. */
export function textBeside(texts: readonly TextItem[], layer: string, way: 1 | -1): TextItem | null {
  const read = [...texts].sort(byReading)
  return read[read.findIndex((text) => text.layer.id === layer) + way] ?? null
}
