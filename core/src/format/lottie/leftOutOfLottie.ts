import type { Letters } from '../../letters/index.ts'
import { isEverAffected, type Layer } from '../../scene/index.ts'
import { isTextOfLottie } from './lottieText.ts'
import { wantsTrim } from './lottieShapes.ts'

/**
 * Whether a layer is not drawn by a Lottie animation made here.
 * @param letters the font, which texts are drawn with; without it none is
 */
export const isNotInLottie = (layer: Layer, letters?: Letters): boolean =>
  layer.kind === 'clip' || (layer.kind === 'text' && !isTextOfLottie(layer, letters))

/** What a Lottie animation made here does not say of some layers, in words; none where it says all. */
export function leftOutOfLottie(layers: readonly Layer[], letters?: Letters): readonly string[] {
  const byId = new Map(layers.map((layer) => [layer.id, layer]))
  const cases: readonly (readonly [words: string, is: (layer: Layer) => boolean])[] = [
    ['clips', ({ kind }) => kind === 'clip'],
    ['sounds', ({ kind }) => kind === 'sound'],
    [
      'texts that move in parts or are set anew while they play, or that have letters other than the font here',
      (layer) => layer.kind === 'text' && isNotInLottie(layer, letters),
    ],
    ['blurs and shadows', isEverAffected],
    ['how soft masks are', ({ mask }) => (mask?.feather ?? 0) > 0],
    [
      'gradients that change their kind (their plain fill stands there)',
      ({ properties }) => (properties['gradient']?.keys.length ?? 0) > 0,
    ],
    ['parts of the lines of rectangles and ellipses', wantsTrim],
    [
      'pictures but the first one of a layer',
      ({ properties }) => (properties['picture']?.keys.length ?? 0) > 0,
    ],
    [
      'masks that are groups or clips, or texts that are left out',
      ({ mask }) => {
        const by = mask && byId.get(mask.layer)
        return by !== undefined && (by.kind === 'group' || isNotInLottie(by, letters))
      },
    ],
  ]
  return cases.flatMap(([words, is]) => (layers.some(is) ? [words] : []))
}
