import { Box, Flex, Heading } from '@chakra-ui/react'
import { X } from 'lucide-react'
import { useEffect, useRef, useState, type ReactNode } from 'react'
import { viewStore } from '../state/view.js'
import { IconButton } from './IconButton.js'

export const closePanel = () => viewStore.setState({ panel: '' })

interface SidePanelProps {
  readonly label: string
  readonly title: string
  readonly testId: string
  readonly children: ReactNode
}

/** A panel beside the page, which stays usable. Escape closes it. */
export function SidePanel({ label, title, testId, children }: SidePanelProps) {
  const panel = useRef<HTMLDivElement>(null)
  useEffect(() => panel.current?.focus(), [])
  // Below the strip, which is one to three rows high.
  const [top] = useState(() => document.querySelector('header')?.offsetHeight ?? 0)
  return (
    <Box
      ref={panel}
      as="aside"
      className="not-printed"
      aria-label={label}
      tabIndex={-1}
      position="fixed"
      top={{ base: '0', md: `${top}px` }}
      right="0"
      bottom="0"
      width={{ base: '100%', md: '400px' }}
      zIndex={25}
      overflowY="auto"
      bg="sheet"
      borderLeftWidth="2px"
      borderColor="ink"
      px="4"
      py="2.5"
      onKeyDown={(event) => event.key === 'Escape' && closePanel()}
      data-testid={testId}
    >
      <Flex justify="space-between" align="center">
        <Heading as="h2" fontSize="title" fontWeight={700}>
          {title}
        </Heading>
        <IconButton label={`Close ${label.toLowerCase()}`} icon={<X size={20} />} onClick={closePanel} />
      </Flex>
      {children}
    </Box>
  )
}
