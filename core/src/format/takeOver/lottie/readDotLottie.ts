import { fromByteArray } from 'base64-js'
import { strFromU8, unzipSync, type UnzipFileInfo } from 'fflate'
import { BadFile } from '../../badFile.ts'
import { unfoldZip, type ZipLimits } from '../../zip/index.ts'
import { isJson, objectsIn, type Json } from './lottieFile.ts'

const DOT_LOTTIE: ZipLimits = {
  bytes: 256 * 1024 * 1024,
  entries: 2_000,
  wanted: (name) =>
    name === 'manifest.json' ||
    /^(?:a|animations)\/[^/]+\.json$/.test(name) ||
    /^(?:i|images)\/[^/]+$/.test(name),
}
const TYPES: Readonly<Record<string, string>> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  webp: 'image/webp',
  svg: 'image/svg+xml',
}

/** Whether a zip is a dotLottie container, by what it lists. A damaged one is none. */
export function isDotLottie(bytes: Uint8Array): boolean {
  let isListed = false
  const look = ({ name }: UnzipFileInfo): boolean => {
    isListed ||= name === 'manifest.json'
    return false
  }
  try {
    unzipSync(bytes, { filter: look })
  } catch {
    return false
  }
  return isListed
}

/**
 * The first animation of a dotLottie container, its pictures put in; null for a zip of something else.
 * @throws BadFile where it is damaged, or holds more than can be read
 * Source: dotLottie, versions 1.0 and 2.0 (manifest.json; animations and images beside it; from memory).
 */
export function readDotLottie(bytes: Uint8Array<ArrayBuffer>): Json | null {
  const entries = unfoldZip(bytes, DOT_LOTTIE)
  const manifest = entries['manifest.json'] && jsonOf(entries['manifest.json'])
  const listed = isJson(manifest) ? objectsIn(manifest['animations']) : []
  const names = Object.keys(entries).filter((name) => /^a(?:nimations)?\//.test(name))
  const first = names.find((name) => name.endsWith(`/${String(listed[0]?.['id'])}.json`)) ?? names.sort()[0]
  if (first === undefined) return null
  const animation = jsonOf(entries[first]!)
  if (!isJson(animation))
    throw new BadFile('This dotLottie file is damaged: its animation is no JSON. Nothing was changed.')
  return { ...animation, assets: objectsIn(animation['assets']).map((asset) => withPicture(asset, entries)) }
}

const jsonOf = (bytes: Uint8Array): unknown => {
  try {
    return JSON.parse(strFromU8(bytes))
  } catch {
    return undefined
  }
}

/** An asset whose picture lies in the container, with that as a data URL. */
function withPicture(asset: Json, entries: Readonly<Record<string, Uint8Array>>): Json {
  const file = typeof asset['p'] === 'string' && asset['e'] !== 1 ? asset['p'] : null
  const found = file === null ? undefined : (entries[`images/${file}`] ?? entries[`i/${file}`])
  const type = file === null ? undefined : TYPES[file.replace(/^.*\./, '').toLowerCase()]
  return found && type ? { ...asset, p: `data:${type};base64,${fromByteArray(found)}`, e: 1 } : asset
}
