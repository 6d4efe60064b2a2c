import { strFromU8, strToU8 } from 'fflate'
import type { Asset, Project } from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'
import { checkSvgPicture } from '../svg/index.ts'
import { openZip, packZip, type OpenEntry, type ZipLimits, type ZipPart } from '../zip/index.ts'
import { NewerProject } from './newerProject.ts'
import { readProjectJson } from './readProject.ts'

/** A project with its assets, by their SHA-256 in lower-case hex. */
export interface ProjectFile {
  readonly project: Project
  readonly assets: ReadonlyMap<string, Blob>
}

/** SHA-256 as lower-case hex; handed in, as the core has no cryptography of its own. */
export type Sha256 = (bytes: Blob) => Promise<string>

/** Bytes a file may have: more a zip of the plain kind cannot. */
const MOST_PACKED = 4 * 1024 * 1024 * 1024 - 1
/** Bytes `project.json` may have where it is not in a zip. */
const MOST_BARE = 256 * 1024 * 1024
const PROJECT_ZIP: ZipLimits = {
  bytes: 512 * 1024 * 1024,
  entries: 5_000,
  wanted: (name) => name === 'project.json' || name.startsWith('assets/'),
}
/** What a zip needs beside the bytes of an entry, more than enough. */
const BESIDE = 1_024

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
 * @throws BadFile when the bytes of an asset are missing, or all are more than a file can hold
 * Source: PKWARE APPNOTE (zip), through fflate.
 */
export async function writeBendFile({ project, assets }: ProjectFile): Promise<Blob> {
  const text = new Blob([bytesOf(`${JSON.stringify(project, null, 1)}\n`)])
  const parts: ZipPart[] = [{ name: 'project.json', bytes: text, pack: true }]
  const names = new Set<string>()
  for (const asset of project.assets) {
    const bytes = assets.get(asset.sha256)
    if (!bytes)
      throw new BadFile(
        `The ${asset.kind} “${asset.name}” is missing, so the file would not be whole. Nothing was written.`,
      )
    const name = assetEntry(asset)
    // Two assets may be the same bytes.
    if (!names.has(name)) parts.push({ name, bytes, pack: NOT_PACKED.has(asset.type) })
    names.add(name)
  }
  if (parts.reduce((sum, { bytes }) => sum + bytes.size + BESIDE, 0) > MOST_PACKED)
    throw new BadFile(
      'All pictures, clips and sounds of this project are over 4 GB, more than a file can hold. Nothing was written.',
    )
  return packZip(parts, 'application/zip')
}

const bytesOf = (text: string): Uint8Array<ArrayBuffer> => strToU8(text) as Uint8Array<ArrayBuffer>

export interface ReadBendFile {
  /**
   * What to do with a file of a later version of this program: `refuse` it, or read it `asUnderstood`, which is refused,
   * too, where anything in it would be lost.
   */
  readonly newer: 'refuse' | 'asUnderstood'
}

/**
 * Reads a `.bend` file, or a bare `project.json` without pictures. Of a large file no more is read at once than is needed.
 * @throws BadFile with a sentence: not a project, damaged, too large, pictures missing or altered; NewerProject
 */
export async function readBendFile(
  file: Blob,
  sha256: Sha256,
  { newer }: ReadBendFile = { newer: 'refuse' },
): Promise<ProjectFile> {
  if (file.size === 0) throw new BadFile('This file is empty. Nothing was changed.')
  const entries = (await isZip(file)) ? await openProjectZip(file) : bareProject(file)
  const json = await entries.get('project.json')?.unpack()
  if (!json)
    throw new BadFile(
      'This zip holds no project.json, so it is not an Arrow Bend project. Nothing was changed.',
    )
  const project = readAs(newer, strFromU8(new Uint8Array(await json.arrayBuffer())))
  const assets = new Map<string, Blob>()
  for (const asset of project.assets)
    if (!assets.has(asset.sha256)) assets.set(asset.sha256, await pickAsset(asset, entries, sha256))
  return { project, assets }
}

type Entries = ReadonlyMap<string, OpenEntry>

async function isZip(file: Blob): Promise<boolean> {
  const [p, k] = new Uint8Array(await file.slice(0, 2).arrayBuffer())
  return p === 0x50 && k === 0x4b
}

function openProjectZip(file: Blob): Promise<Entries> {
  if (file.size > MOST_PACKED)
    throw new BadFile('This file is over 4 GB, more than a project can be. Nothing was changed.')
  return openZip(file, PROJECT_ZIP)
}

function bareProject(file: Blob): Entries {
  if (file.size > MOST_BARE)
    throw new BadFile(
      'This file is over 256 MB, more than a project without pictures can be. Nothing was changed.',
    )
  return new Map([['project.json', { unpack: () => Promise.resolve(file) }]])
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

async function pickAsset(asset: Asset, entries: Entries, sha256: Sha256): Promise<Blob> {
  const entry = entries.get(assetEntry(asset))
  if (!entry)
    throw new BadFile(`The ${asset.kind} “${asset.name}” is missing from this file. Nothing was changed.`)
  const bytes = await entry.unpack(asset.type)
  if ((await sha256(bytes)) !== asset.sha256)
    throw new BadFile(`The ${asset.kind} “${asset.name}” in this file is damaged. Nothing was changed.`)
  if (asset.type === 'image/svg+xml') checkSvgPicture(new Uint8Array(await bytes.arrayBuffer()))
  return bytes
}
