export { dotLottie } from './dotLottie.ts'
export { exportLottie, isTogether } from './exportLottie.ts'
export { leftOutOfLottie, isNotInLottie } from './leftOutOfLottie.ts'
