import { Box, Button, Flex, Link as ChakraLink } from '@chakra-ui/react'
import { CircleHelp, Menu, Moon, Ruler, Sun, UserRound, X } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { Link, useLocation } from 'react-router'
import { useStore } from 'zustand'
import { accessStore } from '../state/access.js'
import { viewStore } from '../state/view.js'
import { Tip } from '../ui/Tip.js'
import { useWider } from '../ui/use-media.js'
import { DiskNote } from './DiskNote.js'
import { IconButton } from './IconButton.js'
import { MenuLinks, type MenuGroup } from './MenuLinks.js'
import { RovingLinks } from './RovingLinks.js'
import { LISTED_VIEWS, plainAddress } from './views.js'
import { useTopOfPage } from './use-top-of-page.js'

interface StripProps {
  /** Content of the title strip between product name and shop pages. */
  readonly left?: ReactNode
  readonly tools?: ReactNode
  /** A second row, under the first. */
  readonly below?: ReactNode
  /** Pages of the job, for the menu of a narrow screen. */
  readonly groups?: readonly MenuGroup[]
  /** The page already shows why saving fails. */
  readonly noted?: boolean
}

/** The strip over every page. On a narrow screen its links fold into a menu. */
export function TitleStrip({ left, tools, below, groups = [], noted = false }: StripProps) {
  const { pathname } = useLocation()
  useTopOfPage()
  // The menu is open on the page on which it was opened; going to another closes it.
  const [openOn, setOpenOn] = useState('')
  const open = openOn === pathname
  const wide = useWider(768)
  const shop = LISTED_VIEWS.map((view) => {
    const to = plainAddress(view)
    return { to, word: view.title, on: pathname.startsWith(to), here: pathname === to }
  })
  return (
    <Box as="header" className="not-printed" position="sticky" top="0" zIndex={20} bg="sheet" borderBottomWidth="2px" borderColor="ink">
      <Flex minH="44px" align="center">
        <Brand />
        {left}
        <Box flex="1" />
        {tools}
        {wide && (
          <Box borderLeftWidth={tools ? '1px' : '0'} borderColor="rule">
            <RovingLinks label="Shop pages" links={shop} large />
          </Box>
        )}
        <HelpButton />
        {wide && <UnitsButton />}
        {wide && <AccountLink />}
        <Box pr="1.5">{wide ? <ThemeButton /> : <MenuButton open={open} onPress={() => setOpenOn(open ? '' : pathname)} />}</Box>
      </Flex>
      {open && !wide && (
        <Box borderTopWidth="1px" borderColor="rule" px="3.5" py="2" maxH="75vh" overflowY="auto">
          <MenuLinks groups={[...groups, { title: 'Shop', links: [{ to: '/', word: 'Jobs', here: pathname === '/' }, ...shop] }]} />
          <Flex>
            <ThemeButton />
            <UnitsButton />
            <AccountLink />
          </Flex>
        </Box>
      )}
      {below}
      {!noted && <DiskNote />}
    </Box>
  )
}

const Brand = () => (
  <Flex px={{ base: '2.5', xl: '3.5' }} height="44px" align="center" borderRightWidth="1px" borderColor="rule" flexShrink={0}>
    <ChakraLink
      asChild
      fontFamily="heading"
      fontSize={{ base: 'figure', lg: 'lead' }}
      fontWeight={700}
      letterSpacing="0.08em"
      color="ink"
      whiteSpace="nowrap"
    >
      <Link to="/">PLUCKY RATIO</Link>
    </ChakraLink>
  </Flex>
)

const MenuButton = ({ open, onPress }: { open: boolean; onPress: () => void }) => (
  <Button
    variant="plain"
    minW="40px"
    height="40px"
    px="1.5"
    color="ink"
    gap="1"
    aria-expanded={open}
    aria-label="Menu"
    onClick={onPress}
    data-testid="menu"
  >
    {open ? <X size={20} /> : <Menu size={20} />} Menu
  </Button>
)

function ThemeButton() {
  const dark = useStore(viewStore, (view) => view.theme === 'dark')
  return (
    <IconButton
      label={dark ? 'Switch to light theme' : 'Switch to dark theme'}
      onClick={() => viewStore.setState({ theme: dark ? 'light' : 'dark' })}
      icon={dark ? <Sun size={18} /> : <Moon size={18} />}
    />
  )
}

const toggle = (wanted: 'help' | 'units') => () => viewStore.setState(({ panel }) => ({ panel: panel === wanted ? '' : wanted }))

const HelpButton = () => <IconButton label="Help for this page" onClick={toggle('help')} icon={<CircleHelp size={19} />} testId="help" />

/** Leads to the own account, or to how the shop is opened. */
function AccountLink() {
  const person = useStore(accessStore, (access) => access.person)
  const label = person ? `${person.name}: account, people and changes` : 'People and changes'
  return (
    <Tip words={label}>
      <ChakraLink asChild minW="36px" height="36px" display="inline-flex" alignItems="center" justifyContent="center" color="ink">
        <Link to="/people" aria-label={label} data-testid="account">
          <UserRound size={18} />
        </Link>
      </ChakraLink>
    </Tip>
  )
}

const UnitsButton = () => <IconButton label="Units and currency" onClick={toggle('units')} icon={<Ruler size={18} />} testId="units" />
