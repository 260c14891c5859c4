import { Label, Slug } from './decorators.js'

/** A window that shows a job, and the name of the person at it. The name of a signed-in person is used instead. */
export class PresentDto {
  @Slug('Window') window!: string
  @Label('Name', 60) name!: string
}

/** Other windows that show the same job. */
export interface Present {
  /** Names of the other people, each once. */
  readonly people: readonly string[]
  /** True if the same person has the job open in another window. */
  readonly alsoMe: boolean
}
