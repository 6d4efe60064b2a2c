/** How far down a value is taken apart: to the layers of a project, the values of patches. */
const DEPTH = 4

/**
 * The JSON of a value in pieces that joined give all of it, each quickly made: `JSON.stringify` of a large document takes
 * longer than a frame.
 * @param value plain data, as documents and patches are: no cycles, no `toJSON`, nothing undefined in lists
 */
export function* jsonPieces(value: unknown, depth = DEPTH): Generator<string, void> {
  if (depth === 0 || typeof value !== 'object' || value === null) yield JSON.stringify(value)
  else if (Array.isArray(value)) {
    yield '['
    for (let i = 0; i < value.length; i += 1) {
      if (i > 0) yield ','
      yield* jsonPieces(value[i], depth - 1)
    }
    yield ']'
  } else {
    let before = '{'
    for (const [name, part] of Object.entries(value)) {
      if (part === undefined) continue
      yield `${before}${JSON.stringify(name)}:`
      yield* jsonPieces(part, depth - 1)
      before = ','
    }
    yield before === '{' ? '{}' : '}'
  }
}
