import { Portal, Tooltip } from '@chakra-ui/react'
import type { ReactElement } from 'react'

interface TipProps {
  readonly words: string | undefined
  readonly children: ReactElement
}

/** Tooltip, shown on hover and focus. Never the only place for information. */
export const Tip = ({ words, children }: TipProps) =>
  words === undefined ? (
    children
  ) : (
    <Tooltip.Root openDelay={300} closeDelay={60} lazyMount unmountOnExit>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Portal>
        <Tooltip.Positioner pointerEvents="none">
          <Tooltip.Content bg="ink" color="paper" textStyle="note" borderRadius="1px" px="2" py="1" maxW="340px" boxShadow="none">
            {words}
          </Tooltip.Content>
        </Tooltip.Positioner>
      </Portal>
    </Tooltip.Root>
  )
