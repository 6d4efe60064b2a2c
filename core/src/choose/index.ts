export { everyNthKey, likeKeys, standsNear, type Likeness } from './likeKeys.ts'
export { keysWhere, meantKeys, type Chosen } from './meantKeys.ts'
export { selectionWords } from './selectionWords.ts'
