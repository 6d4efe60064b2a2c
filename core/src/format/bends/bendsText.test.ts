import { describe, expect, it } from 'vitest'
import { projectOf, TRIAL_LIBRARY } from '../../../test/trials.ts'
import { READY_BENDS } from '../../bend/index.ts'
import { readBends, writeBends } from './index.ts'

const loose = TRIAL_LIBRARY.map(({ name, bend }) => ({ name, bend }))

describe('readBends', () => {
  it('reads what was written, tags and all', () => {
    const bends = [...loose, { name: 'With words', bend: loose[0]!.bend, tags: ['quay', 'slow'] }]
    expect(readBends(writeBends(bends))).toEqual(bends)
  })

  it('reads every bend that comes with the program', () => {
    const bends = READY_BENDS.map(({ name, bend }) => ({ name, bend }))
    expect(readBends(writeBends(bends))).toEqual(bends)
  })

  it('takes the library of a project, and a plain list with ids', () => {
    const project = { ...projectOf([]), bends: TRIAL_LIBRARY }
    expect(readBends(JSON.stringify(project))).toEqual(loose)
    expect(readBends(JSON.stringify(TRIAL_LIBRARY))).toEqual(loose)
  })

  const bent = (bend: unknown): string =>
    JSON.stringify({ format: 'arrow-bend/bends', version: 1, bends: [{ name: 'A', bend }] })
  it.each([
    ['{', 'not valid JSON'],
    ['"bend"', 'cannot be read'],
    ['[]', 'it holds none'],
    [JSON.stringify(projectOf([])), 'the library of “Trial” is empty'],
    [
      bent({ kind: 'linear' }).replace('"version":1', '"version":2'),
      'this version of bend files is not known',
    ],
    [bent({ kind: 'linked', bendId: 'x' }), 'bends[0].bend'],
    [
      bent({ kind: 'handles', leave: { reach: 2, rise: 0 }, arrive: { reach: 0, rise: 0 } }),
      'bends[0].bend.leave.reach',
    ],
    [
      bent({ kind: 'handles', leave: { reach: 0, rise: 0, lift: [3] }, arrive: { reach: 0, rise: 0 } }),
      'has no bump',
    ],
    [bent({ kind: 'linear' }).replace('"A"', '" "'), 'a name cannot be empty'],
  ])('refuses what is broken with the place of it (%#)', (text, sentence) => {
    expect(() => readBends(text)).toThrow(sentence)
    expect(() => readBends(text)).toThrow(/^The bends cannot be read: .* Nothing was changed\.$/)
  })
})
