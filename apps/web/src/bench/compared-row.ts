/** One thing that may differ between what is fitted and what is looked at. */
export interface Compared {
  /** The row whose value opens its calculation. */
  readonly key?: 'held'
  readonly name: string
  readonly now: string
  readonly then: string
}
