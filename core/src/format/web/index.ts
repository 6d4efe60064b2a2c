export { exportCssPage } from './exportPage.ts'
export { leftOutOfPage } from './leftOut.ts'
export type { Rounds } from './motion/cssMotion.ts'
export type { WebExportOptions } from './webContext.ts'
