import { describe, expect, it } from 'vitest'
import { picturesBeside } from './index.ts'

const png = (bytes: string): string => `data:image/png;base64,${btoa(bytes)}`

describe('pictures beside a file', () => {
  it('lie in a folder, each once, and what is written names them', () => {
    const markup = `<image href="${png('one')}"/><image href="${png('two')}"/><img src="${png('one')}">`
    const { text, files } = picturesBeside(markup, 'regatta pictures')
    expect(text).toBe(
      '<image href="regatta%20pictures/picture-1.png"/><image href="regatta%20pictures/picture-2.png"/><img src="regatta%20pictures/picture-1.png">',
    )
    expect([...files].map(([path, bytes]) => [path, String.fromCharCode(...bytes)])).toEqual([
      ['regatta pictures/picture-1.png', 'one'],
      ['regatta pictures/picture-2.png', 'two'],
    ])
  })

  it('are of any kind; the font, and files without pictures, are left alone', () => {
    const drawing = `<style>@font-face{src:url("data:font/woff2;base64,AAAA")}</style><image href="data:image/svg+xml;base64,${btoa('<svg/>')}"/>`
    const { text, files } = picturesBeside(drawing, 'p')
    expect([...files.keys()]).toEqual(['p/picture-1.svg'])
    expect(text).toContain('url("data:font/woff2;base64,AAAA")')
    expect(picturesBeside('<svg/>', 'p')).toEqual({ text: '<svg/>', files: new Map() })
  })
})
