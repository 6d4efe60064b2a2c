import type { FamilyBend, FamilyName, FamilyNumber } from '../bend.ts'
import type { UnitCurve } from '../curves/unitCurve.ts'

/** A number a family takes: its name in the document, its words and its range on screen. */
export interface NumberOfFamily {
  readonly name: FamilyNumber
  readonly label: string
  readonly least: number
  readonly most: number
  readonly step: number
  readonly usual: number
  readonly whole?: boolean
  /** Shown times 100 with a % sign. */
  readonly percent?: boolean
}

export interface Family {
  readonly name: FamilyName
  readonly label: string
  /** The mode the formula is written in; the others are made from it. `null`: it has no modes. */
  readonly natural: 'in' | 'out' | null
  readonly numbers: readonly NumberOfFamily[]
  /** The curve in its natural mode; its ends are made exact by the caller. */
  compile(bend: FamilyBend): UnitCurve
}
