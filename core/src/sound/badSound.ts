import { Refusal } from '../refusal/index.ts'

/** A sound, or what is asked of one, cannot be used; says why in a sentence. */
export class BadSound extends Refusal {}
