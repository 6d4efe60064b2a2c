/** One line of a menu. */
export interface MenuEntry {
  readonly name: string
  /** Its keys as a person reads them. */
  readonly keys?: string
  readonly run: () => unknown
  readonly disabled?: boolean
  /** A rule stands above it: the first of another group. */
  readonly isFirst?: boolean
}
