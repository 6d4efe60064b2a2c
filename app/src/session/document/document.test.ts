import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../../core/test/trials.ts'
import { renameProject, setKeys } from '@arrow-bend/core/edit'
import { Database } from '../../storage/database/database.ts'
import { Leisure } from '../../storage/journal/leisure.ts'
import { ProjectStorage } from '../../storage/projectStorage.ts'
import { useDocument } from './document.ts'
import { useJournal } from './journal.ts'
import { useSelection } from '../selection/selection.ts'

const project = projectOf([layerWith('a', { turn: property('turn', [key(0, 0), key(1, 90)]) })])
const ref = { scene: 'scene', layer: 'a', property: 'turn', key: 'k1' }

beforeEach(() => {
  setActivePinia(createPinia())
  useDocument().load(project)
})

describe('an edit', () => {
  it('that would make a document its reader refuses is refused itself, and nothing changes', () => {
    const document = useDocument()
    const before = document.project
    for (const value of [2e9, NaN, Infinity, 1e308])
      expect(document.apply('Value set', (draft) => setKeys(draft, [{ ref, value }]))).toBeNull()
    expect(document.project).toBe(before)
    expect(document.undoLabel).toBeNull()
  })

  it('of a drag that goes too far leaves the last good preview', () => {
    const document = useDocument()
    const gesture = document.begin('Value set')
    expect(gesture.preview((draft) => setKeys(draft, [{ ref, value: 45 }]))).toBeNull()
    const shown = document.project
    expect(gesture.preview((draft) => setKeys(draft, [{ ref, value: 2e9 }]))).toMatch(
      /more than a project can hold/,
    )
    expect(document.project).toBe(shown)
    gesture.commit()
    expect(document.project).toBe(shown)
    document.undo()
    expect(document.project).toEqual(project)
  })

  it('is undone whole when anything after it throws: shown, history, selection and journal agree', () => {
    const document = useDocument()
    const selection = useSelection()
    const record = vi.spyOn(useJournal(), 'record')
    selection.selectKeys([ref])
    const was = { project: document.project, selected: selection.state }
    const made = document.apply(
      'Renamed',
      (draft) => renameProject(draft, 'Other'),
      () => {
        selection.clear()
        throw new Error('the selection could not be made')
      },
    )
    expect(made).toBeNull()
    expect(document.project).toBe(was.project)
    expect(selection.state).toBe(was.selected)
    expect(document.undoLabel).toBeNull()
    expect(record).not.toHaveBeenCalled()
  })

  it('undone or redone is, too', () => {
    const document = useDocument()
    const selection = useSelection()
    document.apply('Renamed', (draft) => renameProject(draft, 'Other'))
    const renamed = document.project
    vi.spyOn(selection, 'restore').mockImplementationOnce(() => {
      throw new Error('the selection could not be restored')
    })
    document.undo()
    expect(document.project).toBe(renamed)
    expect(document.undoLabel).toBe('Renamed')
    document.undo()
    expect(document.project!.name).toBe('Trial')
  })

  it('of another page is followed only while this one looks on', () => {
    const document = useDocument()
    const patches = [{ op: 'replace' as const, path: ['name'], value: 'Theirs' }]
    document.follow(patches)
    expect(document.project!.name).toBe('Trial')
    document.letGo()
    document.follow(patches)
    expect(document.project!.name).toBe('Theirs')
    expect(document.apply('Renamed', (draft) => renameProject(draft, 'Mine'))).toBeNull()
  })
})

describe('saving', () => {
  it('says saved when all is on disk, and not before', async () => {
    const db = new Database('saving')
    const storage = new ProjectStorage(db, () => 0, new Leisure())
    await storage.add({ project, assets: new Map() })
    const { writer } = await storage.open(project.id)
    const [document, saving] = [useDocument(), useJournal()]
    saving.start(writer, project)
    document.apply('Renamed', (draft) => renameProject(draft, 'One'))
    expect(saving.state.kind).toBe('saving')
    await vi.waitFor(() => expect(saving.state.kind).toBe('saved'))

    const full = (): never => Dexie.Promise.reject(new DOMException('full', 'QuotaExceededError')) as never
    const put = vi.spyOn(db.states, 'put').mockImplementation(full)
    vi.spyOn(db.journal, 'add').mockImplementationOnce(full)
    document.apply('Renamed', (draft) => renameProject(draft, 'Two'))
    await vi.waitFor(() => expect(saving.state).toMatchObject({ kind: 'failed', reason: 'full' }))
    document.apply('Renamed', (draft) => renameProject(draft, 'Three'))
    await writer.flush()
    expect(saving.state.kind).toBe('failed')
    put.mockRestore()
    document.undo()
    await vi.waitFor(() => expect(saving.state.kind).toBe('saved'))
    expect((await new ProjectStorage(db).look(project.id)).project.name).toBe('Two')
    saving.start(null)
    await db.delete()
  })
})
