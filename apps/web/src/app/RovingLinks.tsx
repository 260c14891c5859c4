import { Flex, Link as ChakraLink } from '@chakra-ui/react'
import { useRef, useState, type FocusEvent, type KeyboardEvent } from 'react'
import { Link } from 'react-router'

interface RovingLinksProps {
  readonly label: string
  readonly links: readonly { readonly to: string; readonly word: string; readonly on: boolean; readonly here?: boolean }[]
  readonly large?: boolean
}

const MOVES: Readonly<Record<string, (at: number, count: number) => number>> = {
  ArrowRight: (at, count) => (at + 1) % count,
  ArrowLeft: (at, count) => (at - 1 + count) % count,
  Home: () => 0,
  End: (_, count) => count - 1,
}

/** A row of links with one Tab stop; the arrow keys move within the row (roving tabindex). */
export function RovingLinks({ label, links, large = false }: RovingLinksProps) {
  const row = useRef<HTMLDivElement>(null)
  const [held, setHeld] = useState<number | null>(null)
  // Tab stop: the focused link, otherwise the link of the current page.
  const stop =
    held ??
    Math.max(
      0,
      links.findIndex(({ on }) => on),
    )
  const move = (event: KeyboardEvent) => {
    const all = [...(row.current?.querySelectorAll('a') ?? [])]
    // Only links receive these key events.
    const at = all.indexOf(event.target as HTMLAnchorElement)
    const to = MOVES[event.key]?.(at, all.length)
    if (at < 0 || to === undefined || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    all[to]?.focus()
  }
  const leave = (event: FocusEvent) => {
    if (!row.current?.contains(event.relatedTarget)) setHeld(null)
  }
  return (
    <Flex as="nav" ref={row} aria-label={label} onKeyDown={move} onBlur={leave} height={large ? '44px' : '34px'} flexShrink={0}>
      {links.map(({ to, word, on, here }, i) => (
        <ChakraLink
          key={to}
          asChild
          px={{ base: '2', xl: '2.5' }}
          display="flex"
          alignItems="center"
          whiteSpace="nowrap"
          fontFamily="heading"
          fontSize={large ? '18px' : '17px'}
          fontWeight={on ? 700 : 500}
          color="ink"
          borderRadius="0"
          boxShadow={on && large ? 'inset 0 -4px 0 var(--chakra-colors-torque)' : undefined}
          textDecoration={on && !large ? 'underline' : undefined}
          textDecorationThickness="2px"
          textUnderlineOffset="5px"
        >
          <Link to={to} onFocus={() => setHeld(i)} tabIndex={i === stop ? 0 : -1} aria-current={here ? 'page' : on ? 'true' : undefined}>
            {word}
          </Link>
        </ChakraLink>
      ))}
    </Flex>
  )
}
