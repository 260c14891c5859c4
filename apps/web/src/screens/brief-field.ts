import { typeInBrief } from '../state/brief-draft.js'

/** The problem of a field of the brief, by its path; `undefined` if the field is good. */
export type ProblemAt = (path: string) => string | undefined

/** Properties of a field that shows the problem at a path of the brief and changes the brief there. */
export const briefField = (path: string, problemAt: ProblemAt) => ({
  problem: problemAt(path),
  onCommit: (value: unknown) => void typeInBrief(path, value),
})
