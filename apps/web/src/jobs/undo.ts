import { toasts } from '../ui/toasts.js'
import { queries } from '../state/queries.js'

/** Last action on the list, and how to undo it. */
export interface Done {
  readonly words: string
  readonly undo: () => Promise<unknown>
}

/** Shows a toast with an Undo button after an action on the list. */
export function tellDone({ words, undo }: Done): void {
  const back = () =>
    undo().then(
      () => queries.invalidateQueries({ queryKey: ['jobs'] }),
      (error: Error) => say(`${words} Undo failed: ${error.message}`),
    )
  const say = (description: string) =>
    toasts.create({ description, duration: Infinity, action: { label: 'Undo', onClick: () => void back() } })
  say(words)
}
