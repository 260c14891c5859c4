import { Link as ChakraLink, type LinkProps } from '@chakra-ui/react'
import { Link } from 'react-router'

/** A link in a sentence, underlined. */
export const TextLink = ({ to, children, ...style }: LinkProps & { readonly to: string }) => (
  <ChakraLink asChild color="ink" textDecoration="underline" textUnderlineOffset="3px" {...style}>
    <Link to={to}>{children}</Link>
  </ChakraLink>
)
