import { Box, Text } from '@chakra-ui/react'
import { EngineRearDto, RearNeighbourDto, RULE_BOOK_DECIDES, RuleBookDto, type Dto, type Problem } from '@plucky/contract'
import type { Brief } from '@plucky/core'
import { ShapeForm, type FormOf } from '../shelf/ShapeForm.js'
import { typeInBrief } from '../state/brief-draft.js'
import { Ruled, Worded } from '../ui/buttons.js'
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

/** What stands before and behind the box, and what the class asks: each may be left out. */
export const NeighbourFields = ({ brief, problems }: { brief: Brief; problems: readonly Problem[] }) =>
  SHAPES.map(({ key, dto, title, add, why }) => {
    const value = brief[key]
    const form: FormOf = {
      prefix: 'brief-',
      problemAt: (path) => problems.find((p) => p.path === path)?.sentence,
      set: (path, typed) => typeInBrief(path, typed),
      optionsOf: () => undefined,
      own: () => undefined,
    }
    const leave = (
      <Worded height="22px" onClick={() => typeInBrief(key, undefined)}>
        Remove
      </Worded>
    )
    return (
      <Panel key={key} title={title} mt="10px" aside={value && leave}>
        {value ? (
          <Box>
            <ShapeForm dto={dto} value={value as unknown as Record<string, unknown>} path={key} form={form} />
          </Box>
        ) : (
          <Ruled onClick={() => typeInBrief(key, {})} data-testid={`add-${key}`}>
            {add}
          </Ruled>
        )}
        <Text fontSize="13.5px" color="inkSoft" mt="4px">
          {why}
        </Text>
      </Panel>
    )
  })
