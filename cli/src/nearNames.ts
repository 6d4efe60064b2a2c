const MOST = 8

const letterPairs = (name: string): readonly string[] => {
  const text = ` ${name.toLowerCase()} `
  return Array.from({ length: text.length - 1 }, (_, i) => text.slice(i, i + 2))
}

/** How much two names have in common: 1 for the same, 0 for nothing. Source: L. R. Dice, Ecology 26 (1945), by pairs of letters. */
function likeness(one: string, other: string): number {
  const [pairs, rest] = [letterPairs(one), [...letterPairs(other)]]
  let shared = 0
  for (const pair of pairs) {
    const at = rest.indexOf(pair)
    if (at < 0) continue
    rest.splice(at, 1)
    shared += 1
  }
  return (2 * shared) / (pairs.length + letterPairs(other).length)
}

/** Names like one that is not among them, in a sentence; where none is like it, the first of them. */
export function nearNames(wanted: string, names: readonly string[]): string {
  const known = [...new Set(names)]
  if (known.length === 0) return 'There are none.'
  const near = known
    .map((name) => ({ name, like: likeness(wanted, name) }))
    .filter(({ like }) => like > 0.3)
    .sort((a, b) => b.like - a.like)
    .slice(0, MOST)
  if (near.length > 0) return `Did you mean ${near.map(({ name }) => `“${name}”`).join(', ')}?`
  const more = known.length > MOST ? ` and ${known.length - MOST} more` : ''
  return `There are ${known
    .slice(0, MOST)
    .map((name) => `“${name}”`)
    .join(', ')}${more}.`
}
