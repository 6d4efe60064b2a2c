/** Rounds of putting in: variables may stand for others. */
const MOST_DEPTH = 12
/** A value made longer than this by its variables is hostile. */
const LONGEST_VALUE = 20_000

/**
 * Values with what their `var()` stand for; one that stands for nothing makes its property say nothing.
 * Source: W3C, CSS Custom Properties 1.
 */
export function withVariables(
  declared: Readonly<Record<string, string>>,
  initial: Readonly<Record<string, string>>,
): Readonly<Record<string, string>> {
  if (!Object.values(declared).some((value) => value.includes('var('))) return declared
  const out: Record<string, string> = {}
  for (const [property, value] of Object.entries(declared)) {
    const put = putIn(value, { ...initial, ...declared })
    if (put !== null) out[property] = put
  }
  return out
}

/** A value with its variables put in; null where one is not known. */
export function putIn(value: string, variables: Readonly<Record<string, string>>): string | null {
  let text = value
  for (let depth = 0; text.includes('var('); depth += 1) {
    if (depth >= MOST_DEPTH || text.length > LONGEST_VALUE) return null
    // The innermost brackets first: a fallback may hold variables too.
    const found = /var\(\s*(--[\w-]+)\s*(?:,([^()]*(?:\([^()]*\)[^()]*)*))?\)/.exec(text)
    if (!found) return null
    const known = variables[found[1]!] ?? found[2]?.trim()
    if (known === undefined) return null
    text = text.slice(0, found.index) + known + text.slice(found.index + found[0].length)
  }
  return text
}
