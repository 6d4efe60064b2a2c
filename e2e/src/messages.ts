import { expect, type Locator } from '@playwright/test'

/** Whether messages, which come and go by themselves, appear below a button: over it they would take the click. */
export async function expectMessagesBelow(button: Locator): Promise<void> {
  const isBelow = (): Promise<boolean> =>
    button.evaluate((element) => {
      const { bottom } = element.getBoundingClientRect()
      return parseFloat(document.body.style.getPropertyValue('--below-bars')) >= bottom
    })
  await expect.poll(isBelow).toBe(true)
}
