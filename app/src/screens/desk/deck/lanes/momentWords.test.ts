import { describe, expect, it } from 'vitest'
import { key, property } from '../../../../../../core/test/trials.ts'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { momentWords } from './momentWords.ts'

const at = (seconds: number, unit = '%') => ({ time: seconds * TICKS_PER_SECOND, unit })

describe('momentWords', () => {
  const rising = property('number', [key(0, 0), key(2, 100)])

  it('says value and speed between keys, the value alone outside them', () => {
    expect(momentWords(rising, [], at(1))).toBe('50 %  50 %/s')
    expect(momentWords(rising, [], at(5))).toBe('100 %')
  })

  it('says both numbers of a place and the speed along its route', () => {
    const place = property('place', [key(0, [0, 0]), key(1, [30, -40])])
    expect(momentWords(place, [], at(0.5, 'px'))).toBe('15, −20 px  50 px/s')
  })

  it('says a colour by its code, and nothing of what has no value in numbers', () => {
    const colour = property('colour', [key(0, '#000000'), key(1, '#ffffff')])
    expect(momentWords(colour, [], at(0, ''))).toBe('#000000')
    expect(momentWords(property('choice', [key(0, 'a'), key(1, 'b')]), [], at(0.5, ''))).toBe('')
  })
})
