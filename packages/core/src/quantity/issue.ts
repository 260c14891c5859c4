import type { IssueValues, NoValues } from './issue-values.js'

export type IssueCode = keyof IssueValues

/** One code of an invalid input, where it is, and the values that its sentence needs. */
export interface IssueOf<C extends IssueCode> {
  readonly code: C
  readonly path: string
  readonly values: IssueValues[C]
}

/**
 * An invalid input: what is wrong, where, and with which figures. The core gives a code, a path into the input and values; the sentence is
 * made where it is shown.
 */
export type Issue = { readonly [C in IssueCode]: IssueOf<C> }[IssueCode]

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly issues: readonly Issue[] }

/** Successful result. */
export const good = <T>(value: T): Result<T> => ({ ok: true, value })
/** Failed result with its issues. */
export const bad = <T>(...issues: Issue[]): Result<T> => ({ ok: false, issues })

/** The values that a code is raised with, as rest parameters; none for a code without values. */
export type ValuesOf<V> = V extends NoValues ? [] : [values: V]

/** An invalid input. The compiler asks for the values of its code. */
export function issue<C extends IssueCode>(code: C, path: string, ...[values]: ValuesOf<IssueValues[C]>): Issue {
  // The code and its values belong together by the parameter types; the compiler does not carry that into the union.
  return { code, path, values: values ?? {} } as Issue
}

/** The same issue at another path. */
export const issueAt = (found: Issue, path: string): Issue => ({ ...found, path })

/** Gives the value of a result that is known to be good; throws with the issues named otherwise. */
export function valueOf<T>(result: Result<T>): T {
  if (result.ok) return result.value
  throw new Error(result.issues.map((f) => `${f.path}: ${f.code} ${JSON.stringify(f.values)}`).join('; '))
}
