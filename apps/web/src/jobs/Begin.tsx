import { Text } from '@chakra-ui/react'
import { loadShop } from '../state/shop.js'
import { useShop } from '../state/use-shop.js'
import { Ruled } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { NewJob } from './NewJob.js'
import { TakeFile } from './TakeFile.js'

/** Ways to begin a job: power, use and transmission, or a file. */
export function Begin() {
  const { state, units, problem } = useShop()
  return (
    <>
      {state === 'ready' ? (
        <NewJob units={units} />
      ) : (
        <Panel title="New job">
          <Text color={state === 'failed' ? 'break' : 'inkSoft'} role="status">
            {state === 'failed' ? problem : 'Loading transmissions…'}
          </Text>
          {state === 'failed' && <Ruled onClick={() => void loadShop()}>Try again</Ruled>}
        </Panel>
      )}
      <TakeFile />
    </>
  )
}
