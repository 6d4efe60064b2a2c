import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { decompress } from 'wawoff2'
import { beforeAll, describe, expect, it } from 'vitest'
import { openLetters, type LetterCommand, type Letters } from './index.ts'

const FILES = ['latin', 'latin-ext'].map((part) =>
  createRequire(import.meta.url).resolve(
    `@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${part}-wght-normal.woff2`,
  ),
)
const look = { fontSize: 100, weight: 400, letterSpacing: 0 }
let letters: Letters
beforeAll(async () => {
  const files: Uint8Array[] = []
  // One after the other, and copied: what it gives lies in memory of its own that it writes on anew.
  for (const path of FILES) files.push(Uint8Array.from(await decompress(readFileSync(path))))
  letters = openLetters(files)
})

const boxOf = (commands: readonly LetterCommand[]): [number, number, number, number] => {
  const points = commands.flatMap(([, ...at]) => at as number[])
  const [xs, ys] = [0, 1].map((part) => points.filter((_, i) => i % 2 === part)) as [number[], number[]]
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}

describe('letters', () => {
  it('grow with the font, and get further apart by what is between them, after each', () => {
    const plain = letters.measure('Quay', look)
    expect(plain).toBeGreaterThan(150)
    expect(letters.measure('Quay', { ...look, fontSize: 50 })).toBeCloseTo(plain / 2, 9)
    expect(letters.measure('Quay', { ...look, letterSpacing: 7 })).toBeCloseTo(plain + 28, 9)
    expect(letters.measure('', look)).toBe(0)
  })

  it('get wider with their weight, which ends where the font’s does', () => {
    const widths = [200, 400, 800, 900].map((weight) => letters.measure('Lantern', { ...look, weight }))
    expect(widths[0]).toBeLessThan(widths[1]!)
    expect(widths[1]).toBeLessThan(widths[2]!)
    expect(widths[3]).toBe(widths[2])
  })

  it('are closer where the font says so', () => {
    expect(letters.measure('AV', look)).toBeLessThan(letters.measure('A', look) + letters.measure('V', look))
  })

  it('stand on the base line as shapes that are closed, as wide as they measure', () => {
    const outline = letters.outline('HH', look)!
    const [left, top, right, bottom] = boxOf(outline)
    expect(bottom).toBe(0)
    // An H is a capital tall and has room at both sides.
    expect(top).toBeCloseTo(-66.8, 1)
    expect(left).toBeGreaterThan(0)
    expect(right).toBeLessThan(letters.measure('HH', look))
    expect(right).toBeGreaterThan(letters.measure('H', look))
    const kinds = outline.map(([kind]) => kind).join('')
    expect(kinds).toMatch(/^(M[LQC]+Z)+$/)
  })

  it('come from the file that has them', () => {
    expect(letters.outline('Gdańsk–Łódź', look)).not.toBeNull()
    expect(letters.measure('Ł', look)).toBeGreaterThan(30)
  })

  it('are none where the font lacks one, or where they go from right to left', () => {
    expect(letters.outline('灯', look)).toBeNull()
    expect(letters.outline('מנורה', look)).toBeNull()
    expect(letters.outline('boat 🚤', look)).toBeNull()
    expect(letters.measure('灯', look)).toBeGreaterThan(0)
  })
})
