import { onScopeDispose } from 'vue'
import { sceneAt } from '@arrow-bend/core/scene'
import type { PictureBook } from '../../../draw/index.ts'
import { useDocument } from '../../../session/document/document.ts'
import { usePlayback } from '../../../session/playback/playback.ts'

/** Has frames of clips decoded where one may go next, so that they are there at once: a jump takes a tenth of a second. */
export function useExpectedFrames(pictures: PictureBook): void {
  const document = useDocument()
  const playback = usePlayback()
  const end = playback.onExpected((moment) => {
    const { project, scene } = document
    if (playback.playing || !project || !scene || !project.assets.some(({ kind }) => kind === 'clip')) return
    for (const item of sceneAt(scene, moment(), project.bends, project.scenes))
      if (item.kind === 'clip' && item.shown) pictures.film(item.clip)?.expect?.(item.seconds)
  })
  onScopeDispose(end)
}
