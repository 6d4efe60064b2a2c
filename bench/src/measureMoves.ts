import type { Page } from '@playwright/test'
import { report } from './deskMeasures.ts'

interface LookWindow {
  /** ms from the pointer's coming onto a move to the first picture of it; null while there is none. */
  lookMs: number | null
}

/** How soon a ready move is seen on two texts of the demo after the pointer comes onto it. */
export async function measureMoves(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Title', exact: true }).first().click()
  await page
    .getByRole('button', { name: 'Subtitle', exact: true })
    .first()
    .click({ modifiers: ['Shift'] })
  await page.getByRole('tab', { name: 'Moves' }).click()
  const moves = page.getByRole('group', { name: 'Ready moves' }).getByRole('button')
  await moves.first().waitFor()
  await page.evaluate(() => {
    const looking = window as unknown as LookWindow
    const canvas = document.querySelector<HTMLCanvasElement>('section[aria-label="Stage"] canvas')!
    const context = canvas.getContext('2d')!
    let since: number | null = null
    const { clearRect, fillRect } = context
    const seen = (): void => {
      if (since !== null) looking.lookMs = performance.now() - since
      since = null
    }
    context.clearRect = (...box) => {
      seen()
      clearRect.apply(context, box)
    }
    context.fillRect = (...box) => {
      seen()
      fillRect.apply(context, box)
    }
    document.querySelector('[aria-label="Ready moves"]')!.addEventListener(
      'pointerenter',
      (event) => {
        if (!(event.target as Element).matches('.move')) return
        looking.lookMs = null
        since = performance.now()
      },
      { capture: true },
    )
  })
  const times: number[] = []
  for (let i = 0; i < (await moves.count()); i += 1) {
    await moves.nth(i).hover()
    await page.waitForFunction(() => (window as unknown as LookWindow).lookMs !== null)
    times.push(await page.evaluate(() => (window as unknown as LookWindow).lookMs!))
    await page.getByRole('tab', { name: 'Moves' }).hover()
    await page.waitForTimeout(60)
  }
  report('a ready move, pointer to picture (wanted: < 100)', times)
}
