import { watch, type Ref } from 'vue'

/** No field takes longer to come, ms: keys are not kept for it for ever. */
const MOST_WAIT = 5000

/** What is typed for a text on the stage before the field it is written in has come. @param writing the text; null for none */
export function earlyWriting(writing: Readonly<Ref<string | null>>) {
  let typed = ''
  let askedAt = -Infinity
  let hasField = false
  watch(
    writing,
    (now, before) => {
      if (now !== null && before !== null) return
      askedAt = performance.now()
      hasField = false
      typed = ''
    },
    { flush: 'sync' },
  )
  return {
    /** Takes a key for the text that is to be written in. @returns false where its field is there, or none is asked for */
    typeEarly: (key: string): boolean => {
      if (writing.value === null || hasField || performance.now() - askedAt > MOST_WAIT) return false
      const sign = key === 'Tab' ? '\t' : key === 'Enter' ? '\n' : key
      if (sign.length > 1) return false
      typed += sign
      return true
    },
    /** What was typed for the text that is written in now, and the Tab or Enter after it; then its field is there. */
    takeEarly: (): { readonly text: string; readonly end: string } => {
      const [whole = '', text = '', end = ''] = /^([^\t\n]*)([\t\n]?)/.exec(typed) ?? []
      typed = typed.slice(whole.length)
      hasField = typed === ''
      return { text, end }
    },
  }
}
