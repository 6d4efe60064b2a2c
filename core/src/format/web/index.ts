export { exportCssPage } from './exportPage.ts'
export { exportStyleSheet } from './exportSheet.ts'
export { exportSvg, type SvgExportOptions, type SvgFlavour } from './exportSvg.ts'
export {
  webAnimations,
  webAnimationsModule,
  webAnimationsPage,
  type WebAnimations,
} from './exportWebAnimations.ts'
export { leftOutOfPage } from './leftOut.ts'
export type { Rounds } from './motion/cssMotion.ts'
export type { WebExportOptions } from './webContext.ts'
