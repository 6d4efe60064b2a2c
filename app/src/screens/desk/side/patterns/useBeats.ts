import { computed, shallowRef, watch } from 'vue'
import { Refusal, sentenceOf } from '@arrow-bend/core/refusal'
import { layerById, sourceMoments, type Asset, type Layer, type Scene } from '@arrow-bend/core/scene'
import type { Band, Beat, FindBeats, Spectrum } from '@arrow-bend/core/sound'
import type { Ticks } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { assetShelf } from '../../../../storage/index.ts'
import { beatsIn, levelIn, spectrumIn } from '../../../../work/soundReader.ts'
import { Cancelled } from '../../../../work/taskWorker.ts'

/** A beat, when it is heard in the scene. */
export interface HeardBeat {
  readonly time: Ticks
  /** 0 … 1 */
  readonly strength: number
}

/** Beats of a sound of the scene: found in a worker, and kept until others are asked for. */
export function useBeats() {
  const document = useDocument()
  const selection = useSelection()
  const wanted = shallowRef<string | null>(null)
  const found = shallowRef<{ readonly layer: string; readonly beats: readonly Beat[] } | null>(null)
  const trouble = shallowRef('')
  const waiting = shallowRef<AbortController | null>(null)
  /** How far a sound is unpacked that is listened to, 0 … 1. */
  const progress = shallowRef(0)

  const assetOf = ({ source }: Layer): Asset | undefined =>
    source && 'asset' in source ? document.project?.assets.find(({ id }) => id === source.asset) : undefined
  const sounds = computed(() =>
    (document.scene?.layers ?? []).filter(({ kind }) => kind === 'sound' || kind === 'clip'),
  )
  // A sound that is selected is meant.
  watch(
    () => selection.layers.find((id) => sounds.value.some((layer) => layer.id === id)),
    (id) => (wanted.value = id ?? wanted.value),
    { immediate: true },
  )
  const sound = computed(() => sounds.value.find(({ id }) => id === wanted.value) ?? sounds.value[0] ?? null)

  /** The scene, the same as long as only what does not change when the sound is heard does: it is listened through whole. */
  const playing = computed<Scene | null>((before) => {
    const { scene } = document
    const id = sound.value?.id
    return before && scene && id !== undefined && isPlayedAlike(before, scene, id) ? before : scene
  })
  /** Whether the sound that is meant was listened to. */
  const isHeard = computed(() => found.value !== null && found.value.layer === sound.value?.id)
  /** When they are heard, as the layer plays them now. */
  const heard = computed((): readonly HeardBeat[] => {
    const scene = playing.value
    const of = found.value
    if (!scene || !of || !isHeard.value) return []
    const seconds = of.beats.map((beat) => beat.seconds)
    return sourceMoments(scene, of.layer, seconds, document.bends).map(({ time, index }) => ({
      time,
      strength: of.beats[index]!.strength,
    }))
  })

  /** Has a worker listen to the sound; what was asked before is given up. Null where that failed, which is said. */
  const withSound = async <T>(
    ask: (id: string, blob: Blob, signal: AbortSignal) => Promise<T>,
  ): Promise<{ readonly layer: string; readonly answer: T } | null> => {
    const layer = sound.value
    const asset = layer && assetOf(layer)
    if (!layer || !asset) return null
    waiting.value?.abort()
    const mine = new AbortController()
    waiting.value = mine
    progress.value = 0
    trouble.value = ''
    try {
      const blob = await assetShelf.read(asset)
      if (!blob) throw new Refusal('The sound is not kept in this browser any more. Bring its file in again.')
      return { layer: layer.id, answer: await ask(asset.sha256, blob, mine.signal) }
    } catch (caught) {
      if (!(caught instanceof Cancelled)) trouble.value = sentenceOf(caught)
      return null
    } finally {
      if (waiting.value === mine) waiting.value = null
    }
  }
  const find = async (options: FindBeats): Promise<void> => {
    const heardNow = await withSound((id, blob, signal) =>
      beatsIn(id, blob, options, {
        signal,
        progress: (share) => waiting.value?.signal === signal && (progress.value = share),
      }),
    )
    if (heardNow) found.value = { layer: heardNow.layer, beats: heardNow.answer }
  }
  /** How loud it is in a band, so many times a second. */
  const listen = async (
    rate: number,
    band: Band,
  ): Promise<{ readonly layer: string; readonly level: Float64Array } | null> => {
    const heardNow = await withSound((id, blob, signal) => levelIn(id, blob, { rate, band }, signal))
    return heardNow && { layer: heardNow.layer, level: heardNow.answer }
  }
  /** The spectrum of the sound that is meant, worked out when it is first looked at. */
  const spectrum = shallowRef<Spectrum | null>(null)
  watch(
    () => (sound.value ? assetOf(sound.value)?.sha256 : undefined),
    async (hash) => {
      spectrum.value = null
      const asset = sound.value && assetOf(sound.value)
      const blob = asset && (await assetShelf.read(asset).catch(() => null))
      // What has no spectrum is drawn without one: listening to it says why.
      const found = blob && (await spectrumIn(blob).catch(() => null))
      if (found && sound.value && assetOf(sound.value)?.sha256 === hash) spectrum.value = found
    },
    { immediate: true },
  )
  const cancel = (): void => waiting.value?.abort()
  return { sounds, sound, wanted, isHeard, heard, trouble, waiting, progress, spectrum, find, listen, cancel }
}

/** Whether a layer is played at the same times in two states of a scene: itself, and the groups it stands in. */
function isPlayedAlike(one: Scene, other: Scene, layerId: string): boolean {
  if (one.duration !== other.duration || one.rate !== other.rate) return false
  for (let id: string | null = layerId; id !== null;) {
    const layer: Layer | null = layerById(one, id)
    if (layer !== layerById(other, id)) return false
    id = layer?.parent ?? null
  }
  return true
}

export type Beats = ReturnType<typeof useBeats>
