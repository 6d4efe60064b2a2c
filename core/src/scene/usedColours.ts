import type { Scene } from './document.ts'

/** The colours of a scene's layers, each once, those of the topmost first. @param most how many at most */
export function usedColours({ layers, background }: Scene, most: number): readonly string[] {
  const found = new Set<string>()
  for (const { properties } of layers) {
    for (const { kind, keys, value, patterns = [] } of Object.values(properties)) {
      if (kind !== 'colour') continue
      const said = keys.length > 0 ? keys.map((key) => key.value) : [value]
      for (const colour of [...said, ...patterns.flatMap(({ low, high }) => [low, high])]) {
        found.add(String(colour))
        if (found.size >= most) return [...found]
      }
    }
  }
  return [...found.add(background)].slice(0, most)
}
