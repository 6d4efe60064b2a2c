import { Refusal } from '../refusal/index.ts'

/** A file that cannot be read as what it claims to be. Nothing was changed. */
export class BadFile extends Refusal {}
