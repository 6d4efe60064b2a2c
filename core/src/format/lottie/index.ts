export { dotLottie } from './dotLottie.ts'
export { exportLottie, isTogether, type Lottie } from './exportLottie.ts'
export { leftOutOfLottie, isNotInLottie } from './leftOutOfLottie.ts'
