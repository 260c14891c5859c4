import { Box, Flex, Link as ChakraLink, Text } from '@chakra-ui/react'
import { Link } from 'react-router'

export interface MenuGroup {
  readonly title: string
  readonly links: readonly { readonly to: string; readonly word: string; readonly here?: boolean }[]
}

/** Groups and pages as lists, for narrow screens. */
export const MenuLinks = ({ groups }: { groups: readonly MenuGroup[] }) => (
  <>
    {groups.map(({ title, links }) => (
      <Box key={title} as="nav" aria-label={title} mb="1.5">
        <Text fontFamily="heading" fontSize="body" color="inkSoft">
          {title}
        </Text>
        <Flex wrap="wrap" rowGap="0" columnGap="1">
          {links.map(({ to, word, here }) => (
            <ChakraLink
              key={to}
              asChild
              px="2"
              minH="44px"
              display="flex"
              alignItems="center"
              fontSize="lead"
              fontFamily="heading"
              fontWeight={here ? 700 : 500}
              color="ink"
            >
              <Link to={to} aria-current={here ? 'page' : undefined}>
                {word}
              </Link>
            </ChakraLink>
          ))}
        </Flex>
      </Box>
    ))}
  </>
)
