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
      <Box key={title} as="nav" aria-label={title} mb="6px">
        <Text fontFamily="heading" fontSize="15px" color="inkSoft">
          {title}
        </Text>
        <Flex wrap="wrap" gap="0 4px">
          {links.map(({ to, word, here }) => (
            <ChakraLink
              key={to}
              asChild
              px="8px"
              minH="44px"
              display="flex"
              alignItems="center"
              fontSize="18px"
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
