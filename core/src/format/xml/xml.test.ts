import { describe, expect, it } from 'vitest'
import { readXml, textOf, writeXml } from './index.ts'

const read = (text: string) => readXml(text, 'This file')

describe('readXml', () => {
  it('keeps elements, attributes and text in order', () => {
    const root = read('<?xml version="1.0"?><!-- note --><a x="1 &lt; 2"><b/>one<c y=\'"\'>two</c></a>')
    expect(root).toEqual({
      name: 'a',
      attributes: { x: '1 < 2' },
      children: [
        { name: 'b', attributes: {}, children: [] },
        'one',
        { name: 'c', attributes: { y: '"' }, children: ['two'] },
      ],
    })
    expect(textOf(root)).toBe('onetwo')
  })

  it('takes a document type without entities, and CDATA as text', () => {
    expect(textOf(read('<!DOCTYPE a><a><![CDATA[1 < 2]]></a>'))).toBe('1 < 2')
  })

  it.each([
    ['an entity bomb', '<!DOCTYPE a [<!ENTITY b "ha"><!ENTITY c "&b;&b;">]><a>&c;</a>', /entities/],
    ['an outer entity', '<!DOCTYPE a [<!entity b SYSTEM "file:///x">]><a>&b;</a>', /entities/],
    ['an end that is missing', '<a><b></a>', /not well-formed/],
    ['no element', 'just words', /not well-formed/],
    ['nothing', '', /not well-formed/],
    ['too deep a nest', '<a>'.repeat(400) + '</a>'.repeat(400), /./],
    ['too many parts', `<a>${'<b/>'.repeat(70_000)}</a>`, /more parts/],
  ])('refuses %s with a sentence', (_, text, sentence) => {
    expect(() => read(text)).toThrow(sentence)
    expect(() => read(text)).toThrow(/Nothing was changed\.$/)
  })
})

describe('writeXml', () => {
  it('writes what reads as the same again, special characters included', () => {
    const root = read('<a x="&quot;1&quot; &lt; 2 &amp; 3"><b> a &lt; b &amp;amp; </b><c/></a>')
    expect(read(writeXml(root))).toEqual(root)
  })
})
