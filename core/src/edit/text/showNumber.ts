import type { Draft } from 'immer'
import { NUMBER_MARK, type Layer, type Project, type Separator } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import { layerIn, type LayerRef } from '../refs.ts'

/** A number as people write it, thousands apart or not. */
const WRITTEN = /[−-]?\d{1,3}(?:([,.’'\u202f\u00a0 ])\d{3})(?:\1\d{3})*(?:[.,]\d+)?|[−-]?\d+(?:[.,]\d+)?/u

const SEPARATORS: Readonly<Record<string, Separator>> = {
  ',': 'comma',
  '.': 'point',
  '’': 'apostrophe',
  "'": 'apostrophe',
}

/**
 * Has a text show a number that can be keyed: the first one it says is that from then on, written as before; one that
 * says none shows it after what it says.
 * @throws BadEdit for a layer that is locked or no text, and for a text that changes
 */
export function showNumber(draft: Draft<Project>, ref: LayerRef): void {
  const { kind, name, properties } = undrafted<Layer>(layerIn(draft, ref))
  if (kind !== 'text') throw new BadEdit(`“${name}” is no text. Nothing was changed.`)
  const { keys, value } = properties['content']!
  const content = String(value)
  if (keys.length > 0)
    throw new BadEdit(
      `What “${name}” says has keys: write ${NUMBER_MARK} where the number is to stand. Nothing was changed.`,
    )
  if (content.includes(NUMBER_MARK))
    throw new BadEdit(`“${name}” shows its number already. Nothing was changed.`)
  const found = WRITTEN.exec(content)
  const set = (property: string, to: string | number): void =>
    editProperty(draft, { ...ref, property }, (given) => ({ ...given, value: to }))
  if (!found) {
    set('content', /^(?:Text)?$/.test(content) ? NUMBER_MARK : `${content} ${NUMBER_MARK}`)
    return
  }
  const [text, mark] = found
  const written = readWritten(text, mark)
  set('content', content.slice(0, found.index) + NUMBER_MARK + content.slice(found.index + text.length))
  if (properties['number']!.keys.length === 0) set('number', written.number)
  if (properties['number decimals']!.keys.length === 0) set('number decimals', written.decimals)
  if (properties['number separator']!.keys.length === 0) set('number separator', written.separator)
}

function readWritten(
  text: string,
  mark: string | undefined,
): { readonly number: number; readonly decimals: number; readonly separator: Separator } {
  const plain = (mark === undefined ? text : text.replaceAll(mark, '')).replace('−', '-').replace(',', '.')
  const decimals = Math.min(6, plain.split('.')[1]?.length ?? 0)
  // A comma before the decimals goes with points or spaces between thousands; with none there are, with spaces.
  const usual = text.includes(',') && mark === undefined ? 'space' : 'none'
  return {
    number: Number(plain),
    decimals,
    separator: mark === undefined ? usual : (SEPARATORS[mark] ?? 'space'),
  }
}
