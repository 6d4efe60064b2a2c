import { cssUrls } from './cssUrls.ts'
import type { XmlElement, XmlNode } from '../xml/index.ts'

/** Elements that run, load, embed or move by themselves. */
const UNWANTED: ReadonlySet<string> = new Set([
  'script',
  'handler',
  'listener',
  'foreignObject',
  'iframe',
  'embed',
  'object',
  'audio',
  'video',
  'canvas',
  'discard',
])
/** Elements that move others. */
const MOVING: ReadonlySet<string> = new Set([
  'animate',
  'animateColor',
  'animateMotion',
  'animateTransform',
  'set',
])
const EMBEDDED = /^data:image\/(?:png|jpeg|webp|gif);base64,[a-z0-9+/=\s]*$/i

/** A drawing in a drawing, which is only let in where it is checked by itself. */
const DRAWING = /^data:image\/svg\+xml[;,]/i

/** Whether a link stays within the file. */
const isOwn = (link: string): boolean => link.trim().startsWith('#') || EMBEDDED.test(link.trim())

/** Whether a piece of CSS loads nothing: every url() stays within the file, nothing is imported. */
export function loadsNothing(css: string): boolean {
  // Escapes could spell a forbidden word in another way; nothing harmless needs them here.
  if (/\\/.test(css) || /@import|expression\s*\(|image-set\s*\(/i.test(css)) return false
  return cssUrls(css).every(isOwn)
}

/** What a clean SVG consists of, and whether anything had to go. */
export interface CleanSvg {
  readonly root: XmlElement
  readonly lost: boolean
}

/**
 * An SVG without scripts, links to other files, embedded pages and, unless that is asked for, animation and pictures that are drawings; prefixes of the SVG
 * namespace are taken off.
 * Source: W3C, SVG Integration, secure static mode (own list of what that leaves out).
 */
export function cleanSvg(given: XmlElement, { keepsMotion = false } = {}): CleanSvg {
  let lost = false
  const cleanAttributes = (
    attributes: Readonly<Record<string, string>>,
    takesDrawings: boolean,
  ): Record<string, string> =>
    Object.fromEntries(
      Object.entries(attributes).flatMap(([name, value]) => {
        const local = name.replace(/^xlink:/, '')
        if (local.startsWith('xmlns')) return []
        const fine =
          !/^on/i.test(local) &&
          !/^xml:base$/i.test(local) &&
          (/^(href|src)$/i.test(local)
            ? isOwn(value) || (takesDrawings && DRAWING.test(value))
            : loadsNothing(value))
        if (!fine) lost = true
        // Marks other programs leave for themselves mean nothing here.
        return fine && (!local.includes(':') || local === 'xml:space') ? [[local, value]] : []
      }),
    )
  const clean = (node: XmlNode): XmlNode[] => {
    if (typeof node === 'string') return [node]
    const name = node.name.replace(/^svg:/, '')
    if (UNWANTED.has(name) || (!keepsMotion && MOVING.has(name))) {
      lost = true
      return []
    }
    if (name.includes(':')) return []
    // Of a sheet that is read for its motion only what is harmless is drawn.
    if (name === 'style' && !keepsMotion && !loadsNothing(node.children.join(''))) {
      lost = true
      return []
    }
    return [
      {
        name,
        attributes: cleanAttributes(node.attributes, keepsMotion && name === 'image'),
        children: node.children.flatMap(clean),
      },
    ]
  }
  const [root] = clean(given)
  return { root: root as XmlElement, lost }
}
