import { strFromU8, strToU8, zipSync, type Zippable } from 'fflate'
import type { Asset, Project } from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'
import { checkSvgPicture } from '../svg/index.ts'
import { unfoldZip, type ZipLimits } from '../zip/index.ts'
import { NewerProject } from './newerProject.ts'
import { readProjectJson } from './readProject.ts'

/** A project with the bytes of its assets, by their SHA-256 in lower-case hex. */
export interface ProjectFile {
  readonly project: Project
  readonly assets: ReadonlyMap<string, Uint8Array<ArrayBuffer>>
}

/** SHA-256 as lower-case hex; handed in, as the core has no cryptography of its own. */
export type Sha256 = (bytes: Uint8Array<ArrayBuffer>) => Promise<string>

/** Bytes a file may have, and its contents may unfold to. */
export const MOST_PACKED = 256 * 1024 * 1024
const PROJECT_ZIP: ZipLimits = {
  bytes: 512 * 1024 * 1024,
  entries: 5_000,
  wanted: (name) => name === 'project.json' || name.startsWith('assets/'),
}

const EXTENSIONS: Readonly<Record<Asset['type'], string>> = {
  'image/png': 'png',
  'image/jpeg': 'jpg',
  'image/webp': 'webp',
  'image/svg+xml': 'svg',
  'video/webm': 'webm',
  'video/mp4': 'mp4',
  'audio/wav': 'wav',
  'audio/mpeg': 'mp3',
  'audio/mp4': 'm4a',
  'audio/ogg': 'ogg',
  'audio/webm': 'weba',
  'audio/flac': 'flac',
}

/** Kinds of files that are not packed by themselves. */
const NOT_PACKED: ReadonlySet<string> = new Set(['image/svg+xml', 'audio/wav'])

/** The entry of a `.bend` file an asset is kept in. */
export function assetEntry(asset: Asset): string {
  return `assets/${asset.sha256}.${EXTENSIONS[asset.type]}`
}

/**
 * Writes a project as one `.bend` file: a zip of `project.json` and `assets/<sha256>.<ext>`.
 * The same project gives the same bytes.
 * @throws BadFile when the bytes of an asset are missing
 * Source: PKWARE APPNOTE (zip), through fflate.
 */
export function writeBendFile({ project, assets }: ProjectFile): Uint8Array<ArrayBuffer> {
  const entries: Zippable = { 'project.json': strToU8(`${JSON.stringify(project, null, 1)}\n`) }
  for (const asset of project.assets) {
    const bytes = assets.get(asset.sha256)
    if (!bytes)
      throw new BadFile(
        `The ${asset.kind} “${asset.name}” is missing, so the file would not be whole. Nothing was written.`,
      )
    entries[assetEntry(asset)] = [bytes, { level: NOT_PACKED.has(asset.type) ? 6 : 0 }]
  }
  return zipSync(entries, { mtime: '1980-01-02T00:00:00' }) as Uint8Array<ArrayBuffer>
}

export interface ReadBendFile {
  /**
   * What to do with a file of a later version of this program: `refuse` it, or read it `asUnderstood`, which is refused,
   * too, where anything in it would be lost.
   */
  readonly newer: 'refuse' | 'asUnderstood'
}

/**
 * Reads a `.bend` file, or a bare `project.json` without pictures.
 * @throws BadFile with a sentence: not a project, damaged, too large, pictures missing or altered; NewerProject
 */
export async function readBendFile(
  bytes: Uint8Array<ArrayBuffer>,
  sha256: Sha256,
  { newer }: ReadBendFile = { newer: 'refuse' },
): Promise<ProjectFile> {
  if (bytes.length > MOST_PACKED)
    throw new BadFile('This file is over 256 MB, more than a project can be. Nothing was changed.')
  if (bytes.length === 0) throw new BadFile('This file is empty. Nothing was changed.')
  const zipped = bytes[0] === 0x50 && bytes[1] === 0x4b
  const entries = zipped ? unfoldZip(bytes, PROJECT_ZIP) : { 'project.json': bytes }
  const json = entries['project.json']
  if (!json)
    throw new BadFile(
      'This zip holds no project.json, so it is not an Arrow Bend project. Nothing was changed.',
    )
  const project = readAs(newer, strFromU8(json))
  const assets = new Map<string, Uint8Array<ArrayBuffer>>()
  for (const asset of project.assets) assets.set(asset.sha256, await pickAsset(asset, entries, sha256))
  return { project, assets }
}

function readAs(newer: ReadBendFile['newer'], text: string): Project {
  try {
    return readProjectJson(text)
  } catch (caught) {
    if (newer === 'asUnderstood' && caught instanceof NewerProject && caught.asUnderstood)
      return caught.asUnderstood
    throw caught
  }
}

type Entries = Readonly<Record<string, Uint8Array>>

async function pickAsset(asset: Asset, entries: Entries, sha256: Sha256): Promise<Uint8Array<ArrayBuffer>> {
  const bytes = entries[assetEntry(asset)]
  if (!bytes)
    throw new BadFile(`The ${asset.kind} “${asset.name}” is missing from this file. Nothing was changed.`)
  const copy = new Uint8Array(bytes)
  if ((await sha256(copy)) !== asset.sha256) {
    throw new BadFile(`The ${asset.kind} “${asset.name}” in this file is damaged. Nothing was changed.`)
  }
  if (asset.type === 'image/svg+xml') checkSvgPicture(copy)
  return copy
}
