import { createHash } from 'node:crypto'
import { mkdirSync, writeFileSync } from 'node:fs'
import { readProjectData, writeBendFile } from '@arrow-bend/core/format/project'
import { writeWav } from '@arrow-bend/core/format/sound'
import { PROJECT_VERSION, type Asset, type Project } from '@arrow-bend/core/scene'
import { lengthOf } from '@arrow-bend/core/sound'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { lighthouse, moon, quay, stars, town, water } from './art/harbour.ts'
import { boat, cask, gauge, mast } from './art/props.ts'
import { drumTrack } from './drumTrack.ts'
import { lightLamps } from './lightLamps.ts'
import { HOUSE_BENDS } from './houseBends.ts'
import { regattaScene } from './regatta.ts'

const MADE = new URL('../made/', import.meta.url)

/** Every picture of the demo by asset id, as SVG text. */
const PICTURES: Readonly<Record<string, string>> = {
  stars: stars(),
  town: town(),
  water: water(),
  quay: quay(),
  lighthouse: lighthouse(),
  moon: moon(),
  'boat-1': boat(['#cfe0f4', '#93b2dc', '#5f7fb0']),
  'boat-2': boat(['#fbe6ba', '#e9bd72', '#c48a48']),
  'boat-3': boat(['#f6cfc2', '#dd9a8c', '#b06f6c']),
  cask: cask(),
  gauge: gauge(),
  mast: mast(),
}

function sizeOf(svg: string): [number, number] {
  const [, width, height] = /width="(\d+)" height="(\d+)"/.exec(svg)!
  return [Number(width), Number(height)]
}

mkdirSync(new URL('art/', MADE), { recursive: true })
const bytes = new Map<string, Blob>()
const assets = Object.entries(PICTURES).map(([id, svg]): Asset => {
  writeFileSync(new URL(`art/${id}.svg`, MADE), svg)
  const data = new TextEncoder().encode(svg)
  const sha256 = createHash('sha256').update(data).digest('hex')
  bytes.set(sha256, new Blob([data]))
  const name = `${id[0]!.toUpperCase()}${id.slice(1).replace('-', ' ')}`
  return { kind: 'picture', id, name, type: 'image/svg+xml', sha256, size: sizeOf(svg) }
})
const drum = drumTrack()
const drumWav = writeWav(drum)
const drumHash = createHash('sha256').update(drumWav).digest('hex')
bytes.set(drumHash, new Blob([drumWav]))
const project: Project = {
  format: 'arrow-bend/project',
  version: PROJECT_VERSION,
  id: 'lantern-regatta',
  name: 'Lantern Regatta',
  scenes: [regattaScene()],
  bends: HOUSE_BENDS,
  assets: [
    ...assets,
    {
      kind: 'sound',
      id: 'drum',
      name: 'Drum',
      type: 'audio/wav',
      duration: asTicks(Math.round(lengthOf(drum) * TICKS_PER_SECOND)),
      sha256: drumHash,
    },
  ],
}
const file = await writeBendFile({ project: readProjectData(lightLamps(project, drum)), assets: bytes })
writeFileSync(new URL('lantern-regatta.bend', MADE), new Uint8Array(await file.arrayBuffer()))
