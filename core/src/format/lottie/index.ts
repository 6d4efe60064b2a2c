export { dotLottie } from './dotLottie.ts'
export { exportLottie, type Lottie } from './exportLottie.ts'
export { leftOutOfLottie } from './leftOutOfLottie.ts'
