import { Button } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Tip } from '../ui/Tip.js'

interface IconButtonProps {
  readonly label: string
  readonly icon: ReactNode
  readonly onClick: () => void
  readonly disabled?: boolean
  readonly testId?: string
}

/** Icon button with a text label for screen readers and the tooltip. */
export const IconButton = ({ label, icon, onClick, disabled = false, testId }: IconButtonProps) => (
  <Tip words={label}>
    <Button
      variant="plain"
      minW="36px"
      height="36px"
      px="0"
      color="ink"
      aria-label={label}
      disabled={disabled}
      onClick={onClick}
      data-testid={testId}
    >
      {icon}
    </Button>
  </Tip>
)
