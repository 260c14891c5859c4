import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { fieldsOf, GEOMETRY_DTOS, memberName, singular, type Dto, type Field } from '@plucky/contract'
import { isShape, type PartKind } from '@plucky/core'
import { TextButton } from '../ui/buttons.js'
import type { FormAdapter } from './form-adapter.js'
import { LeafField } from './LeafField.js'
import { ProblemText } from '../ui/ProblemText.js'

interface ShapeProps {
  readonly dto: Dto
  readonly value: object
  readonly path: string
  readonly form: FormAdapter
  /** Only what changes is said: every field may stay empty. */
  readonly partly?: boolean
}

/** The fields of a shape by the rules that check them: figures with their units, choices, lists that grow and shrink. */
export function ShapeForm({ dto, value: shape, path, form, partly = false }: ShapeProps) {
  const value: Readonly<Record<string, unknown>> = { ...shape }
  const at = (key: string) => (path ? `${path}.${key}` : key)
  const fields = fieldsOf(dto).map((field) => (partly ? { ...field, optional: true } : field))
  const shown = fields.filter((field) => form.own(field, at(field.key)) === undefined)
  const leaves = shown.filter(({ holds }) => !['shape', 'shapes', 'named'].includes(holds.type))
  const inner = shown.filter(({ holds }) => ['shape', 'shapes', 'named'].includes(holds.type))
  return (
    <>
      <Grid templateColumns="repeat(auto-fill, minmax(176px, 1fr))" rowGap="1.5" columnGap="3.5" alignItems="start">
        {leaves.map((field) => (
          <LeafField key={field.key} field={field} value={value[field.key]} path={at(field.key)} form={form} />
        ))}
      </Grid>
      {fields.map((field) => form.own(field, at(field.key)))}
      {inner.map((field) => (
        <Inner key={field.key} field={field} holder={value} path={at(field.key)} form={form} partly={partly} />
      ))}
    </>
  )
}

interface InnerProps {
  readonly field: Field
  readonly holder: Readonly<Record<string, unknown>>
  readonly path: string
  readonly form: FormAdapter
  readonly partly: boolean
}

/** A shape or a list of shapes inside another; what may be left out can be added and taken away. */
function Inner({ field, holder, path, form, partly }: InnerProps) {
  const value = holder[field.key]
  const { holds, label, optional } = field
  if (holds.type === 'shapes')
    return <Members field={field} dto={holds.dto()} value={Array.isArray(value) ? value : []} path={path} form={form} partly={partly} />
  // Undefined until a kind is chosen. Handled below.
  const dto = holds.type === 'shape' ? holds.dto(holder) : GEOMETRY_DTOS[holder['kind'] as PartKind]
  if (dto === undefined) return null
  if (optional && !isShape(value))
    return (
      <TextButton onClick={() => form.set(path, {})} mt="1">
        {`Add ${label.toLowerCase()}`}
      </TextButton>
    )
  const leave = optional ? () => form.set(path, undefined) : undefined
  return (
    <Group title={label} problem={form.problemAt(path)} onLeave={leave}>
      <ShapeForm dto={dto} value={isShape(value) ? value : {}} path={path} form={form} partly={partly || holds.type === 'named'} />
    </Group>
  )
}

interface MembersProps {
  readonly field: Field
  readonly dto: Dto
  readonly value: readonly unknown[]
  readonly path: string
  readonly form: FormAdapter
  readonly partly: boolean
}

function Members({ field, dto, value, path, form, partly }: MembersProps) {
  const one = singular(field.label).toLowerCase()
  return (
    <Box>
      {value.filter(isShape).map((member, i) => (
        <Group
          key={i}
          title={memberName(field, member, i)}
          problem={form.problemAt(`${path}.${i}`)}
          onLeave={() => form.set(`${path}.${i}`, undefined)}
        >
          <ShapeForm dto={dto} value={member} path={`${path}.${i}`} form={form} partly={partly} />
        </Group>
      ))}
      {form.problemAt(path) && <ProblemText>{form.problemAt(path)}</ProblemText>}
      <TextButton onClick={() => form.set(`${path}.${value.length}`, {})} mt="1" data-testid={`${form.prefix}add-${path}`}>
        {`Add ${one}`}
      </TextButton>
    </Box>
  )
}

interface GroupProps {
  readonly title: string
  readonly problem: string | undefined
  readonly onLeave?: (() => void) | undefined
  readonly children: ReactNode
}

function Group({ title, problem, onLeave, children }: GroupProps) {
  return (
    <Box as="fieldset" borderTopWidth="1px" borderColor="rule" pt="1" mt="2">
      <Flex as="legend" gap="2.5" align="center" pr="2">
        <Text textStyle="caption">{title}</Text>
        {onLeave && (
          <TextButton onClick={onLeave} aria-label={`Remove ${title}`}>
            Remove
          </TextButton>
        )}
      </Flex>
      {problem && <ProblemText>{problem}</ProblemText>}
      {children}
    </Box>
  )
}
