import { Field as FormField, Flex, Input, Text, Textarea } from '@chakra-ui/react'
import { type Field } from '@plucky/contract'
import { ToggleButton } from '../ui/ToggleButton.js'
import { SelectField } from '../ui/SelectField.js'
import { QuantityField } from '../ui/QuantityField.js'
import type { FormAdapter } from './form-adapter.js'
import { FieldLabel } from '../ui/TextBox.js'
import { ProblemText } from '../ui/ProblemText.js'

interface LeafProps {
  readonly field: Field
  readonly value: unknown
  readonly path: string
  readonly form: FormAdapter
}

/** One field of a form, as its rule says what it holds. */
export function LeafField({ field, value, path, form }: LeafProps) {
  const { holds, label } = field
  const options = form.optionsOf(field)
  switch (holds.type) {
    case 'figure':
      return <FigureField field={field} span={holds.span} value={value} path={path} form={form} />
    case 'choice':
      return <Chosen {...{ field, value, path, form }} options={holds.choices.map((choice) => [choice, holds.words[choice] ?? choice])} />
    case 'yes-no':
      return <Chosen {...{ field, value, path, form }} options={YES_NO} read={(picked) => picked === 'true'} />
    case 'ids':
      return choicesOf(holds, options) ? (
        <Ticked {...{ field, value, path, form }} options={choicesOf(holds, options) ?? []} />
      ) : (
        <Listed {...{ field, value, path, form }} />
      )
    default:
      return options ? (
        <Chosen {...{ field, value, path, form }} options={options} />
      ) : (
        <TextField
          label={label}
          long={holds.type === 'text' && holds.most > 100}
          value={typeof value === 'string' ? value : ''}
          problem={form.problemAt(path)}
          onType={(text) => form.set(path, text === '' && field.optional ? undefined : text)}
          testId={form.prefix + path}
        />
      )
  }
}

/** Choices of a list: those of the form, else those of the rule. `undefined` for a list that is typed. */
const choicesOf = (
  { choices, words = {} }: Extract<Field['holds'], { type: 'ids' }>,
  options: readonly (readonly [string, string])[] | undefined,
): readonly (readonly [string, string])[] | undefined => options ?? choices?.map((choice) => [choice, words[choice] ?? choice] as const)

const YES_NO = [
  ['true', 'yes'],
  ['false', 'no'],
] as const

type FigureHolds = Extract<Field['holds'], { type: 'figure' }>

/** A figure is put in as it was typed, for the checks to judge; an empty one that may be left out is left out. */
function FigureField({ field, span, value, path, form }: LeafProps & { span: FigureHolds['span'] }) {
  const { label, unit } = span
  const known = typeof value === 'number' || typeof value === 'string' ? value : null
  return (
    <QuantityField
      label={field.optional ? `${label} (optional)` : label}
      {...(unit ? { unit } : {})}
      digits="as-needed"
      value={known}
      problem={form.problemAt(path)}
      onCommit={(typed) => {
        form.set(path, typed === null ? (span.nullable ? null : undefined) : typed)
        return undefined
      }}
      testId={form.prefix + path}
    />
  )
}

interface ChosenProps extends LeafProps {
  readonly options: readonly (readonly [value: string, words: string])[]
  readonly read?: (picked: string) => unknown
}

/** Words that a field of usual width would cut. */
const LONG_WORDS = 20

function Chosen({ field, value, path, form, options, read = (picked) => picked }: ChosenProps) {
  const said = value !== undefined && value !== null
  const none = field.optional || !said ? [['', field.optional ? 'not entered' : 'Choose…'] as const] : []
  const long = options.some(([, words]) => words.length > LONG_WORDS)
  return (
    <div style={long ? { gridColumn: 'span 2' } : undefined}>
      <SelectField
        label={field.label}
        value={said ? String(value) : ''}
        options={[...none, ...options]}
        onPick={(picked) => form.set(path, picked === '' ? undefined : read(picked))}
        width="100%"
        testId={form.prefix + path}
      />
      <Wrong sentence={form.problemAt(path)} />
    </div>
  )
}

/** Some of a few, each ticked or not. */
function Ticked({ field, value, path, form, options }: ChosenProps) {
  const held = Array.isArray(value) ? value.map(String) : []
  const tick = (id: string) => {
    const next = held.includes(id) ? held.filter((each) => each !== id) : [...held, id]
    form.set(path, next.length === 0 && field.optional ? undefined : next)
  }
  return (
    <div role="group" aria-label={field.label} style={{ gridColumn: '1 / -1' }}>
      <Text fontSize="note" color="inkSoft">
        {field.label}
      </Text>
      <Flex gap="1.5" wrap="wrap">
        {options.map(([id, words]) => (
          <ToggleButton key={id} on={held.includes(id)} onPick={() => tick(id)} testId={`${form.prefix}${path}-${id}`}>
            {words}
          </ToggleButton>
        ))}
      </Flex>
      <Wrong sentence={form.problemAt(path)} />
    </div>
  )
}

/** Names in one line, parted by semicolons. */
function Listed({ field, value, path, form }: LeafProps) {
  const held = Array.isArray(value) ? value.map(String) : []
  const read = (text: string) => {
    const names = text
      .split(';')
      .map((name) => name.trim())
      .filter(Boolean)
    if (names.join() !== held.join()) form.set(path, names.length === 0 && field.optional ? undefined : names)
  }
  return (
    <FormField.Root invalid={form.problemAt(path) !== undefined} gap="0.5">
      <Caption words={`${field.label} (separate with ;)`} />
      <Input
        key={held.join()}
        {...BOX}
        defaultValue={held.join('; ')}
        onBlur={(event) => read(event.target.value)}
        data-testid={form.prefix + path}
      />{' '}
      <FormField.ErrorText role="alert" color="break" fontSize="note">
        {form.problemAt(path)}
      </FormField.ErrorText>
    </FormField.Root>
  )
}

const BOX = { bg: 'paper', borderColor: 'rule', borderRadius: '1px', fontSize: 'body', px: '2', autoComplete: 'off' } as const

interface TextProps {
  readonly label: string
  readonly long: boolean
  readonly value: string
  readonly problem: string | undefined
  readonly onType: (text: string) => void
  readonly testId: string
}

function TextField({ label, long, value, problem, onType, testId }: TextProps) {
  const typed = { value, onChange: (event: { target: { value: string } }) => onType(event.target.value), 'data-testid': testId }
  return (
    <FormField.Root invalid={problem !== undefined} gap="0.5" gridColumn={long ? '1 / -1' : 'span 2'}>
      <Caption words={label} />
      {long ? <Textarea {...BOX} rows={2} {...typed} /> : <Input {...BOX} height="40px" {...typed} />}
      <FormField.ErrorText role="alert" color="break" fontSize="note">
        {problem}
      </FormField.ErrorText>
    </FormField.Root>
  )
}

const Caption = ({ words }: { words: string }) => <FieldLabel>{words}</FieldLabel>

const Wrong = ({ sentence }: { sentence: string | undefined }) => (sentence === undefined ? null : <ProblemText>{sentence}</ProblemText>)
