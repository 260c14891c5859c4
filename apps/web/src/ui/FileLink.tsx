import { Box, chakra, type HTMLChakraProps } from '@chakra-ui/react'
import { useState, type MouseEvent } from 'react'
import { download } from '../state/api.js'
import { saveBlob } from './save-file.js'

/** A link that downloads a file from the server. If that fails, the reason appears below it. */
export function FileLink({ href, ...link }: HTMLChakraProps<'a'> & { href: string }) {
  const [failure, setFailure] = useState('')
  const [running, setRunning] = useState(false)
  const onClick = async (event: MouseEvent) => {
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
    <Box position="relative" display="inline-flex">
      <chakra.a
        {...link}
        href={href}
        download
        aria-busy={running}
        cursor={running ? 'progress' : undefined}
        onClick={(event) => void onClick(event)}
      />
      {failure && (
        <Box
          role="alert"
          position="absolute"
          top="100%"
          right="0"
          mt="4px"
          zIndex="popover"
          width="max-content"
          maxW="300px"
          px="10px"
          py="6px"
          bg="paper"
          color="break"
          borderWidth="1px"
          borderColor="break"
          fontSize="14px"
          lineHeight="1.35"
          textAlign="left"
          whiteSpace="normal"
        >
          {`Nothing was downloaded. ${failure}`}
        </Box>
      )}
    </Box>
  )
}
