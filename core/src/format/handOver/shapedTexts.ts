import type { Letters } from '../../letters/index.ts'
import type { Scene } from '../../scene/index.ts'
import { isNotInLottie } from '../lottie/index.ts'
import { leavesAsShapes } from '../web/index.ts'
import type { ExportForm } from './forms.ts'

/** Ids of the texts of a scene that a form has as shapes, given the font; it has none of the others where it is Lottie. */
export function shapedTexts({ layers }: Scene, form: ExportForm, letters: Letters | undefined): string[] {
  return layers.flatMap((layer) => {
    if (layer.kind !== 'text') return []
    const isShaped = form === 'lottie' ? !isNotInLottie(layer, letters) : leavesAsShapes(layer, letters)
    return isShaped ? [layer.id] : []
  })
}
