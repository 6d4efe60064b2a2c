import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { documents } from './documents.ts'

describe('what docs/ says of the core', () => {
  const files = [...documents()]

  it.each(files.filter(([name]) => name.endsWith('.svg')))('%s is what the core draws now', (name, text) => {
    expect(readFileSync(new URL(`../${name}`, import.meta.url), 'utf8'), 'run npm run docs:build').toBe(text)
  })

  it('has the form of a project file as it is read now', () => {
    const [[name, text]] = files.filter(([file]) => file.endsWith('.json')) as [[string, string]]
    const written: unknown = JSON.parse(readFileSync(new URL(`../${name}`, import.meta.url), 'utf8'))
    expect(written, 'run npm run docs:build').toEqual(JSON.parse(text))
  })

  it('has every picture the page shows', () => {
    const page = readFileSync(new URL('../motion-model.md', import.meta.url), 'utf8')
    const shown = [...page.matchAll(/\((pictures\/\w+\.svg)\)/g)].map(([, name]) => name)
    expect(new Set(shown)).toEqual(new Set(files.map(([name]) => name).filter((name) => name.endsWith('.svg'))))
  })
})
