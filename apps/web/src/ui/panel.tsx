import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { TextButton } from './buttons.js'
import { ProblemText } from './ProblemText.js'

interface PanelProps {
  readonly title: string
  readonly note?: string
  readonly aside?: ReactNode
  readonly children: ReactNode
  readonly [key: string]: unknown
}

/** Titled panel of a page. If its content throws, the panel shows an error and the rest of the page keeps working. */
export function Panel({ title, note, aside, children, ...rest }: PanelProps) {
  return (
    <Box as="section" bg="sheet" borderWidth="1px" borderColor="rule" px="3" pt="1.5" pb="2" minW="0" {...rest}>
      <Flex align="baseline" justify="space-between" rowGap="0.5" columnGap="3" mb="0.5" wrap="wrap">
        <Heading as="h2" textStyle="caption" letterSpacing="0.05em" lineHeight="1.4">
          {title}
          {note && (
            <Text as="span" fontFamily="body" fontWeight={400} letterSpacing="0" fontSize="note" color="inkSoft" ml="2.5">
              {note}
            </Text>
          )}
        </Heading>
        {aside}
      </Flex>
      {/* New content resets the error: what fails for one part may work for the next. */}
      <ErrorBoundary resetKeys={[children]} fallbackRender={({ resetErrorBoundary }) => <Failed onRetry={resetErrorBoundary} />}>
        {children}
      </ErrorBoundary>
    </Box>
  )
}

const Failed = ({ onRetry }: { onRetry: () => void }) => (
  <Flex data-testid="panel-failed" gap="2" align="baseline" wrap="wrap">
    <ProblemText>This panel has stopped working. Your job is safe, and the other panels still work.</ProblemText>
    <TextButton onClick={onRetry}>Try again</TextButton>
  </Flex>
)
