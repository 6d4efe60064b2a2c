import { isMoving } from '../../property/index.ts'
import type { Layer } from '../../scene/index.ts'
import { isPageMask } from './pageVeils.ts'
import { gradientMoves } from './markup/gradientMarkup.ts'

/**
 * What a page or a drawing cannot say of some layers of a scene, in words; none where it says all.
 * @param movesAttributes whether attributes can move there, as by animation elements
 */
export function leftOutOfPage(layers: readonly Layer[], movesAttributes: boolean): readonly string[] {
  const clips = new Set(layers.flatMap((layer) => (isPageMask(layer) ? [] : [layer.id])))
  const cases: readonly (readonly [words: string, is: (layer: Layer) => boolean])[] = [
    ['clips', ({ kind }) => kind === 'clip'],
    ['sounds', ({ kind }) => kind === 'sound'],
    [
      'masks that are clips (what is seen through one is whole there)',
      ({ mask }) => clips.has(mask?.layer ?? ''),
    ],
    [
      movesAttributes
        ? 'gradients that change their kind (they stay as they begin)'
        : 'how gradients lie (their stops and ends stay as they begin)',
      (layer) => {
        const moves = gradientMoves(layer)
        return moves === 'kind' || (moves === 'places' && !movesAttributes)
      },
    ],
    ['dashes of lines that are drawn in part', isDashedInPart],
    ['how texts are set anew while they play (lines and letters stand as they begin)', isSetAnew],
  ]
  return cases.flatMap(([words, is]) => (layers.some(is) ? [words] : []))
}

function isDashedInPart({ properties }: Layer): boolean {
  const isSet = (name: string, usual: number): boolean => {
    const property = properties[name]
    return property !== undefined && (isMoving(property) || property.value !== usual)
  }
  const isDashed = isSet('dash', 0) || isSet('dash gap', 0)
  return isDashed && (isSet('trim start', 0) || isSet('trim end', 100))
}

/** Whether where the lines or parts of a text stand changes while it plays. */
function isSetAnew({ kind, properties }: Layer): boolean {
  if (kind !== 'text') return false
  const moves = (...names: string[]): boolean => names.some((name) => isMoving(properties[name]!))
  if (moves('alignment', 'paragraph width', 'line height', 'parts')) return true
  const isMeasured = properties['paragraph width']!.value !== 0 || properties['parts']!.value !== 'whole'
  return isMeasured && moves('font size', 'weight', 'letter spacing', 'part pivot')
}
