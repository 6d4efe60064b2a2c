import { Refusal } from '../refusal/index.ts'

/** A bend that cannot be read or evaluated. */
export class BadBend extends Refusal {}
