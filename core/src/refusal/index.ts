export { Refusal, sentenceOf } from './refusal.ts'
