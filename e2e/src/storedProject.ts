import { expect, type Page } from '@playwright/test'
import { readProjectData } from '@arrow-bend/core/format/project'
import type { Project } from '@arrow-bend/core/scene'
import { secondsOfTicks } from '@arrow-bend/core/time'
import { withoutPickers } from './withoutPickers.ts'

/**
 * Keeps a project in the browser as the application does, and shows its Desk: the screens by which one is made or opened are
 * walked through by tests of their own, and would be half of what every other test takes. The browser has been here before.
 */
export async function showStored(page: Page, project: Project): Promise<void> {
  await withoutPickers(page)
  // Any page of the server's has the same database.
  if (!page.url().startsWith('http')) await page.goto('/health')
  const read = readProjectData(JSON.parse(JSON.stringify(project)))
  const scene = read.scenes[0]!
  const card = { id: read.id, name: read.name, seconds: secondsOfTicks(scene.duration), size: scene.size }
  await page.evaluate(
    ({ id, text, told }) =>
      new Promise<void>((resolve, reject) => {
        const request = indexedDB.open('arrow-bend')
        request.onerror = () => reject(request.error)
        request.onupgradeneeded = () => reject(new Error('The application has not been in this browser.'))
        request.onsuccess = () => {
          const writing = request.result.transaction(['projects', 'states', 'heads'], 'readwrite')
          writing.objectStore('projects').put({ ...told, changed: Date.now() })
          writing.objectStore('states').put({ id, step: 0, project: text })
          writing.objectStore('heads').put({ id, token: null })
          writing.oncomplete = () => {
            request.result.close()
            resolve()
          }
          writing.onabort = () => reject(writing.error)
        }
      }),
    { id: read.id, text: JSON.stringify(read), told: card },
  )
  await page.goto(`/projects/${read.id}`)
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
}

/** The document as the browser has it on disk: snapshot and journal, read past the application. */
export async function storedProject(
  page: Page,
): Promise<{ snapshot: unknown; journal: { label: string }[] }> {
  return page.evaluate(
    () =>
      new Promise((resolve, reject) => {
        const id = location.pathname.split('/')[2]!
        const request = indexedDB.open('arrow-bend')
        request.onerror = () => reject(request.error)
        request.onsuccess = () => {
          const transaction = request.result.transaction(['states', 'journal'])
          const states = transaction.objectStore('states').index('id').getAll(id)
          const journal = transaction.objectStore('journal').index('projectId').getAll(id)
          transaction.oncomplete = () => {
            request.result.close()
            // Without what only tells that a page took the project up.
            const edits = journal.result.filter(({ patches }) => patches !== '[]')
            resolve({ snapshot: states.result.at(-1)?.project, journal: edits })
          }
        }
      }),
  )
}
