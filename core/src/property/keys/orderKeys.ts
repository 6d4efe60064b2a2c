import type { Key } from '../property.ts'

/**
 * Keys whose times have changed, in order again. Waypoints go with the timed key they follow; those left behind the
 * last timed key stand before it, and one before the first timed key gets a time of its own.
 * @param keys as they stood before their times changed; no two timed keys at one time
 */
export function orderKeys(keys: readonly Key[]): Key[] {
  if (!keys.some((key) => key.timeless)) return [...keys].sort((a, b) => a.t - b.t)
  const blocks: Key[][] = []
  for (const key of keys) {
    const block = blocks[blocks.length - 1]
    if (!key.timeless || !block) blocks.push([withTime(key)])
    else block.push(key)
  }
  blocks.sort((a, b) => a[0]!.t - b[0]!.t)
  const last = blocks.pop()
  if (!last) return []
  const [end, ...behind] = last as [Key, ...Key[]]
  if (blocks.length === 0) return [end, ...behind.map(withTime)]
  return [...blocks.flat(), ...behind, end]
}

/** A key that only shapes the route becomes one with a time; any other stays as it is. */
export function withTime(key: Key): Key {
  if (!key.timeless) return key
  const timed = { ...key }
  delete timed.timeless
  return timed
}
