import { Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { OutlineButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'

interface ImportProps {
  readonly title: string
  /** What the file contains, and what the import does with it. */
  readonly words: string
  readonly testId: string
  readonly onClose: () => void
  readonly children: ReactNode
}

/** Panel for a file that is imported into the shelf after a preview. */
export const ImportPanel = ({ title, words, testId, onClose, children }: ImportProps) => (
  <Panel
    title={title}
    aside={
      <OutlineButton size="sm" onClick={onClose}>
        Close
      </OutlineButton>
    }
    data-testid={testId}
  >
    <Text fontSize="small" color="inkSoft">
      {words}
    </Text>
    {children}
  </Panel>
)
