import type { SpanPolicy } from '@arrow-bend/core/edit'

/** What keys do on a change of a layer's length, in few words. */
export const SPAN_POLICY_WORDS: Readonly<Record<SpanPolicy, string>> = {
  stay: 'keys stay',
  firstFollows: 'first key follows',
  lastFollows: 'last key follows',
  stretch: 'keys stretch',
}
