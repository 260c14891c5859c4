import { Box, Flex, Image, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { api } from '../state/api.js'
import { messageOf } from '../state/message-of.js'
import { TextButton } from './buttons.js'
import { ProblemText } from './ProblemText.js'
import { shrunkPhoto } from './shrunk-photo.js'

interface StripProps {
  readonly photos: readonly string[]
  readonly onAdd: (id: string) => void
  readonly onRemove: (id: string) => void
  readonly most?: number
}

/** Photos of a check or a piece, with a way to add one. */
export function PhotoStrip({ photos, onAdd, onRemove, most = 8 }: StripProps) {
  const [problem, setProblem] = useState('')
  /** The picker begins anew after each picture, so that the same one can be picked again. */
  const [taken, setTaken] = useState(0)
  const take = async (file: File | undefined) => {
    if (!file) return
    setProblem('')
    try {
      const data = await shrunkPhoto(file)
      onAdd((await api.addPhoto({ type: 'image/jpeg', data })).id)
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
            <TextButton height="22px" px="0" fontSize="micro" onClick={() => onRemove(id)}>
              Remove
            </TextButton>
          </Box>
        ))}
        {photos.length < most && (
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
