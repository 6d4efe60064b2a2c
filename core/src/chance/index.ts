export { chanceOf, shuffled } from './chance.ts'
