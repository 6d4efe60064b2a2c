import type { Track } from '../track.ts'
import { stillValue, type Move, type MovingElement, type Shell } from './motion.ts'

/** So far beyond its box nothing is drawn, px. */
const FAR = 99_999

/** Properties of ours that CSS has no name for, and the custom ones that stand for them. */
const CUSTOM: Readonly<Record<string, string>> = { 'translate-x': '--x', 'translate-y': '--y' }
const SIDES = ['top', 'right', 'bottom', 'left'] as const

/** Custom properties whose values are mixed as lengths or shares: they have to be registered. */
const REGISTERED: readonly {
  readonly name: string
  readonly syntax: string
  readonly initial: string
}[] = [
  { name: '--x', syntax: '<length>', initial: '0px' },
  { name: '--y', syntax: '<length>', initial: '0px' },
  ...SIDES.map((side) => ({ name: `--crop-${side}`, syntax: '<percentage>', initial: '0%' })),
]

/** The rules that register them. Source: W3C, CSS Properties and Values 1. */
export const REGISTERED_RULES = REGISTERED.map(
  ({ name, syntax, initial }) =>
    `@property ${name}{syntax:"${syntax}";inherits:false;initial-value:${initial}}\n`,
).join('')

/** What an element says in CSS: what of it stays, and what moves. */
interface StyledElement {
  readonly still: readonly string[]
  readonly moving: readonly Move[]
}

/** An element's declarations, those that move apart. Source: W3C, CSS Transforms 2, Motion Path 1, Masking 1 (inset and polygon with a geometry box). */
function styled({ tag, style, route, origin, crop, corners, moves = [] }: MovingElement): StyledElement {
  const within = corners ? [cornersMove(corners, tag)] : []
  const all = [...moves, ...cropMoves(crop), ...within].map((move) => ({
    ...move,
    property: CUSTOM[move.property] ?? move.property,
  }))
  const still = style ? [style] : []
  if (origin) still.push(`transform-origin:${origin.map((part) => `${part}px`).join(' ')}`)
  if (all.some(({ property }) => property === '--x')) still.push('translate:var(--x) var(--y)')
  if (route) still.push(`offset-path:path('${route}')`, 'offset-rotate:0deg')
  if (crop) {
    const insets = crop.sides.map((side, i) => (side ? `var(--crop-${SIDES[i]})` : `-${FAR}px`))
    still.push(`clip-path:inset(${insets.join(' ')})${crop.box === 'own' ? '' : ` ${crop.box}`}`)
  }
  const moving: Move[] = []
  for (const move of all) {
    const value = stillValue(move)
    if (value === null) moving.push(move)
    else still.push(`${move.property}:${value}`)
  }
  return { still, moving }
}

/** A drawing's groups have no box of their own to begin at: what they stand in has. */
const cornersMove = (track: Track, tag: string): Move => ({
  property: 'clip-path',
  track,
  write: (numbers) => {
    const corners = [0, 2, 4, 6].map((i) => `${px(numbers[i]!)} ${px(numbers[i + 1]!)}`)
    return `polygon(${corners.join(',')})${tag === 'g' ? ' view-box' : ''}`
  },
})
const px = (value: number): string => `${Number(value.toFixed(3))}px`

const cropMoves = (crop: MovingElement['crop']): Move[] =>
  (crop?.sides ?? []).flatMap((side, i) => (side ? [{ ...side, property: `--crop-${SIDES[i]}` }] : []))

/**
 * An element styled by CSS.
 * @param animated what makes its properties move: further declarations, and attributes with a blank before each
 */
export function styledShell(
  element: MovingElement,
  animated: (moving: readonly Move[]) => { readonly style?: string; readonly attributes?: string },
): Shell {
  const { tag, attributes = '' } = element
  const { still, moving } = styled(element)
  const added = moving.length > 0 ? animated(moving) : {}
  const style = [...still, ...(added.style ? [added.style] : [])].join(';')
  return [
    `<${tag}${attributes}${added.attributes ?? ''}${style ? ` style="${style}"` : ''}>`,
    tag === 'img' ? '' : `</${tag}>`,
  ]
}
