import { Box, Input, Text } from '@chakra-ui/react'
import { useState, type ChangeEvent } from 'react'
import { useNavigate } from 'react-router'
import { jobAddress } from '../app/views.js'
import { api, Refused } from '../state/api.js'
import { loadShop } from '../state/shop.js'
import { Panel } from '../ui/panel.js'
import { messageOf } from '../state/message-of.js'

const PICKER = {
  '&::file-selector-button': {
    minHeight: '40px',
    padding: '0 14px',
    marginRight: '12px',
    color: 'ink',
    bg: 'transparent',
    border: '1px solid',
    borderColor: 'ink',
    cursor: 'pointer',
  },
} as const

/** Takes in an open job file; what is wrong with it is named with its path, and then nothing is taken. */
export function JobFileImport() {
  const navigate = useNavigate()
  const [problems, setProblems] = useState<readonly string[]>([])
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0]
    if (!file) return
    try {
      const content: unknown = JSON.parse(await file.text())
      const job = await api.takeFile(content)
      await loadShop()
      void navigate(jobAddress(job.number))
    } catch (error) {
      setProblems(wordsOf(error))
    }
  }
  return (
    <Panel title="Open a job file" note="a job downloaded from Plucky Ratio">
      <Input
        type="file"
        accept="application/json,.json"
        aria-label="Job file"
        border="none"
        px="0"
        height="48px"
        pt="1"
        css={PICKER}
        onChange={(event) => void take(event)}
        data-testid="take-file"
      />
      {problems.length > 0 && (
        <Box role="alert" color="break">
          <Text fontWeight={600}>Nothing was imported.</Text>
          {problems.map((words) => (
            <Text key={words}>{words}</Text>
          ))}
        </Box>
      )}
    </Panel>
  )
}

function wordsOf(error: unknown): string[] {
  if (error instanceof Refused) return error.problems.map((p) => `${p.path ? `${p.path}: ` : ''}${p.sentence}`)
  return [error instanceof SyntaxError ? `The file is not valid JSON: ${error.message}` : messageOf(error)]
}
