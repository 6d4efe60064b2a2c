import { back } from './back.ts'
import { bounce } from './bounce.ts'
import { circular } from './circular.ts'
import { elastic } from './elastic.ts'
import { exponential } from './exponential.ts'
import type { FamilyName } from '../bend.ts'
import type { Family } from './family.ts'
import { power } from './power.ts'
import { sine } from './sine.ts'
import { spring } from './spring.ts'
import { steps } from './steps.ts'

/** Every family, in the order it is offered. */
export const FAMILIES: Readonly<Record<FamilyName, Family>> = {
  sine,
  power,
  exponential,
  circular,
  back,
  elastic,
  bounce,
  spring,
  steps,
}
