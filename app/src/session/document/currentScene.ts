import { computed, type ComputedRef, type ShallowRef } from 'vue'
import type { Project, Scene } from '@arrow-bend/core/scene'
import type { FrameRate } from '@arrow-bend/core/time'

/** Stand for what a project has while nothing is open. */
const NO_RATE: FrameRate = { num: 24, den: 1 }
const NO_SIZE = [1, 1] as const
const NO_BENDS: Project['bends'] = []
const NO_SCENES: readonly Scene[] = []

/** The current scene, and what of it and its project is asked for by many. */
export interface CurrentScene {
  /** The current scene as a project has it. */
  readonly sceneOf: (project: Project | null) => Scene | null
  readonly scene: ComputedRef<Scene | null>
  readonly sceneId: ComputedRef<string>
  readonly rate: ComputedRef<FrameRate>
  /** Of the frame, px. */
  readonly size: ComputedRef<Scene['size']>
  readonly bends: ComputedRef<Project['bends']>
  readonly scenes: ComputedRef<readonly Scene[]>
  /** Names the current scene among all projects', as `project/scene`; empty while nothing is open. */
  readonly place: ComputedRef<string>
}

/** The scene of an id in a project, else its first. */
export function sceneIn(project: Project | null, id: string | null): Scene | null {
  return project?.scenes.find((scene) => scene.id === id) ?? project?.scenes[0] ?? null
}

/**
 * What is derived of the open project by the scene selected in it. Each is a computed of its own so that a view that
 * needs one does not render again on every edit.
 */
export function currentScene(
  project: Readonly<ShallowRef<Project | null>>,
  selected: () => string | null,
): CurrentScene {
  const sceneOf = (given: Project | null): Scene | null => sceneIn(given, selected())
  const scene = computed(() => sceneOf(project.value))
  const sceneId = computed(() => scene.value?.id ?? '')
  return {
    sceneOf,
    scene,
    sceneId,
    rate: computed(() => scene.value?.rate ?? NO_RATE),
    size: computed(() => scene.value?.size ?? NO_SIZE),
    bends: computed(() => project.value?.bends ?? NO_BENDS),
    scenes: computed(() => project.value?.scenes ?? NO_SCENES),
    place: computed(() => (project.value ? `${project.value.id}/${sceneId.value}` : '')),
  }
}
