import { isEverAffected, type Layer } from '../../scene/index.ts'
import { wantsTrim } from './lottieShapes.ts'

/** Kinds of layers a Lottie animation made here does not draw. */
export const NOT_IN_LOTTIE: ReadonlySet<string> = new Set(['text', 'scene', 'clip'])

/** What a Lottie animation made here does not say of some layers, in words; none where it says all. */
export function leftOutOfLottie(layers: readonly Layer[]): readonly string[] {
  const kinds = new Map(layers.map(({ id, kind }) => [id, kind]))
  const cases: readonly (readonly [words: string, is: (layer: Layer) => boolean])[] = [
    ['clips', ({ kind }) => kind === 'clip'],
    ['sounds', ({ kind }) => kind === 'sound'],
    ['texts', ({ kind }) => kind === 'text'],
    ['shown scenes', ({ kind }) => kind === 'scene'],
    ['blurs and shadows', isEverAffected],
    ['masks of groups', ({ kind, mask }) => kind === 'group' && mask !== undefined],
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
      'masks that are groups, texts or clips',
      ({ mask }) =>
        mask !== undefined && ['group', 'text', 'clip', 'scene'].includes(kinds.get(mask.layer) ?? ''),
    ],
  ]
  return cases.flatMap(([words, is]) => (layers.some(is) ? [words] : []))
}
