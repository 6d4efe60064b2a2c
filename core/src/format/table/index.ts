export { fitsCells, readKeyTable, writeKeyTable, type KeyCells, type KeyRow } from './keyTable.ts'
