import type { Supply } from '../model/part.js'

/** Parts for several stations under one price. */
export interface Kit extends Supply {
  readonly id: string
  readonly name: string
  readonly maker: string
  readonly unitIds: readonly string[]
  /** Part ids by station. */
  readonly parts: Readonly<Record<string, string>>
  readonly price: number
  /** Hours to fit the whole of it. */
  readonly hours: number
}
