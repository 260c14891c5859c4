import { Field, Flex } from '@chakra-ui/react'
import type { JobContent } from '@plucky/contract'
import { useState, type KeyboardEvent } from 'react'
import { change } from '../state/job.js'
import { Panel } from '../ui/panel.js'
import { FieldLabel, TextBox } from '../ui/TextBox.js'

/** Name of the job, and for whom it is built. */
export const JobFields = ({ content }: { content: JobContent }) => (
  <Panel title="Job and customer" mb="10px">
    <Flex gap="12px">
      <TextField
        key={`name ${content.name}`}
        label="Job name"
        value={content.name}
        most={60}
        onCommit={(name) => name !== '' && change((job) => ({ ...job, name }))}
        testId="job-name"
      />
      <TextField
        key={`customer ${content.customer ?? ''}`}
        label="Customer"
        value={content.customer ?? ''}
        most={80}
        onCommit={(customer) => change((job) => ({ ...job, customer }))}
        testId="job-customer"
      />
    </Flex>
  </Panel>
)

interface TextFieldProps {
  readonly label: string
  readonly value: string
  readonly most: number
  readonly onCommit: (text: string) => unknown
  readonly testId: string
}

/** Text field that commits on blur; Escape restores the old text. */
function TextField({ label, value, most, onCommit, testId }: TextFieldProps) {
  const [typed, setTyped] = useState(value)
  const commit = () => {
    if (typed.trim() === value) return
    if (onCommit(typed.trim()) === false) setTyped(value)
  }
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'Enter') commit()
    if (event.key === 'Escape') setTyped(value)
  }
  return (
    <Field.Root gap="2px">
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
