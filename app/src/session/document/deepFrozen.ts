/**
 * Freezes a document with all that is in it, and gives it back. What readers freeze on the way is gone into as well: what is
 * worked out of a part of a document is kept by that part only where it cannot change.
 */
export function deepFrozen<T>(node: T): T {
  if (typeof node !== 'object' || node === null) return node
  Object.freeze(node)
  for (const name in node) deepFrozen(node[name])
  return node
}
