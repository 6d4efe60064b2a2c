export { easingText } from './easingText.ts'
export { exportCssPage, type CssExportOptions } from './exportCss.ts'
export { readEasing } from './readEasing.ts'
