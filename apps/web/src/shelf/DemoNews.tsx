import { Flex, Text } from '@chakra-ui/react'
import { listed } from '@plucky/contract'
import { useState } from 'react'
import { api } from '../state/api.js'
import { messageOf } from '../state/message-of.js'
import { queries, useFetched } from '../state/queries.js'
import { loadShop } from '../state/shop.js'
import { OutlineButton } from '../ui/buttons.js'

const WORDS = { units: 'transmission', parts: 'part', operations: 'operation', kits: 'kit', jobs: 'job' } as const

/** Offers the items of the made-up shop that a later version has added. */
export function DemoNews() {
  const { data } = useFetched(['shelf', 'demo-news'], api.demoNews)
  const [problem, setProblem] = useState('')
  const [running, setRunning] = useState(false)
  const counts = data ? keysWith(data) : []
  if (counts.length === 0) return null
  const add = async () => {
    setRunning(true)
    try {
      await api.addDemoNews()
      await loadShop()
      await queries.invalidateQueries()
      setProblem('')
    } catch (error) {
      setProblem(messageOf(error))
    }
    setRunning(false)
  }
  return (
    <Flex gap="3" align="center" wrap="wrap" mb="2" px="3" py="1.5" borderWidth="1px" borderColor="rule" bg="sheet" data-testid="demo-news">
      <Text flex="1" minW="240px">
        {`New in the made-up shop: ${listed(counts)}. Your own items stay as they are.`}
      </Text>
      <OutlineButton minH="44px" disabled={running} onClick={() => void add()} data-testid="add-demo-news">
        Add them
      </OutlineButton>
      {problem && (
        <Text color="break" role="alert" width="100%">
          {`Nothing was added. ${problem}`}
        </Text>
      )}
    </Flex>
  )
}

/** Numbers of items in words, without zeros. */
const keysWith = (news: Readonly<Record<keyof typeof WORDS, number>>): string[] =>
  (['units', 'parts', 'operations', 'kits', 'jobs'] as const).flatMap((kind) =>
    news[kind] === 0 ? [] : [`${news[kind]} ${WORDS[kind]}${news[kind] === 1 ? '' : 's'}`],
  )
