export { openLetters, type LetterCommand, type Letters } from './letters.ts'
