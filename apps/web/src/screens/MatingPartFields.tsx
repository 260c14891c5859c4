import { Box, Flex, Text } from '@chakra-ui/react'
import {
  EngineRearDto,
  RearNeighbourDto,
  RULE_BOOK_DECIDES,
  RuleBookDto,
  USUAL_CLASS_WORDS,
  type Dto,
  type Problem,
} from '@plucky/contract'
import { USUAL_CLASSES, valueAt, type Brief } from '@plucky/core'
import { useState } from 'react'
import type { FormAdapter } from '../shelf/form-adapter.js'
import { ShapeForm } from '../shelf/ShapeForm.js'
import { typeInBrief } from '../state/brief-draft.js'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'

const SHAPES = [
  {
    key: 'rear',
    dto: EngineRearDto,
    title: 'Crank and block',
    add: 'Enter crank dimensions',
    why: 'Used to check pilot, flex plate and case fit. Anything unknown can be measured in Fit-up.',
  },
  {
    key: 'behind',
    dto: RearNeighbourDto,
    title: 'Behind the transmission',
    add: 'Enter output spline and position',
    why: 'The transfer case or slip yoke on the output shaft.',
  },
  {
    key: 'ruleBook',
    dto: RuleBookDto,
    title: 'Class rule for the flex plate',
    add: 'Enter from the rule book',
    why: `Your ET, the ET at which a certified plate is required, grade and event date. ${RULE_BOOK_DECIDES}`,
  },
] as const satisfies readonly { key: keyof Brief; dto: Dto; title: string; add: string; why: string }[]

/** Buttons that fill in typical certificate rules of a class. Every field stays editable. */
const UsualClasses = () => (
  <Flex gap="1.5" mb="1.5" wrap="wrap" align="center">
    <Text fontSize="note" color="inkSoft">
      Typical:
    </Text>
    {USUAL_CLASSES.map(({ id, rule }) => (
      <TextButton
        key={id}
        height="24px"
        fontSize="note"
        onClick={() => Object.entries(rule).forEach(([field, value]) => void typeInBrief(`ruleBook.${field}`, value))}
        data-testid={`class-${id}`}
      >
        {USUAL_CLASS_WORDS[id]}
      </TextButton>
    ))}
  </Flex>
)

interface NeighbourProps {
  readonly brief: Brief
  readonly problems: readonly Problem[]
}

/** What the transmission is bolted to at both ends, and what the class requires: each may be left out. */
export const MatingPartFields = ({ brief, problems }: NeighbourProps) =>
  SHAPES.map((shape) => <Neighbour key={shape.key} shape={shape} brief={brief} problems={problems} />)

function Neighbour({ shape: { key, dto, title, add, why }, brief, problems }: NeighbourProps & { shape: (typeof SHAPES)[number] }) {
  const [touched, setTouched] = useState<ReadonlySet<string>>(new Set())
  const value = brief[key]
  const own = problems.filter(({ path }) => path.startsWith(`${key}.`))
  const isShown = (path: string) => touched.has(path) || valueAt(brief, path) !== undefined
  const waiting = own.filter(({ path }) => !isShown(path)).length
  const form: FormAdapter = {
    prefix: 'brief-',
    problemAt: (path) => (isShown(path) ? own.find((p) => p.path === path)?.sentence : undefined),
    set: (path, typed) => {
      setTouched((before) => new Set(before).add(path))
      typeInBrief(path, typed)
    },
    optionsOf: () => undefined,
    own: () => undefined,
  }
  const leave = (
    <TextButton height="22px" onClick={() => typeInBrief(key, undefined)}>
      Remove
    </TextButton>
  )
  return (
    <Panel title={title} mt="2.5" aside={value && leave}>
      {value ? (
        <Box>
          {key === 'ruleBook' && <UsualClasses />}
          <ShapeForm dto={dto} value={value} path={key} form={form} />
          {waiting > 0 && (
            <Text fontSize="small" mt="1" role="status" data-testid={`waiting-${key}`}>
              {`${waiting === 1 ? 'One more field' : `${waiting} more fields`} to enter before this counts. It is not saved yet.`}
            </Text>
          )}
        </Box>
      ) : (
        <OutlineButton onClick={() => typeInBrief(key, {})} data-testid={`add-${key}`}>
          {add}
        </OutlineButton>
      )}
      <Text fontSize="note" color="inkSoft" mt="1">
        {why}
      </Text>
    </Panel>
  )
}
