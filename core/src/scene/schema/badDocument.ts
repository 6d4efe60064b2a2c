import { Refusal } from '../../refusal/index.ts'

/** A document that would break the rules its own reader keeps; what was there before stands. */
export class BadDocument extends Refusal {}
