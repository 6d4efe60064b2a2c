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
export { turnTrack } from './boxMarkup.ts'
export { copyMatrix, playedCopy } from './copyMarkup.ts'
export { partsTrack } from './motion/matrixParts.ts'
export { drawnUses, type DrawnUse } from './drawnUses.ts'
export { cropOfBox, cropOfShape } from './markup/layerCrop.ts'
export { colourInSrgb } from './motion/colourInSrgb.ts'
export { timedOf } from './motion/timed.ts'
export { textLookAt } from './markup/textLook.ts'
export { leavesAsShapes } from './markup/textShapes.ts'
export { textReadings } from './markup/textReadings.ts'
export { gradientAt, gradientTrack, type PlayedStops } from './gradientTrack.ts'
export { outlineTrack } from './outlineTrack.ts'
export { placeTrack } from './placeTrack.ts'
export { placedCrop } from './placedCrop.ts'
export { isVisible } from './webScene.ts'
export { progressWithin, toTrack, type Track } from './track.ts'
export {
  bareContext,
  escapeText,
  clockOf,
  playOptions,
  toleranceOf,
  trackOf,
  withoutOwnCopy,
  type WebContext,
} from './webContext.ts'
