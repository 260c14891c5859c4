import { Box, chakra, Grid, Heading, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { SYMBOLS } from './help-texts.js'
import { TermPicture } from './TermPicture.js'
import { TERMS, type Term } from './terms.js'

const matches = (typed: string, ...texts: readonly string[]) =>
  texts.some((text) => text.toLowerCase().includes(typed.trim().toLowerCase()))

/** The words and symbols that the pages use. */
export function Glossary() {
  const [typed, setTyped] = useState('')
  const subjects = Object.entries(TERMS).flatMap(([subject, terms]) => {
    const found = terms.filter(({ term, means }) => matches(typed, term, means))
    return found.length > 0 ? [{ subject, found }] : []
  })
  const symbols = SYMBOLS.filter(([symbol, meaning]) => matches(typed, symbol, meaning))
  return (
    <Box px="5" py="3" maxW="1280px" mx="auto">
      <Heading as="h1" fontSize="sentence" fontWeight={700}>
        Glossary
      </Heading>
      <Input
        type="search"
        aria-label="Search terms"
        placeholder="Search terms and symbols"
        mt="1.5"
        width={{ base: '100%', md: '360px' }}
        height="40px"
        px="2"
        bg="sheet"
        borderColor="rule"
        borderRadius="1px"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        data-testid="search-terms"
      />
      {subjects.length + symbols.length === 0 && <Text mt="3">No term matches.</Text>}
      {subjects.map(({ subject, found }) => (
        <Box key={subject} as="section" mt="3.5">
          <Heading as="h2" fontSize="lead" fontWeight={700} borderBottomWidth="1px" borderColor="rule">
            {subject}
          </Heading>
          <Terms terms={found} />
        </Box>
      ))}
      {symbols.length > 0 && (
        <Box as="section" mt="3.5">
          <Heading as="h2" fontSize="lead" fontWeight={700} borderBottomWidth="1px" borderColor="rule">
            Symbols
          </Heading>
          <Terms terms={symbols.map(([term, means]) => ({ term, means }))} />
        </Box>
      )}
    </Box>
  )
}

/** Terms with their meanings. A picture shared by several terms is shown once, at the first. */
function Terms({ terms }: { terms: readonly Term[] }) {
  const firstWith = (picture: Term['picture']) => terms.find((term) => term.picture === picture)?.term
  return (
    <Grid as="dl" templateColumns={{ base: 'minmax(0, 1fr)', lg: 'repeat(2, minmax(0, 1fr))' }} rowGap="1.5" columnGap="6" mt="1.5">
      {terms.map(({ term, means, picture }) => (
        <Box key={term} display={{ base: 'block', md: 'flex' }} gap="2.5" alignItems="flex-start" minW={0}>
          <chakra.dt fontWeight={700} flex="0 0 190px">
            {term}
          </chakra.dt>
          <chakra.dd flex="1" minW={0}>
            {means}
            {picture && firstWith(picture) === term && <TermPicture id={picture} />}
          </chakra.dd>
        </Box>
      ))}
    </Grid>
  )
}
