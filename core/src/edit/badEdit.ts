import { Refusal } from '../refusal/index.ts'

/** An edit that cannot be made; the document is as it was. */
export class BadEdit extends Refusal {}
