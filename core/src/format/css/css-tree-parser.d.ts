declare module 'css-tree/parser' {
  import { parse } from 'css-tree'
  export default parse
}
