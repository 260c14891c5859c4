import { Box, chakra, Heading, Link as ChakraLink, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { closePanel, SidePanel } from '../app/SidePanel.js'
import { plainAddress, SHOP_VIEWS, VIEWS, type ViewId } from '../app/views.js'
import { HELP, SYMBOLS, type HelpText } from './help-texts.js'

/** Help for the current page, in a panel beside it. The page stays usable. */
export function Help({ view }: { view: ViewId }) {
  const title = VIEWS.find(({ id }) => id === view)?.title
  const glossary = SHOP_VIEWS.find(({ id }) => id === 'glossary')
  return (
    <SidePanel label="Help" title={`Help: ${title}`} testId="help-panel">
      <HelpBody help={HELP[view]} />
      {glossary && (
        <ChakraLink asChild mt="2.5" color="ink" textDecoration="underline" minH="28px">
          <Link to={plainAddress(glossary)} onClick={closePanel}>
            All terms: glossary
          </Link>
        </ChakraLink>
      )}
    </SidePanel>
  )
}

const HelpBody = ({ help }: { help: HelpText }) => (
  <>
    <Text mt="1">{help.answers}</Text>
    <Part title="How to use it">
      <List items={help.steps} />
    </Part>
    {help.reading && (
      <Part title="How to read it">
        <List items={help.reading} />
      </Part>
    )}
    {help.keys && (
      <Part title="Keys">
        <Pairs pairs={help.keys} />
      </Part>
    )}
    <Part title="Symbols">
      <Pairs pairs={SYMBOLS} />
    </Part>
    {help.caution && (
      <Part title="Caution">
        <Text color="oil" fontWeight={600}>
          {help.caution}
        </Text>
      </Part>
    )}
  </>
)

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box mt="2.5">
    <Heading as="h3" fontSize="figure" fontWeight={700}>
      {title}
    </Heading>
    {children}
  </Box>
)

const List = ({ items }: { items: readonly string[] }) => (
  <chakra.ul pl="4" listStyleType="disc">
    {items.map((item) => (
      <li key={item}>{item}</li>
    ))}
  </chakra.ul>
)

const Pairs = ({ pairs }: { pairs: readonly (readonly [string, string])[] }) => (
  <chakra.dl display="grid" gridTemplateColumns="max-content 1fr" rowGap="0.5" columnGap="3">
    {pairs.map(([term, words]) => (
      <Box key={term} display="contents">
        <chakra.dt fontWeight={700} textStyle="figure" maxW="130px">
          {term}
        </chakra.dt>
        <dd>{words}</dd>
      </Box>
    ))}
  </chakra.dl>
)
