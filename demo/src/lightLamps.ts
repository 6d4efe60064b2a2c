import { EASE_BOTH, LINEAR } from '@arrow-bend/core/bend'
import { applyRecipe, keysOnBeats } from '@arrow-bend/core/edit'
import type { Project } from '@arrow-bend/core/scene'
import { findBeats, type Sound } from '@arrow-bend/core/sound'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'

/** What only the drum is heard in, Hz. */
const LOW_BAND = { low: 30, high: 150 }
const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))

/** Has the lamps of the garland light up with the drum, every other one by turns. */
export function lightLamps(project: Project, drum: Sound): Project {
  const beats = findBeats(drum, { ...LOW_BAND, apart: 0.3 })
  const scene = project.scenes[0]!
  const lamps = scene.layers.filter(({ id }) => id.startsWith('lamp-'))
  return lamps.reduce((made, { id }, i) => {
    let key = 0
    const own = beats.filter((_, k) => k % 2 === i % 2)
    return applyRecipe(made, (draft) =>
      keysOnBeats(
        draft,
        { scene: scene.id, layer: id, property: 'opacity' },
        {
          beats: own.map(({ seconds, strength }) => ({ time: at(seconds), strength })),
          low: 45,
          high: 100,
          attack: at(0.06),
          decay: at(0.7),
          attackBend: LINEAR,
          decayBend: EASE_BOTH,
          byStrength: true,
          makeId: () => `${id}-${(key += 1)}`,
        },
      ),
    ).project
  }, project)
}
