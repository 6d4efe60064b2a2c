export { snapBox, type SnapBox, type SnapGap, type SnapLine, type Snapped, type SnapTo } from './snapBox.ts'
export { wholeWay } from './wholeWay.ts'
