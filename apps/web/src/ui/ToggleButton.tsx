import { Button } from '@chakra-ui/react'
import type { ReactNode } from 'react'

interface ChoiceProps {
  readonly on: boolean
  readonly onPick: () => void
  readonly children: ReactNode
  readonly label?: string
  /** For a gloved hand: larger, and with room for a figure. */
  readonly large?: boolean
  readonly tabIndex?: number
  readonly testId?: string
}

/** One of a few ways to look at something; the chosen one is inked in. */
export function ToggleButton({ on, onPick, children, label, testId, large = false, tabIndex }: ChoiceProps) {
  return (
    <Button
      variant="plain"
      height={large ? '44px' : '30px'}
      minW="30px"
      px={large ? '12px' : '10px'}
      gap="2"
      tabIndex={tabIndex}
      borderRadius="1px"
      borderWidth="1px"
      borderColor={on ? 'ink' : 'rule'}
      bg={on ? 'ink' : 'transparent'}
      color={on ? 'sheet' : 'ink'}
      fontFamily="heading"
      fontSize={large ? '18px' : '16px'}
      fontWeight={on ? 600 : 400}
      aria-pressed={on}
      aria-label={label}
      onClick={onPick}
      data-testid={testId}
    >
      {children}
    </Button>
  )
}
