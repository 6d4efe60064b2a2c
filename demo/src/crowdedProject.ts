import { PROJECT_VERSION, type Layer, type Project } from '@arrow-bend/core/scene'
import { ticksOfFrame } from '@arrow-bend/core/time'

export const RATE = { num: 24, den: 1 }
/** Of the frame, px. */
export const SIZE = [1280, 720] as const

/** A project of one scene for measuring, 24 fps, 1280×720. */
export function crowdedProject(name: string, frames: number, layers: readonly Layer[]): Project {
  return {
    format: 'arrow-bend/project',
    version: PROJECT_VERSION,
    id: name.toLowerCase().replaceAll(' ', '-'),
    name,
    scenes: [
      {
        id: 'scene',
        name: 'Scene 1',
        size: SIZE,
        rate: RATE,
        duration: ticksOfFrame(frames, RATE),
        background: '#f7f4ec',
        layers,
        markers: [],
        playRange: null,
      },
    ],
    bends: [],
    assets: [],
  }
}
