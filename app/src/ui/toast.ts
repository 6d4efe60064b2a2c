import type { ExternalToast, toast as sonnerToast } from 'vue-sonner'

type Told = string | number

let count = 0
let shown: () => void = () => undefined
const isShown = new Promise<void>((resolve) => (shown = resolve))

/** Says that messages have a place to appear in; those that came before appear now. */
export const toastsAreShown = (): void => shown()

/** Messages come with their package once the screen is there: nobody waits for them. */
async function withToasts(use: (toasts: typeof sonnerToast) => unknown): Promise<void> {
  const [{ toast: toasts }] = await Promise.all([import('vue-sonner'), isShown])
  use(toasts)
}
const kind =
  (as: 'message' | 'error' | 'success' | 'loading') =>
  (words: string, more: ExternalToast = {}): Told => {
    const id = more.id ?? `told ${++count}`
    void withToasts((toasts) => toasts[as](words, { ...more, id }))
    return id
  }

/** Tells something in a message at the edge of the window; gives back what it is dismissed by. */
export const toast = Object.assign(kind('message'), {
  error: kind('error'),
  success: kind('success'),
  loading: kind('loading'),
  dismiss: (id: Told): void => void withToasts((toasts) => toasts.dismiss(id)),
})
