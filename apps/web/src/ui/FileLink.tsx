import { chakra, Popover, Portal, type HTMLChakraProps } from '@chakra-ui/react'
import { useState, type MouseEvent } from 'react'
import { download } from '../state/api.js'
import { saveBlob } from './save-file.js'

/** A link that downloads a file from the server. If that fails, the reason appears below it. */
export function FileLink({ href, ...link }: HTMLChakraProps<'a'> & { href: string }) {
  const [failure, setFailure] = useState('')
  const [running, setRunning] = useState(false)
  const onClick = async (event: MouseEvent) => {
    if (event.ctrlKey || event.metaKey || event.shiftKey) return
    event.preventDefault()
    if (running) return
    setFailure('')
    setRunning(true)
    try {
      const { name, blob } = await download(href)
      saveBlob(name, blob)
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error))
    }
    setRunning(false)
  }
  return (
    <Popover.Root
      open={failure !== ''}
      onOpenChange={({ open }) => open || setFailure('')}
      autoFocus={false}
      lazyMount
      unmountOnExit
      positioning={{ placement: 'bottom-end', gutter: 4 }}
    >
      <Popover.Anchor asChild>
        <chakra.a
          {...link}
          href={href}
          download
          aria-busy={running}
          cursor={running ? 'progress' : undefined}
          onClick={(event) => void onClick(event)}
        />
      </Popover.Anchor>
      <Portal>
        <Popover.Positioner zIndex={30}>
          <Popover.Content
            role="alert"
            zIndex={30}
            width="max-content"
            maxW="300px"
            px="2.5"
            py="1.5"
            borderRadius="1px"
            bg="paper"
            color="break"
            borderWidth="1px"
            borderColor="break"
            fontSize="small"
          >
            {`Nothing was downloaded. ${failure}`}
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  )
}
