import { computed, ref, type ComputedRef, type Ref } from 'vue'
import type { ProjectCard } from '../../storage/index.ts'

export const PROJECT_ORDERS = {
  changed: { label: 'Changed last', compare: (a, b) => b.changed - a.changed },
  name: { label: 'By name', compare: (a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }) },
  length: { label: 'Longest', compare: (a, b) => b.seconds - a.seconds },
} as const satisfies Record<string, { label: string; compare: (a: ProjectCard, b: ProjectCard) => number }>
export type ProjectOrder = keyof typeof PROJECT_ORDERS

/** The projects that are called so, in the order asked for. */
export function useShownProjects(cards: Readonly<Ref<readonly ProjectCard[] | null>>): {
  readonly query: Ref<string>
  readonly order: Ref<ProjectOrder>
  readonly shown: ComputedRef<readonly ProjectCard[]>
} {
  const query = ref('')
  const order = ref<ProjectOrder>('changed')
  const shown = computed(() => {
    const words = query.value.toLowerCase().split(/\s+/).filter(Boolean)
    return (cards.value ?? [])
      .filter(({ name }) => words.every((word) => name.toLowerCase().includes(word)))
      .sort(PROJECT_ORDERS[order.value].compare)
  })
  return { query, order, shown }
}
