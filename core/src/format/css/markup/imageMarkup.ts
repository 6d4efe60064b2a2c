import { clamp } from '../../../number/index.ts'
import type { Layer } from '../../../scene/index.ts'
import { round, trackOf, type CssContext } from '../cssContext.ts'
import { choicesOf } from './choices.ts'

export function imageMarkup(layer: Layer, context: CssContext): string {
  const sides = ['top', 'right', 'bottom', 'left']
  const cropped = sides.some((side) => isUsed(layer, `crop ${side}`))
  const crop = context.sheet.style(
    sides.map((side) => ({
      property: `--crop-${side}`,
      track: trackOf(layer, `crop ${side}`, context),
      write: ([percent]: readonly number[]) => `${round(clamp(percent!, 0, 100))}%`,
    })),
  )
  const inset = `clip-path:inset(${sides.map((side) => `var(--crop-${side})`).join(' ')});`
  const pictures = choicesOf(layer, 'picture', context).map(({ value, shown }) => {
    const asset = context.project.assets.find(({ id }) => id === value)
    if (asset?.kind !== 'picture') return ''
    const [width, height] = asset.size
    const place = `width:${width}px;height:${height}px;margin:${round(-height / 2)}px 0 0 ${round(-width / 2)}px`
    const look = [place, cropped ? inset + crop : ''].filter(Boolean).join(';')
    const picture = `<img alt="" src="${context.options.pictureUrl(value)}" style="${look}">`
    return shown ? `<div style="${shown}">${picture}</div>` : picture
  })
  return pictures.join('')
}

function isUsed(layer: Layer, name: string): boolean {
  const property = layer.properties[name]!
  return property.keys.length > 0 || property.value !== 0
}
