import { Refusal } from '../refusal/index.ts'

/** A time, rate or timecode that cannot be used. */
export class BadTime extends Refusal {}
