/**
 * Splits what was typed into the property it names and the value after it: words belong to the name as long as the
 * property's words begin with them.
 * @returns the value as typed; null when its first word is no part of the name
 */
export function valueTypedFor(label: string, query: string): string | null {
  const words = label.toLowerCase().split(/\s+/)
  let rest = query.trimStart()
  let named = 0
  for (;;) {
    const [word] = /^\S+/.exec(rest) ?? []
    const i = word === undefined ? -1 : words.findIndex((one) => one.startsWith(word.toLowerCase()))
    if (i < 0) break
    words.splice(i, 1)
    named += 1
    rest = rest.slice(word!.length).trimStart()
  }
  return named > 0 ? rest.trim() : null
}
