import { useRef, useState, type ChangeEvent } from 'react'
import { OutlineButton } from './buttons.js'

interface PickerProps {
  /** Accepted file types, as the `accept` attribute lists them. */
  readonly accept: string
  /** Accessible name of the hidden input. */
  readonly label: string
  readonly onChosen: (file: File) => void
  readonly testId: string
}

/** Button that opens the file dialog of the browser. Choosing the same file twice reports it twice. */
export function FilePicker({ accept, label, onChosen, testId }: PickerProps) {
  const input = useRef<HTMLInputElement>(null)
  const [round, setRound] = useState(0)
  const change = (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? []
    if (file) onChosen(file)
    setRound(round + 1) // a new input element, because the old one reports no change for the same file
  }
  return (
    <>
      <OutlineButton minH="44px" flexShrink={0} onClick={() => input.current?.click()}>
        Choose a file…
      </OutlineButton>
      <input key={round} ref={input} type="file" accept={accept} hidden aria-label={label} onChange={change} data-testid={testId} />
    </>
  )
}
