import { Field, Flex } from '@chakra-ui/react'
import type { JobContent } from '@plucky/contract'
import { useState, type KeyboardEvent } from 'react'
import { renameJob, setCustomer } from '../state/commands.js'
import { Panel } from '../ui/panel.js'
import { FieldLabel, TextBox } from '../ui/TextBox.js'

/** Name of the job, and for whom it is built. */
export const JobFields = ({ content }: { content: JobContent }) => (
  <Panel title="Job and customer" mb="2.5">
    <Flex gap="3">
      <TextField key={`name ${content.name}`} label="Job name" value={content.name} most={60} onCommit={renameJob} testId="job-name" />
      <TextField
        key={`customer ${content.customer ?? ''}`}
        label="Customer"
        value={content.customer ?? ''}
        most={80}
        onCommit={setCustomer}
        testId="job-customer"
      />
    </Flex>
  </Panel>
)

interface TextFieldProps {
  readonly label: string
  readonly value: string
  readonly most: number
  readonly onCommit: (text: string) => string | undefined
  readonly testId: string
}

/** Text field that commits on blur; Escape restores the old text. */
function TextField({ label, value, most, onCommit, testId }: TextFieldProps) {
  const [typed, setTyped] = useState(value)
  const commit = () => {
    if (typed.trim() === value) return
    const refused = onCommit(typed.trim())
    if (refused) setTyped(value)
  }
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'Enter') commit()
    if (event.key === 'Escape') setTyped(value)
  }
  return (
    <Field.Root gap="0.5">
      <FieldLabel>{label}</FieldLabel>
      <TextBox
        maxLength={most}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={commit}
        onKeyDown={keys}
        data-testid={testId}
      />
    </Field.Root>
  )
}
