export { dotLottie } from './dotLottie.ts'
export { exportLottie, type Lottie } from './exportLottie.ts'
export { leftOutOfLottie, isNotInLottie } from './leftOutOfLottie.ts'
