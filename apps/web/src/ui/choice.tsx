import { Button } from '@chakra-ui/react'
import type { ReactNode } from 'react'

interface ChoiceProps {
  readonly on: boolean
  readonly onPick: () => void
  readonly children: ReactNode
  readonly label?: string
  readonly testId?: string
}

/** One of a few ways to look at something; the chosen one is inked in. */
export function Choice({ on, onPick, children, label, testId }: ChoiceProps) {
  return (
    <Button
      variant="plain"
      height="30px"
      minW="30px"
      px="10px"
      borderRadius="1px"
      borderWidth="1px"
      borderColor={on ? 'ink' : 'rule'}
      bg={on ? 'ink' : 'transparent'}
      color={on ? 'sheet' : 'ink'}
      fontFamily="heading"
      fontSize="16px"
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
