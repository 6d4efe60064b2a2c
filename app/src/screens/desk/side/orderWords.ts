import type { OrderName } from '../../../session/view/ordering.ts'

/** The orders one layer comes after another in. */
export const ORDERS: readonly { readonly value: OrderName; readonly label: string }[] = [
  { value: 'list', label: 'as listed' },
  { value: 'reversed', label: 'as listed, last first' },
  { value: 'right', label: 'left to right' },
  { value: 'left', label: 'right to left' },
  { value: 'down', label: 'top to bottom' },
  { value: 'up', label: 'bottom to top' },
  { value: 'near', label: 'near to far' },
  { value: 'chance', label: 'by chance' },
]
