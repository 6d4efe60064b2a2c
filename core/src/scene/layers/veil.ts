import { applyMatrix, invertMatrix } from '../matrix.ts'
import type { Veil } from './drawBase.ts'

export const NO_VEILS: readonly Veil[] = []

/** Whether no frame among some veils cuts off a point of the stage. */
export function isWithin(veils: readonly Veil[], x: number, y: number): boolean {
  return veils.every((veil) => {
    if (veil.kind !== 'frame') return true
    const inverse = invertMatrix(veil.matrix)
    if (!inverse) return false
    const [px, py] = applyMatrix(inverse, x, y)
    const [left, top, width, height] = veil.box as unknown as [number, number, number, number]
    return px >= left && py >= top && px <= left + width && py <= top + height
  })
}

/** The veils of one thing that another does not share with it, innermost first. */
export const veilsOnlyOf = (veils: readonly Veil[], others: readonly Veil[]): readonly Veil[] =>
  veils.filter((veil) => !others.includes(veil))
