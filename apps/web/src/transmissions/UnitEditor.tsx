import { Box, Flex, Grid, Heading, Input, Text } from '@chakra-ui/react'
import { checkUnit, fieldsOf, StationLoadDto, suspectWords, UnitDto, WeakPlaceDto, type Field, type Problem } from '@plucky/contract'
import { CASE, needsProfileShift, suspectId, suspectsOf, solveTrain, type GearTrain, type RangeSolution } from '@plucky/core'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { uniqueId } from '../shelf/draft-item.js'
import { withValue } from '../state/with-value.js'
import type { FormAdapter } from '../shelf/form-adapter.js'
import { ShapeForm } from '../shelf/ShapeForm.js'
import { Refused } from '../state/api.js'
import { dropKept, keep, readStored } from '../state/storage.js'
import { keepUnit, loadShop, shopStore, versionOf } from '../state/shop.js'
import { PrimaryButton, OutlineButton, TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { RangeGrid } from './RangeGrid.js'
import { RowTable, type RowColumn } from './RowTable.js'
import { TrainView } from './TrainView.js'
import { withIds, withDefaultStations, withMemberNamed, withPlaceNamed, type DraftUnit } from './unit-edit.js'
import { ProblemText } from '../ui/ProblemText.js'
import { messageOf } from '../state/message-of.js'

interface Kept {
  readonly unit: DraftUnit
  readonly over?: number | undefined
}

interface EditorProps {
  readonly from: DraftUnit
  /** By which what is typed is found again on this machine. */
  readonly keptName: string
  readonly title: string
  /** Id of the unit that is being copied; the copy shares its shelf. */
  readonly copyOf?: string
}

/** A unit on the way into the shop: kept on this machine as it is typed, checked by the rules that the server holds it against. */
function useUnitDraft({ from, keptName, copyOf }: EditorProps) {
  const kept = `plucky-unit-${keptName}`
  const navigate = useNavigate()
  const [before] = useState(() => readStored<Kept>(kept))
  const [draft, setDraft] = useState<DraftUnit>(before?.unit ?? from)
  const [over, setOver] = useState(() => (before ? before.over : versionOf('units', from.id)))
  const [refused, setRefused] = useState<readonly Problem[]>([])
  const taken = (id: string) => shopStore.getState().units.some((unit) => unit.id === id)
  const checked = useMemo(() => checkUnit({ ...withIds(draft), id: draft.id || uniqueId(draft.name, taken) }), [draft])
  return {
    draft,
    checked,
    problems: checked.ok ? [] : checked.problems,
    refused,
    take(next: DraftUnit) {
      keep(kept, { unit: next, over } satisfies Kept)
      setDraft(next)
      setRefused([])
    },
    leave() {
      dropKept(kept)
      void navigate(from.id ? `/transmissions/${from.id}` : '/transmissions')
    },
    async save() {
      if (!checked.ok) return
      try {
        const unit = await keepUnit(checked.value, over, copyOf)
        dropKept(kept)
        void navigate(`/transmissions/${unit.id}`)
      } catch (error) {
        const away = { code: 'unreachable', path: '', sentence: `${messageOf(error)} Your entries are kept. Try again.` }
        setRefused(error instanceof Refused ? error.problems : [away])
      }
    },
    async goOn() {
      await loadShop()
      setOver(versionOf('units', draft.id))
      setRefused([])
    },
  }
}

/** Mistakes that leave a train solvable: it could not be built with these teeth, and its ratios are still to be seen. */
const OF_TEETH = new Set([
  'pinions-not-spaced',
  'pinions-collide',
  'pair-finds-no-room',
  'pinions-foul-sun',
  'compound-rings-differ',
  'compound-pinions-differ',
  'ring-too-small',
])

/** A unit being copied, started or changed: sets, teeth, joints, elements, ranges and stations, drawn and solved as they are typed. */
export function UnitEditor(props: EditorProps) {
  const { draft, problems, refused, take, leave, save, goOn } = useUnitDraft(props)
  const drawable = problems.every(({ code }) => OF_TEETH.has(code))
  const drawn = useMemo(() => ({ ...draft, stations: draft.stations ?? [] }), [draft])
  return (
    <Box px="3.5" maxW="1280px" mx="auto" data-testid="unit-editor">
      <Heading as="h1" textStyle="page" py="1.5">
        {props.title}
      </Heading>
      <Flex {...BAR}>
        <Input {...NAME} value={draft.name} onChange={(event) => take({ ...draft, name: event.target.value })} />
        <Text flex="1" role="status" fontSize="small" color={problems.length > 0 ? 'break' : 'inkSoft'} data-testid="unit-state">
          {problems.length > 0 ? mistakesWords(problems.length) : 'Valid gear train. Not saved yet.'}
        </Text>
        {refused.map((p) => (
          <ProblemText key={p.code} maxW="420px">
            {p.sentence}
          </ProblemText>
        ))}
        {refused.some(({ code }) => code === 'item-changed-elsewhere') && (
          <OutlineButton onClick={() => void goOn()}>Overwrite with my version</OutlineButton>
        )}
        <OutlineButton minH="44px" onClick={leave}>
          Cancel
        </OutlineButton>
        <PrimaryButton disabled={problems.length > 0} onClick={() => void save()} data-testid="keep-unit">
          Save transmission
        </PrimaryButton>
      </Flex>
      <TrainFields draft={draft} problems={problems} take={take} drawable={drawable} />
      <MoreFields draft={draft} problems={problems} take={take} />
      <Box mt="2.5">
        {drawable ? <TrainView unit={drawn} /> : <Text color="inkSoft">Diagrams appear when the errors above are fixed.</Text>}
      </Box>
    </Box>
  )
}

const BAR = {
  gap: '2.5',
  align: 'center',
  position: 'sticky',
  top: '0',
  bg: 'paper',
  py: '1.5',
  zIndex: 2,
  borderBottomWidth: '1px',
  borderColor: 'rule',
  mb: '2',
} as const
const NAME = {
  'aria-label': 'Transmission name',
  width: '240px',
  height: '40px',
  bg: 'sheet',
  borderColor: 'rule',
  borderRadius: '1px',
  'data-testid': 'unit-name',
} as const

const mistakesWords = (count: number) => (count === 1 ? 'One error, shown at the field.' : `${count} errors, each shown at its field.`)

interface FieldsProps {
  readonly draft: DraftUnit
  readonly problems: readonly Problem[]
  readonly take: (next: DraftUnit) => void
}

const KINDS = [
  ['clutch', 'clutch'],
  ['brake', 'brake'],
  ['band', 'band'],
  ['one-way', 'one-way'],
] as const
const SET_KINDS = [
  ['simple', 'simple'],
  ['double-pinion', 'double pinion'],
] as const
const SENSES = [
  ['forward', 'forward'],
  ['backward', 'backward'],
] as const

function TrainFields({ draft, problems, take, drawable }: FieldsProps & { drawable: boolean }) {
  const { train } = draft
  const put = (by: Partial<GearTrain>) => take({ ...draft, train: { ...train, ...by } })
  const solved = useMemo(() => (drawable ? solveTrain(train) : new Map<string, RangeSolution>()), [train, drawable])
  const taken = new Set([...train.sets, ...train.joints, ...train.elements].map(({ id }) => id))
  const table = (key: 'sets' | 'joints' | 'elements', one: string, begun: object) => (
    <RowTable
      path={`train.${key}`}
      one={one}
      columns={columnsOf(train)[key]}
      rows={train[key]}
      problems={problems}
      onRows={(rows) => put({ [key]: rows })}
      onRename={(from, to) => take(withPlaceNamed(draft, from, to))}
      taken={taken}
      fresh={() => ({ id: freeName(one, taken), ...begun })}
    />
  )
  return (
    <>
      <Panel title="Gear sets" note="for a compound set, enter a simple and a double-pinion set sharing carrier and ring">
        {table('sets', 'set', { kind: 'simple', sunTeeth: 36, ringTeeth: 72, pinions: 4 })}
        {train.sets.filter(needsProfileShift).map(({ id }) => (
          <Text key={id} fontSize="note" color="oil">
            {`${id}: odd tooth difference between ring and sun; needs profile-shifted teeth.`}
          </Text>
        ))}
      </Panel>
      <Grid templateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 2fr' }} gap="2.5" mt="2.5" alignItems="start">
        <Grid gap="2.5">
          <Members draft={draft} problems={problems} take={take} />
          <Panel title="Joints" note="every connection that can fail">
            {table('joints', 'joint', {})}
          </Panel>
        </Grid>
        <Grid gap="2.5">
          <Panel title="Clutches, bands and one-way clutches" note="one-way clutches act automatically">
            {table('elements', 'element', { kind: 'clutch' })}
          </Panel>
          <Panel title="Gears">
            <RangeGrid
              train={train}
              solved={solved}
              problems={problems.filter(({ path }) => path.startsWith('train.ranges'))}
              onRanges={(ranges) => put({ ranges })}
            />
          </Panel>
        </Grid>
      </Grid>
    </>
  )
}

/** A name that nothing has yet: "set 3". */
function freeName(one: string, taken: ReadonlySet<string>): string {
  for (let n = taken.size + 1; ; n++) if (!taken.has(`${one} ${n}`)) return `${one} ${n}`
}

/** What is typed of each set, joint and element, and what can be chosen there. */
function columnsOf(train: GearTrain): Record<'sets' | 'joints' | 'elements', readonly RowColumn[]> {
  const members = train.members.map((m) => [m, m] as const)
  const ends = [...members, [CASE, 'the case'] as const]
  return {
    sets: [
      { key: 'id', label: 'set', width: '1.3fr' },
      { key: 'kind', label: 'kind', width: '1.1fr', options: SET_KINDS },
      { key: 'sunTeeth', label: 'sun teeth', width: '68px', whole: true },
      { key: 'ringTeeth', label: 'ring teeth', width: '68px', whole: true },
      { key: 'pinions', label: 'pinions', width: '56px', whole: true },
      { key: 'sun', label: 'sun member', width: '1fr', options: ends },
      { key: 'ring', label: 'ring member', width: '1fr', options: ends },
      { key: 'carrier', label: 'carrier member', width: '1fr', options: ends },
    ],
    joints: [
      { key: 'id', label: 'joint', width: '1.4fr' },
      { key: 'a', label: 'joins', width: '1fr', options: members },
      { key: 'b', label: 'to', width: '1fr', options: ends },
    ],
    elements: [
      { key: 'id', label: 'element', width: '1.3fr' },
      { key: 'kind', label: 'kind', width: '96px', options: KINDS },
      { key: 'a', label: 'between', width: '1fr', options: ends },
      { key: 'b', label: 'and', width: '1fr', options: ends },
      { key: 'holds', label: 'holds first member from turning', width: '104px', options: SENSES, optional: true },
      { key: 'pistonOn', label: 'piston drum member', width: '1fr', options: members, optional: true },
    ],
  }
}

/** Members by name, and which of them are input and output. A member given another name keeps all that it is part of. */
function Members({ draft, problems, take }: FieldsProps) {
  const { train } = draft
  const rows = train.members.map((id) => ({ id }))
  const ends = train.members.map((m) => [m, m] as const)
  const own = problems.map((p) => (/^train\.members\.\d+$/.test(p.path) ? { ...p, path: `${p.path}.id` } : p))
  const io = [
    { key: 'input', label: 'input is' },
    { key: 'output', label: 'output is' },
  ] as const
  return (
    <Panel title="Members" note="rotating members; the case is always included">
      <RowTable
        path="train.members"
        one="member"
        columns={[{ key: 'id', label: 'member', width: '1fr' }]}
        rows={rows}
        problems={own}
        onRows={(next) => take({ ...draft, train: { ...train, members: (next as { id: string }[]).map(({ id }) => id) } })}
        onRename={(from, to) => take(withMemberNamed(draft, from, to))}
        taken={new Set([...train.members, CASE])}
        fresh={() => ({ id: freeName('member', new Set(train.members)) })}
      />
      <Grid templateColumns="1fr 1fr" gap="2" mt="2">
        {io.map(({ key, label }) => (
          <label key={key}>
            <Text fontSize="note" color="inkSoft">
              {label}
            </Text>
            <select
              value={String(train[key])}
              onChange={(event) => take({ ...draft, train: { ...train, [key]: event.target.value } })}
              data-testid={`train.${key}`}
              style={{
                width: '100%',
                height: 36,
                background: 'var(--chakra-colors-paper)',
                color: 'inherit',
                border: '1px solid var(--chakra-colors-rule)',
              }}
            >
              {ends.map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
            {problems
              .filter((p) => p.path === `train.${key}`)
              .map((p) => (
                <ProblemText key={p.code}>{p.sentence}</ProblemText>
              ))}
          </label>
        ))}
      </Grid>
    </Panel>
  )
}

/** Stations, variants, thrust surfaces and what the unit is known to lose: by the rules that check them, opened when wanted. */
function MoreFields({ draft, problems, take }: FieldsProps) {
  const [open, setOpen] = useState(false)
  const stations = draft.stations ?? []
  const more = problems.filter(({ path }) => !path.startsWith('train'))
  const form: FormAdapter = {
    prefix: 'unit-',
    problemAt: (path) => problems.find((p) => p.path === path)?.sentence,
    set: (path, value) => take(withValue(draft, path, value)),
    optionsOf: (field) => optionsOf(draft, field),
    own: (_field, path) =>
      path === 'id' || path === 'name' || path === 'train' || /^(fit\.clearances|weakPlaces)\.\d+\.id$/.test(path) ? null : undefined,
  }
  return (
    <Panel
      title="Stations, variants, thrust surfaces, known failures, weak places"
      note={stations.length === 0 ? 'no stations yet (needed for a job)' : `${stations.length} stations`}
      mt="2.5"
      aside={
        <Flex>
          <TextButton onClick={() => take(withDefaultStations(draft))} data-testid="lay-out-stations">
            Create stations from gear train
          </TextButton>
          <TextButton onClick={() => setOpen(!open)} aria-expanded={open}>
            {open ? 'Close' : 'Open'}
          </TextButton>
        </Flex>
      }
    >
      {!open && more.map((p) => <ProblemText key={p.path + p.code}>{`${p.path}: ${p.sentence}`}</ProblemText>)}
      {open && <ShapeForm dto={UnitDto} value={draft} path="" form={form} />}
    </Panel>
  )
}

/** What a station's load says of the joint or element that it runs through. */
const LINK = fieldsOf(StationLoadDto).find(({ key }) => key === 'id')?.label

/** Label of the variants of a weak place. */
const VARIANTS = fieldsOf(WeakPlaceDto).find(({ key }) => key === 'variants')?.label

/** Faults of the diagnosis by name. None while the gear train has problems. */
function faultsOf(draft: DraftUnit): readonly (readonly [string, string])[] | undefined {
  const checked = checkUnit({ ...withIds(draft), id: draft.id || 'draft', weakPlaces: [] })
  if (!checked.ok) return undefined
  return suspectsOf(checked.value).map((suspect) => [suspectId(suspect), suspectWords(draft.train, suspect)] as const)
}

/** What can be chosen in the fields of stations, surfaces and known faults. */
function optionsOf(draft: DraftUnit, { key, label }: Field): readonly (readonly [string, string])[] | undefined {
  const { train, stations = [] } = draft
  const once = (ids: readonly string[]) => [...new Set(ids)].map((id) => [id, id] as const)
  const links = [...train.elements, ...train.joints].map(({ id }) => id)
  switch (key) {
    case 'speedOf':
      return once(['engine', CASE, ...train.members])
    case 'a':
    case 'b':
      return once([...train.members, CASE])
    case 'set':
    case 'ids':
      return once(train.sets.map(({ id }) => id))
    case 'from':
      return once(stations.map(({ id }) => id))
    case 'at':
      return once([...links, ...train.sets.map(({ id }) => id)])
    case 'stationId':
      return stations.map(({ id, name }) => [id, name] as const)
    case 'variants':
      return label === VARIANTS ? (draft.variants ?? []).map(({ id, name }) => [id, name] as const) : undefined
    case 'faults':
      return faultsOf(draft)
    case 'id':
      return label === LINK ? once(links) : undefined
    default:
      return undefined
  }
}
