import { Box, Field, Textarea } from '@chakra-ui/react'
import { checkShape, MOST_OFFERED, QuoteDraftDto, money, quantity, type DraftBuild, type QuoteDraft } from '@plucky/contract'
import type { PlanPoint } from '@plucky/core'
import { useState } from 'react'
import { setQuote } from '../state/commands.js'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { SelectField } from '../ui/SelectField.js'
import { FieldLabel } from '../ui/TextBox.js'
import { pointFor } from './draft.js'

interface FormProps {
  readonly draft: QuoteDraft
  /** Builds of the draft, or the usual ones. */
  readonly builds: readonly DraftBuild[]
  readonly conditions: readonly string[]
  readonly points: readonly PlanPoint[]
}

/** Texts and builds of the quote. */
export function QuoteForm({ draft, builds, conditions, points }: FormProps) {
  const change = (more: Partial<QuoteDraft>): string | undefined => {
    const checked = checkShape(QuoteDraftDto, { ...draft, ...more })
    if (checked.ok) setQuote(checked.value)
    return checked.ok ? undefined : checked.problems[0]?.sentence
  }
  const put = (i: number, more: Partial<DraftBuild>) =>
    change({ builds: builds.map((build, at) => (at === i ? { ...build, ...more } : build)) })
  const last = points.at(-1)
  return (
    <Panel title="Texts" data-testid="quote-form">
      <TextField label="Vehicle" value={draft.vehicle ?? ''} onCommit={(vehicle) => change({ vehicle })} />
      <TextField label="Message" rows={3} value={draft.message ?? ''} onCommit={(message) => change({ message })} />
      {builds.map((build, i) => (
        <Box key={i} borderTopWidth="1px" borderColor="ruleSoft" pt="1.5" mt="1.5">
          <TextField label={`Heading ${i + 1}`} value={build.title} onCommit={(title) => put(i, { title })} />
          <SelectField
            label={`Build ${i + 1}`}
            width="100%"
            value={String(points.indexOf(pointFor(points, build.powerW) as PlanPoint))}
            options={points.map((point, at) => [String(at), `${quantity(point.powerW, 'hp')}, ${money(point.money)} shop cost`] as const)}
            onPick={(at) => put(i, { powerW: points[Number(at)]?.powerW ?? build.powerW })}
          />
          <TextField label={`Purpose ${i + 1}`} rows={2} value={build.purpose} onCommit={(purpose) => put(i, { purpose })} />
          {builds.length > 1 && (
            <TextButton onClick={() => change({ builds: builds.filter((_, at) => at !== i) })} aria-label={`Leave out build ${i + 1}`}>
              Leave out
            </TextButton>
          )}
        </Box>
      ))}
      {builds.length < MOST_OFFERED && last && (
        <OutlineButton mt="1.5" onClick={() => change({ builds: [...builds, { title: 'Another', purpose: '', powerW: last.powerW }] })}>
          Add a build
        </OutlineButton>
      )}
      <Box borderTopWidth="1px" borderColor="ruleSoft" pt="1.5" mt="1.5">
        <TextField
          label="The figures are void with, one per line"
          rows={7}
          value={conditions.join('\n')}
          onCommit={(text) => change({ conditions: text.split('\n').flatMap((line) => line.trim() || []) })}
        />
      </Box>
    </Panel>
  )
}

interface TextFieldProps {
  readonly label: string
  readonly value: string
  readonly rows?: number
  /** Returns the reason if the text is refused. */
  readonly onCommit: (text: string) => string | undefined
}

/** A text that is stored when the field is left. A refused text stays in the field with its reason. */
function TextField({ label, value, rows = 1, onCommit }: TextFieldProps) {
  const [typed, setTyped] = useState<string>()
  const [problem, setProblem] = useState<string>()
  const commit = () => {
    if (typed === undefined) return
    const refused = typed === value ? undefined : onCommit(typed)
    setProblem(refused)
    if (refused === undefined) setTyped(undefined)
  }
  return (
    <Field.Root invalid={problem !== undefined} mt="1" gap="0.5">
      <FieldLabel>{label}</FieldLabel>
      <Textarea
        bg="paper"
        borderColor="rule"
        borderRadius="1px"
        px="2"
        py="1.5"
        fontSize="small"
        rows={rows}
        minH="0"
        value={typed ?? value}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={commit}
      />
      <Field.ErrorText role="alert">{problem}</Field.ErrorText>
    </Field.Root>
  )
}
