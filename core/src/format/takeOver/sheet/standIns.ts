import { parse as parseSelector, SelectorType, type Selector } from 'css-what'
import type { Bounds } from '../../../scene/index.ts'
import type { XmlElement } from '../../xml/index.ts'
import { Cascade, type Computed } from '../style/cascade.ts'
import { lengthOf, wordsOf } from '../style/lengths.ts'
import type { Styles } from '../style/readStyles.ts'

/** An element that a style sheet speaks of, stood in for by a box. */
export interface StandIn {
  /** What it is called: no two alike. */
  readonly name: string
  readonly element: XmlElement
  readonly computed: Computed
  /** In the box it lies in, px. */
  readonly box: Bounds
  /** How far its own left and top have moved it there, px. */
  readonly shift: readonly [left: number, top: number]
  /** Size of the box it lies in, px. */
  readonly around: readonly [width: number, height: number]
  readonly children: readonly StandIn[]
}

/** An element being made up: what selectors say of it. */
interface Made {
  name: string
  readonly classes: Set<string>
  id: string | null
  readonly attributes: Record<string, string>
  readonly children: Made[]
}

/** What one compound of a selector says. */
interface Compound {
  readonly combinator: SelectorType | null
  name: string | null
  readonly classes: string[]
  id: string | null
  readonly attributes: Record<string, string>
  /** Which child it is, from 1; from the end where it is below 0. */
  nth: number | null
}

/** Children that are made up for one `:nth-child`, and elements in all. */
const MOST_CHILDREN = 100
const MOST_ELEMENTS = 1_500

/** Size of a box nothing is said of, px. */
const USUAL_SIDE = 60
/** Between boxes, px. */
const GAP = 40

/**
 * Boxes that stand for the elements whose motion a style sheet describes, made up from its selectors and laid out in rows.
 * @returns them, and the size of the frame that holds them, px
 */
export function standIns(styles: Styles): {
  readonly groups: readonly (readonly StandIn[])[]
  readonly size: readonly [number, number]
} {
  const top = made('div')
  let count = 0
  const holders = new Map<string, Made>()
  for (const { selector, declarations } of styles.rules) {
    const moves = declarations.some(
      ({ property, value }) => property.startsWith('animation') && value !== 'none',
    )
    const compounds = moves ? compoundsOf(selector) : null
    if (!compounds || count > MOST_ELEMENTS) continue
    // What no selector puts into anything gets a holder of its own, so that its children are counted by themselves.
    const key = [compounds[0]!.name ?? '', compounds[0]!.id ?? '', ...compounds[0]!.classes].join('.')
    let holder = holders.get(key)
    if (!holder) {
      holder = made('div')
      holders.set(key, holder)
      top.children.push(holder)
    }
    let parents: Made[] = [holder]
    for (const compound of compounds) {
      const parent =
        compound.combinator === SelectorType.Adjacent || compound.combinator === SelectorType.Sibling
          ? parents.at(-2)!
          : parents.at(-1)!
      const found = childFor(parent, compound)
      if (!found) break
      count += 1
      parents = parent === parents.at(-2) ? [...parents.slice(0, -1), found] : [...parents, found]
    }
  }
  const root = elementOf(top)
  return laidOut(root, new Cascade(root, styles))
}

const made = (name: string): Made => ({ name, classes: new Set(), id: null, attributes: {}, children: [] })

/** A selector as compounds; null for one that speaks of what somebody does, or cannot be read. */
function compoundsOf(selector: string): Compound[] | null {
  let tokens: readonly Selector[]
  try {
    tokens = parseSelector(selector)[0] ?? []
  } catch {
    return null
  }
  const blank = (combinator: SelectorType | null): Compound => ({
    combinator,
    name: null,
    classes: [],
    id: null,
    attributes: {},
    nth: null,
  })
  const compounds: Compound[] = [blank(null)]
  for (const token of tokens) {
    const at = compounds.at(-1)!
    switch (token.type) {
      case SelectorType.Tag:
        at.name = token.name
        break
      case SelectorType.Universal:
        break
      case SelectorType.Attribute:
        if (token.name === 'class' && token.action === 'element') at.classes.push(token.value)
        else if (token.name === 'id') at.id = token.value
        else at.attributes[token.name] = token.value
        break
      case SelectorType.PseudoElement:
        compounds.push({ ...blank(SelectorType.Child), name: `pseudo-${token.name}` })
        break
      case SelectorType.Pseudo: {
        if (token.name === 'before' || token.name === 'after') {
          compounds.push({ ...blank(SelectorType.Child), name: `pseudo-${token.name}` })
          break
        }
        const nth = nthOf(token.name, token.data)
        if (nth === null) return null
        at.nth = nth
        break
      }
      default:
        compounds.push(blank(token.type))
    }
  }
  return compounds
}

/** Which child a pseudo-class means first; null for one that means something else, or none. Source: W3C, Selectors 4, section 14. */
function nthOf(name: string, data: unknown): number | null {
  if (name === 'first-child' || name === 'first-of-type') return 1
  if (name === 'last-child' || name === 'last-of-type') return -1
  if (name !== 'nth-child' && name !== 'nth-of-type') return null
  const text = String(data).trim().replace(/\s+/g, '')
  if (text === 'odd') return 1
  if (text === 'even') return 2
  const found = /^([+-]?\d*)n([+-]\d+)?$/.exec(text)
  if (!found) return Number(text) >= 1 && Number(text) <= MOST_CHILDREN ? Number(text) : null
  const step = found[1] === '' || found[1] === '+' ? 1 : found[1] === '-' ? -1 : Number(found[1])
  const start = Number(found[2] ?? 0)
  if (start >= 1) return Math.min(start, MOST_CHILDREN)
  const first = step > 0 ? start + step * Math.ceil((1 - start) / step) : null
  return first !== null && first <= MOST_CHILDREN ? first : null
}

const isPseudo = ({ name }: Made): boolean => name.startsWith('pseudo-')

function childFor(parent: Made, compound: Compound): Made | null {
  const { name, classes, nth } = compound
  const fits = (child: Made): boolean =>
    (name === null ? !isPseudo(child) : child.name === name) &&
    classes.every((one) => child.classes.has(one)) &&
    (compound.id === null || child.id === compound.id)
  const become = (child: Made): Made => {
    for (const one of classes) child.classes.add(one)
    if (compound.id !== null) child.id = compound.id
    Object.assign(child.attributes, compound.attributes)
    return child
  }
  const add = (): Made => {
    const child = become(made(name ?? 'div'))
    parent.children.push(child)
    return child
  }
  const own = parent.children.filter((child) => !isPseudo(child))
  if (nth === null) return parent.children.find(fits) ?? add()
  if (nth < 0) return own.at(-1) && fits(own.at(-1)!) && own.length > 1 ? own.at(-1)! : add()
  const wanted = own[nth - 1]
  if (wanted) return name === null || wanted.name === name ? become(wanted) : null
  for (let i = own.length; i < nth; i += 1) add()
  return parent.children.filter((child) => !isPseudo(child))[nth - 1]!
}

function elementOf({ name, classes, id, attributes, children }: Made): XmlElement {
  // What is drawn before and after stands first and last.
  const order = (child: Made): number =>
    child.name === 'pseudo-before' ? -1 : child.name === 'pseudo-after' ? 1 : 0
  return {
    name,
    attributes: {
      ...attributes,
      ...(classes.size > 0 ? { class: [...classes].join(' ') } : {}),
      ...(id === null ? {} : { id }),
    },
    children: [...children].sort((a, b) => order(a) - order(b)).map(elementOf),
  }
}

/** The rows' width, in boxes and px. */
const ROW = 1_200

function laidOut(root: XmlElement, cascade: Cascade): ReturnType<typeof standIns> {
  const names = new Map<string, number>()
  const nameOf = (element: XmlElement): string => {
    const plain = plainName(element, cascade.parentOf(element))
    const count = (names.get(plain) ?? 0) + 1
    names.set(plain, count)
    return count === 1 ? plain : `${plain} ${count}`
  }
  const place = (element: XmlElement, around: readonly [number, number]): StandIn => {
    const name = nameOf(element)
    const computed = withLength(cascade.of(element))
    const edge = bordersOf(computed)
    const isWhole = computed['box-sizing'] === 'border-box'
    const side = (name: 'width' | 'height', axis: 0 | 1): number | null => {
      const own = lengthOf(computed[name], around[axis])
      return own === null ? null : own + (isWhole ? 0 : edge[axis])
    }
    const [ownWidth, ownHeight] = [side('width', 0), side('height', 1)]
    const width = ownWidth ?? ownHeight ?? USUAL_SIDE
    const height = ownHeight ?? ownWidth ?? USUAL_SIDE
    const children = row(element.children as readonly XmlElement[], [width, height])
    return { name, element, computed, box: { x: 0, y: 0, width, height }, shift: [0, 0], around, children }
  }
  const row = (elements: readonly XmlElement[], around: readonly [number, number]): StandIn[] => {
    let x = 0
    return elements.map((element) => {
      const made = place(element, around)
      const { computed, box } = made
      const side = (name: string, whole: number): number | null => lengthOf(computed[name], whole)
      const isFree = computed['position'] === 'absolute' || computed['position'] === 'fixed'
      const left = side('left', around[0]) ?? mirrored(side('right', around[0]), around[0] - box.width)
      const top = side('top', around[1]) ?? mirrored(side('bottom', around[1]), around[1] - box.height)
      const flow: readonly [number, number] = isFree ? [0, 0] : [x, 0]
      if (!isFree) x += box.width + 4
      const isShifted = isFree || computed['position'] === 'relative'
      const shift = isShifted ? ([left ?? 0, top ?? 0] as const) : ([0, 0] as const)
      return { ...made, shift, box: { ...box, x: flow[0] + shift[0], y: flow[1] + shift[1] } }
    })
  }
  const groups: StandIn[][] = []
  let [x, y, high, wide] = [GAP, GAP, 0, 0]
  for (const holder of root.children as readonly XmlElement[]) {
    const group: StandIn[] = []
    groups.push(group)
    for (const one of row(holder.children as readonly XmlElement[], [USUAL_SIDE, USUAL_SIDE])) {
      if (x > GAP && x + one.box.width > ROW) [x, y, high] = [GAP, y + high + GAP, 0]
      group.push({ ...one, box: { ...one.box, x, y } })
      x += one.box.width + GAP
      high = Math.max(high, one.box.height)
      wide = Math.max(wide, x)
    }
  }
  return { groups, size: [Math.max(wide, 2 * GAP + USUAL_SIDE), y + high + GAP] }
}

/** What a sheet calls an element: its classes, else its id, else what it is in what. */
function plainName({ name, attributes }: XmlElement, parent: XmlElement | undefined): string {
  const own = (attributes['class'] ?? '').split(' ').filter(Boolean).join(' ') || attributes['id']
  if (own) return own
  const around = parent && (parent.attributes['class'] ?? parent.attributes['id'])
  const kind = name.replace('pseudo-', '')
  return around ? `${around} ${kind}` : kind
}

/** What borders add to width and height, px. */
function bordersOf(computed: Computed): readonly [number, number] {
  const width = (side: string): number => {
    const said =
      computed[`border-${side}-width`] ??
      computed[`border-${side}`] ??
      computed['border-width'] ??
      computed['border']
    return (
      wordsOf(said ?? '')
        .map((word) => lengthOf(word, 0))
        .find((px) => px !== null) ?? 0
    )
  }
  return [width('left') + width('right'), width('top') + width('bottom')]
}

/** A motion whose length is said by a class of its own is shown a second long. */
function withLength(computed: Computed): Computed {
  const isNamed = computed['animation-name'] !== undefined && computed['animation'] === undefined
  return isNamed && computed['animation-duration'] === undefined
    ? { ...computed, 'animation-duration': '1s' }
    : computed
}

const mirrored = (side: number | null, room: number): number | null => (side === null ? null : room - side)

/** A colour of `background` or a like shorthand. */
export const colourWord = (text: string | undefined): string | undefined =>
  text === undefined
    ? undefined
    : wordsOf(text).find((word) => !/^(?:url|linear-gradient|radial-gradient)\(/.test(word))
