import { Box, Flex, Image, Text } from '@chakra-ui/react'
import type { FitEntry, ToolId } from '@plucky/core'
import { imageDimensionsFromData } from 'image-dimensions'
import { useState } from 'react'
import { api } from '../state/api.js'
import { TextButton } from '../ui/buttons.js'
import { addPhoto, dropPhoto } from './readings.js'
import { ProblemText } from '../ui/ProblemText.js'
import { messageOf } from '../state/message-of.js'

/** Longest side of a photograph as it is kept, px. */
const LONGEST = 1280

/** Most pixels of a picture that the browser is asked to decode, as on the server. */
const MOST_PIXELS = 50_000_000
/** Enough of a file to know how large its picture is. */
const HEAD_BYTES = 512 * 1024

/** Refuses a picture by its head alone: decoding it could take all memory of the page. */
async function refuseHuge(file: File): Promise<void> {
  const size = imageDimensionsFromData(new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()))
  if (!size) throw new Error('The picture can’t be read. Use a JPEG or PNG.')
  if (size.width * size.height > MOST_PIXELS)
    throw new Error(`The picture has ${size.width} × ${size.height} pixels; at most 50 million are allowed. Use a smaller one.`)
}

/** A picture made small enough to keep, as JPEG, in base64. */
async function smaller(file: File): Promise<string> {
  await refuseHuge(file)
  const picture = await createImageBitmap(file)
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(picture.width * scale)
  canvas.height = Math.round(picture.height * scale)
  const sheet = canvas.getContext('2d')
  if (!sheet) throw new Error('This browser can’t resize the picture.')
  sheet.drawImage(picture, 0, 0, canvas.width, canvas.height)
  return canvas.toDataURL('image/jpeg', 0.85).split(',')[1] ?? ''
}

/** Photographs at an entry. */
export function Photos({ entry, tool }: { entry: FitEntry; tool: ToolId }) {
  const [problem, setProblem] = useState('')
  /** The picker begins anew after each picture, so that the same one can be picked again. */
  const [taken, setTaken] = useState(0)
  const photos = entry.reading?.photos ?? []
  const take = async (file: File | undefined) => {
    if (!file) return
    setProblem('')
    try {
      const data = await smaller(file)
      addPhoto(entry.key, (await api.addPhoto({ type: 'image/jpeg', data })).id, tool)
    } catch (error) {
      setProblem(error instanceof DOMException ? 'The picture can’t be read. Use a JPEG or PNG.' : messageOf(error))
    } finally {
      setTaken((n) => n + 1)
    }
  }
  return (
    <Box mt="1">
      <Flex gap="1.5" wrap="wrap" align="end">
        {photos.map((id) => (
          <Box key={id} position="relative">
            <a href={api.photoOf(id)} target="_blank" rel="noreferrer">
              <Image src={api.photoOf(id)} alt="Photo of this check" height="72px" borderWidth="1px" borderColor="rule" />
            </a>
            <TextButton height="22px" px="0" fontSize="micro" onClick={() => dropPhoto(entry.key, id)}>
              Remove
            </TextButton>
          </Box>
        ))}
        {photos.length < 8 && (
          <Text as="label" fontSize="small" textDecoration="underline" textUnderlineOffset="3px" cursor="pointer" py="1.5">
            Add photo
            <input
              type="file"
              accept="image/*"
              style={{ position: 'absolute', width: 1, height: 1, opacity: 0 }}
              data-testid="photo"
              key={taken}
              onChange={(event) => void take(event.target.files?.[0])}
            />
          </Text>
        )}
      </Flex>
      {problem && <ProblemText>{problem}</ProblemText>}
    </Box>
  )
}
