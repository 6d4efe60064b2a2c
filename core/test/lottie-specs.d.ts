/** The parts of the published validator that are used; it has no types of its own for them. */
declare module '@lottie-animation-community/lottie-specs/src/validator-node.js' {
  export function get_schema_path(): string
  export class LottieValidator {
    constructor(ajv: unknown, schema: object)
    validate(data: object): {
      readonly type: 'error' | 'warning'
      readonly message: string
      readonly path: string
    }[]
  }
}
