import { Box, Flex, Text } from '@chakra-ui/react'
import { listed, readShelf, type Problem, type ShelfFile } from '@plucky/contract'
import { useState } from 'react'
import { api, Refused } from '../state/api.js'
import { loadShop, wholeShop } from '../state/shop.js'
import { PrimaryButton } from '../ui/buttons.js'
import { FilePicker } from '../ui/FilePicker.js'
import { ImportPanel } from './ImportPanel.js'
import { messageOf } from '../state/message-of.js'

/** A parsed shelf file and the names of its items that are not on the shelf. */
interface Preview {
  readonly name: string
  readonly file: unknown
  readonly missing: readonly string[]
  readonly known: number
}

const itemsOf = ({ parts, operations, kits }: ShelfFile) => [...parts, ...operations, ...kits]

async function previewOf(name: string, file: unknown, shelf: ShelfFile): Promise<Preview> {
  const { parts, operations, kits } = await wholeShop()
  const missing = itemsOf(shelf).filter(({ id }) => !parts.has(id) && !operations.has(id) && !kits.has(id))
  return { name, file, missing: missing.map((item) => item.name), known: itemsOf(shelf).length - missing.length }
}

const unreadable = (sentence: string): Problem[] => [{ code: 'file-unreadable', path: '', sentence }]

/** State of the import: parsed file, problems and result. */
function useShelfFile() {
  const [preview, setPreview] = useState<Preview>()
  const [problems, setProblems] = useState<readonly Problem[]>([])
  const [taken, setTaken] = useState('')
  const chosen = async (file: File) => {
    setTaken('')
    setPreview(undefined)
    setProblems([])
    try {
      const plain: unknown = JSON.parse(await file.text())
      const read = readShelf(plain)
      if (read.ok) setPreview(await previewOf(file.name, plain, read.value))
      else setProblems(read.problems)
    } catch {
      setProblems(unreadable(`${file.name} is not JSON.`))
    }
  }
  const take = async ({ file }: Preview) => {
    try {
      const { added, known } = await api.takeShelfFile(file)
      await loadShop()
      setPreview(undefined)
      setTaken(`Imported: ${added} new, ${known} already on the shelf.`)
    } catch (error) {
      setProblems(error instanceof Refused ? error.problems : unreadable(messageOf(error)))
    }
  }
  return { preview, problems, taken, chosen, take }
}

/** Imports a shelf file after a preview. The server adds all missing items or none. */
export function FileIn({ onClose }: { onClose: () => void }) {
  const { preview, problems, taken, chosen, take } = useShelfFile()
  return (
    <ImportPanel
      title="Import shelf (JSON)"
      words="Parts, operations and kits of an exported shelf. What is missing here is added; nothing on the shelf is changed."
      testId="shelf-file-in"
      onClose={onClose}
    >
      <Box my="2">
        <FilePicker accept=".json,application/json" label="Shelf file" onChosen={(file) => void chosen(file)} testId="shelf-file" />
      </Box>
      {taken && (
        <Text role="status" fontWeight={600}>
          {taken}
        </Text>
      )}
      {problems.length > 0 && (
        <Box role="alert" color="break" fontSize="small">
          <Text fontWeight={600}>Nothing was imported.</Text>
          {problems.map((problem) => (
            <Text key={problem.path + problem.code}>{`${problem.path ? `${problem.path}: ` : ''}${problem.sentence}`}</Text>
          ))}
        </Box>
      )}
      {preview && <Shown preview={preview} onTake={() => void take(preview)} />}
    </ImportPanel>
  )
}

/** Number of item names listed in the preview. */
const MOST_NAMED = 12

function Shown({ preview: { name, missing, known }, onTake }: { preview: Preview; onTake: () => void }) {
  const named = missing.slice(0, MOST_NAMED)
  const rest = missing.length - named.length
  return (
    <Box>
      <Text
        fontWeight={600}
        role="status"
        data-testid="shelf-file-counts"
      >{`${name}: ${missing.length} new, ${known} already on the shelf.`}</Text>
      {named.length > 0 && <Text fontSize="small">{`New: ${listed([...named, ...(rest > 0 ? [`${rest} more`] : [])])}.`}</Text>}
      <Flex mt="2.5">
        <PrimaryButton onClick={onTake} data-testid="shelf-file-take">
          {missing.length > 0 ? `Import ${missing.length}` : 'Check against the shelf'}
        </PrimaryButton>
      </Flex>
    </Box>
  )
}
