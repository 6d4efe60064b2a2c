import type { core } from 'zod/mini'

/** The first trouble a schema found, as the path to it and what is wrong: `scenes[0].layers[2].name: …`. */
export function describeIssues(error: core.$ZodError): string {
  const issue = error.issues[0]
  if (!issue) return 'it is not valid'
  const path = issue.path.reduce<string>(
    (text, step) =>
      typeof step === 'number' ? `${text}[${step}]` : text ? `${text}.${String(step)}` : String(step),
    '',
  )
  const more = error.issues.length > 1 ? ` (and ${error.issues.length - 1} more)` : ''
  return `${path ? `${path}: ` : ''}${issue.message}${more}`
}
