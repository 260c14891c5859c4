import { Box, Flex, Heading, Input, Text } from '@chakra-ui/react'
import type { Problem } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import { useRef, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { useMay } from '../access/use-may.js'
import { FileLink } from '../ui/FileLink.js'
import { ServerAway } from '../ui/ServerAway.js'
import { api, Refused } from '../state/api.js'
import { loadShop, takeUnit } from '../state/shop.js'
import { useShop } from '../state/use-shop.js'
import { OutlineButton } from '../ui/buttons.js'
import { TrainView } from './TrainView.js'
import { WeakPlaces } from './WeakPlaces.js'
import { ProblemText } from '../ui/ProblemText.js'
import { messageOf } from '../state/message-of.js'

/** The units of the shop: each gear train range by range; copied, changed, and out and in as files. */
export function UnitsScreen() {
  const { id } = useParams()
  const shop = useShop()
  if (shop.state === 'failed') return <ServerAway onRetry={loadShop} />
  const unit = shop.units.find((u) => u.id === id) ?? (id === undefined ? shop.units[0] : undefined)
  return (
    <Box px="3.5" maxW="1280px" mx="auto">
      <Flex gap="1.5" wrap="wrap" py="2" align="center" justify="space-between">
        <Flex as="nav" aria-label="Transmissions" gap="1.5" wrap="wrap">
          {shop.units.map((each) => (
            <OutlineButton
              key={each.id}
              asChild
              size="sm"
              bg={each.id === unit?.id ? 'ink' : 'transparent'}
              color={each.id === unit?.id ? 'sheet' : 'ink'}
              _hover={{}}
            >
              <Link to={`/transmissions/${each.id}`} aria-current={each.id === unit?.id ? 'page' : undefined}>
                {each.name}
              </Link>
            </OutlineButton>
          ))}
        </Flex>
        {shop.state === 'ready' && <Actions unit={unit} />}
      </Flex>
      {unit ? (
        <>
          <Heading as="h1" textStyle="page" pb="1.5">
            {unit.name}
          </Heading>
          <TrainView key={unit.id} unit={unit} />
          <WeakPlaces unit={unit} />
        </>
      ) : (
        <>
          <Heading as="h1" textStyle="page">
            Transmissions
          </Heading>
          <Text py="2" role="status">
            {shop.state === 'loading'
              ? 'Loading transmissions…'
              : id === undefined
                ? 'No transmissions yet.'
                : `There is no transmission “${id}”.`}
          </Text>
        </>
      )}
    </Box>
  )
}

/** What can be done with a transmission. Without one: a new one or a file. */
function Actions({ unit }: { unit: Unit | undefined }) {
  const mayChange = useMay('builder')
  const page = (to: string, words: string) => (
    <OutlineButton asChild size="sm">
      <Link to={to}>{words}</Link>
    </OutlineButton>
  )
  return (
    <Flex gap="1.5" wrap="wrap" align="flex-start">
      {unit && page(`/transmissions/${unit.id}/diagnosis`, 'Diagnosis')}
      {unit && mayChange && page(`/transmissions/${unit.id}/edit`, 'Edit')}
      {unit && mayChange && page(`/transmissions/${unit.id}/copy`, 'Duplicate')}
      {mayChange && page('/transmissions/new/edit', 'New transmission')}
      {unit && (
        <OutlineButton asChild size="sm">
          <FileLink href={api.unitFileOf(unit.id)} data-testid="save-unit-file">
            Download file
          </FileLink>
        </OutlineButton>
      )}
      {mayChange && <TakeUnit />}
    </Flex>
  )
}

/** Imports a transmission from a file. Names every mistake in it with its path. */
function TakeUnit() {
  const file = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  const [problems, setProblems] = useState<readonly Problem[]>([])
  const take = async (chosen: File | undefined) => {
    if (!chosen) return
    try {
      const content: unknown = JSON.parse(await chosen.text())
      const unit = await takeUnit(content)
      setProblems([])
      void navigate(`/transmissions/${unit.id}`)
    } catch (error) {
      const sentence = error instanceof SyntaxError ? `“${chosen.name}” is not readable JSON: ${error.message}` : messageOf(error)
      setProblems(error instanceof Refused ? error.problems : [{ code: 'unreadable', path: '', sentence }])
    }
    if (file.current) file.current.value = ''
  }
  return (
    <Box>
      <OutlineButton size="sm" onClick={() => file.current?.click()}>
        Import file
      </OutlineButton>
      <Input
        ref={file}
        type="file"
        accept=".json,application/json"
        display="none"
        aria-label="Transmission file"
        data-testid="unit-file"
        onChange={(event) => void take(event.target.files?.[0])}
      />
      {problems.map((p) => (
        <ProblemText key={p.path + p.code} maxW="420px">
          {p.path ? `${p.path}: ` : ''}
          {p.sentence}
        </ProblemText>
      ))}
    </Box>
  )
}
