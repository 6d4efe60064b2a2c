export { easingText } from './easingText.ts'
export type { CssExportOptions } from './cssContext.ts'
export { exportCssPage } from './exportCss.ts'
export { readEasing } from './readEasing.ts'
