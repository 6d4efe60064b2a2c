import { describe, expect, it } from 'vitest'
import { shallowRef } from 'vue'
import { layerWith, projectOf } from '../../../../core/test/trials.ts'
import { BadEdit, renameProject } from '@arrow-bend/core/edit'
import type { Project } from '@arrow-bend/core/scene'
import { NOTHING_SELECTED } from '../selection/selection.ts'
import { createGestures, type EditStart } from './gestures.ts'

const start = projectOf([layerWith('a', {})])
const named = (name: string) => (draft: Parameters<typeof renameProject>[0]) => renameProject(draft, name)

/** A document that only remembers what it was told. */
function trial({ mayEdit = true } = {}) {
  const project = shallowRef<Project | null>(start)
  const finished: { label: string; from: string; to: string }[] = []
  const told: unknown[] = []
  const gestures = createGestures({
    project,
    selection: () => NOTHING_SELECTED,
    mayEdit: () => mayEdit,
    tellReadOnly: () => told.push('read only'),
    finish: ({ label, base }: EditStart, { project: to }) => {
      finished.push({ label, from: base.name, to: to.name })
      project.value = to
    },
    tell: (caught) => told.push(caught),
  })
  return { project, finished, told, gestures }
}

describe('createGestures', () => {
  it('shows previews, each from where the gesture began, and makes one edit of the last', () => {
    const { project, finished, gestures } = trial()
    const gesture = gestures.begin('Renamed', 'stage')
    expect(gestures.gestureIn.value).toBe('stage')
    gesture.preview(named('One'))
    gesture.preview(named('Two'))
    expect([project.value!.name, finished]).toEqual(['Two', []])
    gesture.commit()
    expect(finished).toEqual([{ label: 'Renamed', from: 'Trial', to: 'Two' }])
    expect([gestures.gesturing.value, gesture.isOpen()]).toEqual([false, false])
  })

  it('is nothing when cancelled, and deaf afterwards', () => {
    const { project, finished, gestures } = trial()
    const gesture = gestures.begin('Renamed')
    gesture.preview(named('One'))
    gesture.cancel()
    expect(project.value).toBe(start)
    gesture.preview(named('Two'))
    gesture.commit()
    expect([project.value, finished]).toEqual([start, []])
  })

  it('keeps the last good preview where one is refused, and tells why at the end', () => {
    const { project, finished, told, gestures } = trial()
    const gesture = gestures.begin('Renamed')
    gesture.preview(named('One'))
    const refused = gesture.preview(() => {
      throw new BadEdit('Not that far.')
    })
    expect([refused, project.value!.name, told]).toEqual(['Not that far.', 'One', []])
    gesture.commit()
    expect([finished.length, told]).toEqual([1, ['Not that far.']])
  })

  it('takes a drag as it is when something else begins, and gives a panel’s preview up', () => {
    const { project, finished, gestures } = trial()
    gestures.begin('Dragged', 'deck').preview(named('Dragged'))
    const preview = gestures.begin('Stretched', 'preview')
    expect(finished.map(({ label }) => label)).toEqual(['Dragged'])
    expect([gestures.gesturing.value, gestures.preview.value?.base.name]).toEqual([false, 'Dragged'])
    preview.preview(named('Preview'))
    gestures.begin('Other')
    expect([project.value!.name, preview.isOpen(), gestures.preview.value]).toEqual(['Dragged', false, null])
  })

  it('gives a preview up when asked, and says whether there was one', () => {
    const { project, gestures } = trial()
    gestures.begin('Stretched', 'preview').preview(named('Preview'))
    expect(gestures.leavePreview()).toBe(true)
    expect(project.value).toBe(start)
    gestures.begin('Dragged')
    expect(gestures.leavePreview()).toBe(false)
  })

  it('shows nothing where the document may not be edited, and says so once', () => {
    const { project, told, gestures } = trial({ mayEdit: false })
    const gesture = gestures.begin('Renamed')
    gesture.preview(named('One'))
    gesture.commit()
    expect([project.value, told]).toEqual([start, ['read only']])
  })
})
