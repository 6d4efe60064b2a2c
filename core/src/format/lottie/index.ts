export { dotLottie } from './dotLottie.ts'
export { exportLottie, type Lottie } from './exportLottie.ts'
export { leftOutOfLottie, NOT_IN_LOTTIE } from './leftOutOfLottie.ts'
