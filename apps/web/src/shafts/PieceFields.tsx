import { Flex } from '@chakra-ui/react'
import {
  capital,
  checkPart,
  HOLE_EDGE_WORDS,
  RUN_OUT_WORDS,
  shownUnit,
  SPLINE_FIT_WORDS,
  SPLINE_MADE_WORDS,
  SPLINE_ROOT_WORDS,
  stationName,
} from '@plucky/contract'
import { entriesOf, isOneOf, type ShaftGeometry, type ShaftSection, type Spline, type Unit, type UnitName } from '@plucky/core'
import { memo } from 'react'
import { TextButton } from '../ui/buttons.js'
import { SelectField } from '../ui/SelectField.js'
import { QuantityField } from '../ui/QuantityField.js'
import type { Typed } from '../ui/read-typed.js'
import { addGroove, addHole, addSection, PIECE_KINDS, remove, setGroove, setHole, setSection, withoutField, type Piece } from './edit.js'
import { change, pieceStore, trialStore } from './trial.js'
import { trialPart } from './trial-results.js'

type Edit = (shaft: ShaftGeometry) => ShaftGeometry

/** Makes a change, or says why it cannot be; what was drawn stays as it was. */
export function tryChange(of: Edit): string | undefined {
  const { trial } = trialStore.getState()
  if (!trial) return undefined
  const checked = checkPart({ ...trialPart('any', 'any', of(trial.drawn), undefined) })
  if (!checked.ok) return checked.problems[0]?.sentence
  change(of)
  return undefined
}

interface SizeProps {
  readonly label: string
  readonly value: number | undefined
  readonly to: (value: number) => Edit
  readonly unit?: UnitName | null
  /** Leaving it empty takes it away. */
  readonly without?: Edit
  readonly digits?: number
  readonly testId?: string
}

/** One figure of the drawing, typed. */
export function Size({ label, value, to, unit = 'in', without, digits = 4, testId }: SizeProps) {
  const commit = (typed: Typed): string | undefined => {
    if (typed === null) return without ? tryChange(without) : `${capital(label)}: enter a number.`
    return typeof typed === 'number'
      ? tryChange(to(typed))
      : `${capital(label)}: “${typed}” is not a number${unit ? ` (in ${shownUnit(unit)}, or another unit of the same kind)` : ''}.`
  }
  return (
    <QuantityField
      label={capital(label)}
      {...(unit ? { unit } : {})}
      digits={value === undefined ? digits : neat(value, unit, digits)}
      value={value ?? null}
      onCommit={commit}
      width="96px"
      {...(testId ? { testId } : {})}
    />
  )
}

const PER: Partial<Record<UnitName, number>> = { in: 0.0254, mm: 0.001, ksi: 6.894757e6 }

/** As few digits as show the figure whole, at most so many. */
function neat(value: number, unit: UnitName | null, most: number): number {
  const read = unit ? value / (PER[unit] ?? 1) : value
  for (let d = 0; d < most; d++) if (Math.abs(Number(read.toFixed(d)) - read) < 1e-7 * Math.max(1, Math.abs(read))) return d
  return most
}

/** What is taken hold of, figure by figure, and what can be done there. */
export const PieceFields = memo(function PieceFields({ unit, shaft, piece }: { unit: Unit; shaft: ShaftGeometry; piece: Piece }) {
  const list = { section: shaft.sections, hole: shaft.holes ?? [], groove: shaft.grooves ?? [] }[piece.kind]
  const here: Piece = piece.index < list.length ? piece : { kind: 'section', index: 0 }
  return (
    <Flex mt="2" gap="2" wrap="wrap" align="start" borderTopWidth="1px" borderColor="ruleSoft" pt="1.5" data-testid="piece">
      <SelectField
        label="Feature"
        value={`${here.kind}-${here.index}`}
        options={piecesOf(shaft)}
        onPick={(key) => pieceStore.setState({ piece: pieceOf(key) })}
        width="168px"
        testId="piece-pick"
      />
      {here.kind === 'section' && <SectionFields unit={unit} shaft={shaft} index={here.index} />}
      {here.kind === 'hole' && <HoleFields shaft={shaft} index={here.index} />}
      {here.kind === 'groove' && <GrooveFields shaft={shaft} index={here.index} />}
    </Flex>
  )
})

const pieceOf = (key: string): Piece => {
  const [kind, index] = key.split('-')
  return { kind: isOneOf(PIECE_KINDS, kind) ? kind : 'section', index: Number(index) }
}

const piecesOf = ({ sections, holes = [], grooves = [] }: ShaftGeometry): (readonly [string, string])[] => [
  ...sections.map(({ name }, i) => [`section-${i}`, name] as const),
  ...holes.map(({ name }, i) => [`hole-${i}`, `hole: ${name}`] as const),
  ...grooves.map(({ name }, i) => [`groove-${i}`, `groove: ${name}`] as const),
]

/** Features that can be added at a section, and the index of the added one in the edited shaft. */
const ADDITIONS: readonly {
  readonly word: string
  readonly kind: Piece['kind']
  readonly add: (shaft: ShaftGeometry, section: number) => ReturnType<Edit>
  readonly indexOf: (made: ShaftGeometry, section: number) => number
  readonly testId: string
}[] = [
  { word: 'Add section after', kind: 'section', add: addSection, indexOf: (_made, section) => section + 1, testId: 'add-section' },
  { word: 'Add cross hole', kind: 'hole', add: addHole, indexOf: ({ holes = [] }) => holes.length - 1, testId: 'add-hole' },
  { word: 'Add groove', kind: 'groove', add: addGroove, indexOf: ({ grooves = [] }) => grooves.length - 1, testId: 'add-groove' },
]

/** Edits the shaft and selects a feature of the result. The stored shaft may be newer than the one these fields show. */
function makeAndChoose(edit: Edit, kind: Piece['kind'], indexOf: (made: ShaftGeometry) => number): void {
  if (!change(edit)) return
  const made = trialStore.getState().trial?.drawn
  if (made) pieceStore.setState({ piece: { kind, index: indexOf(made) } })
}

function SectionFields({ unit, shaft, index }: { unit: Unit; shaft: ShaftGeometry; index: number }) {
  const section = shaft.sections[index]
  if (!section) return null
  const set =
    (change: Partial<ShaftSection>): Edit =>
    (s) =>
      setSection(s, index, change)
  const splined: Edit = (s) =>
    s.sections[index]?.spline ? withoutField(s, index, 'spline') : setSection(s, index, splineFor(s.sections[index]))
  const idle: Edit = (s) => (s.sections[index]?.idle ? withoutField(s, index, 'idle') : setSection(s, index, { idle: true }))
  return (
    <>
      <Size label="length" value={section.lengthM} to={(lengthM) => set({ lengthM })} testId="size-length" />
      <Size label="diameter" value={section.outerDiameterM} to={(outerDiameterM) => set({ outerDiameterM })} testId="size-diameter" />
      <Size label="bore" value={section.boreDiameterM} to={(boreDiameterM) => set({ boreDiameterM })} testId="size-bore" />
      <Size
        label="Rear fillet radius"
        value={section.filletRadiusM}
        to={(filletRadiusM) => set({ filletRadiusM })}
        without={(s) => withoutField(s, index, 'filletRadiusM')}
      />
      {section.spline && <SplineFields unit={unit} spline={section.spline} index={index} />}
      <Flex gap="0.5" wrap="wrap" align="center" width="100%">
        {ADDITIONS.map(({ word, kind, add, indexOf, testId }) => (
          <TextButton
            key={kind}
            onClick={() =>
              makeAndChoose(
                (s) => add(s, index),
                kind,
                (made) => indexOf(made, index),
              )
            }
            data-testid={testId}
          >
            {word}
          </TextButton>
        ))}
        <TextButton onClick={() => change(splined)} data-testid="toggle-spline">
          {section.spline ? 'Remove spline' : 'Add spline'}
        </TextButton>
        <TextButton onClick={() => change(idle)}>{section.idle ? 'Set as loaded' : 'Set as unloaded'}</TextButton>
        {shaft.sections.length > 1 && (
          <TextButton
            onClick={() =>
              makeAndChoose(
                (s) => remove(s, { kind: 'section', index }),
                'section',
                () => Math.max(0, index - 1),
              )
            }
            data-testid="remove-piece"
          >
            Remove
          </TextButton>
        )}
      </Flex>
    </>
  )
}

/** A usual spline on a section: 32 to the inch, as many teeth as its diameter holds. */
function splineFor(section: ShaftSection | undefined): Partial<ShaftSection> {
  const moduleM = 0.0254 / 32
  const teeth = Math.max(6, Math.floor((section?.outerDiameterM ?? 0) / moduleM))
  return { spline: { teeth, moduleM, root: 'fillet' } }
}

/** A change of a section's spline as it is then, which may be ahead of the fields. */
const ofSpline =
  (index: number, more: Partial<Spline>): Edit =>
  (s) => {
    const now = s.sections[index]?.spline
    if (!now) return s
    const { mate, ...next } = { ...now, ...more }
    return setSection(s, index, { spline: mate ? { ...next, mate } : next })
  }

function SplineFields({ unit, spline, index }: { unit: Unit; spline: Spline; index: number }) {
  const of = (more: Partial<Spline>) => ofSpline(index, more)
  const mates: (readonly [string, string])[] = [
    ['', 'not entered'],
    ...unit.stations
      .filter(({ kind }) => ['hub', 'pack', 'gear-set', 'converter', 'shell'].includes(kind))
      .map(({ id }) => [id, stationName(unit, id)] as const),
  ]
  return (
    <>
      <Size label="teeth" unit={null} digits={0} value={spline.teeth} to={(teeth) => of({ teeth })} testId="size-teeth" />
      <Size label="pitch" unit="mm module" digits={5} value={spline.moduleM} to={(moduleM) => of({ moduleM })} />
      <SelectField
        label="root"
        width="92px"
        value={spline.root}
        options={entriesOf(SPLINE_ROOT_WORDS)}
        onPick={(root) => change(of({ root }))}
      />
      <SelectField
        label="Made by"
        width="92px"
        value={spline.made ?? 'cut'}
        options={entriesOf(SPLINE_MADE_WORDS)}
        onPick={(made) => change(of({ made }))}
        testId="spline-made"
      />
      <SelectField
        label="Spline runout"
        width="104px"
        value={spline.runOut ?? 'sharp'}
        options={entriesOf(RUN_OUT_WORDS)}
        onPick={(runOut) => change(of({ runOut }))}
      />
      <SelectField
        label="Fit type"
        width="120px"
        value={spline.fit ?? 'side'}
        options={entriesOf(SPLINE_FIT_WORDS)}
        onPick={(fit) => change(of({ fit }))}
      />
      <SelectField
        label="Mates with"
        width="132px"
        value={spline.mate ?? ''}
        options={mates}
        onPick={(mate) => change(of({ mate }))}
        testId="spline-mate"
      />
    </>
  )
}

function HoleFields({ shaft, index }: { shaft: ShaftGeometry; index: number }) {
  const hole = shaft.holes?.[index]
  if (!hole) return null
  return (
    <>
      <Size
        label="from front"
        value={hole.fromFrontM}
        to={(fromFrontM) => (s) => setHole(s, index, { fromFrontM })}
        testId="size-from-front"
      />
      <Size label="diameter" value={hole.diameterM} to={(diameterM) => (s) => setHole(s, index, { diameterM })} testId="size-hole" />
      <Size
        label="drillings"
        unit={null}
        digits={0}
        value={hole.drillings ?? 1}
        to={(drillings) => (s) => setHole(s, index, { drillings })}
      />
      <SelectField
        label="edge"
        width="120px"
        value={hole.edge ?? 'sharp'}
        options={entriesOf(HOLE_EDGE_WORDS)}
        onPick={(edge) => change((s) => setHole(s, index, { edge }))}
      />
      <TextButton mt="7" onClick={() => change((s) => remove(s, { kind: 'hole', index }))} data-testid="remove-piece">
        Remove
      </TextButton>
    </>
  )
}

function GrooveFields({ shaft, index }: { shaft: ShaftGeometry; index: number }) {
  const groove = shaft.grooves?.[index]
  if (!groove) return null
  return (
    <>
      <Size
        label="from front"
        value={groove.fromFrontM}
        to={(fromFrontM) => (s) => setGroove(s, index, { fromFrontM })}
        testId="size-from-front"
      />
      <Size label="width" value={groove.widthM} to={(widthM) => (s) => setGroove(s, index, { widthM })} />
      <Size
        label="Root diameter"
        value={groove.bottomDiameterM}
        to={(bottomDiameterM) => (s) => setGroove(s, index, { bottomDiameterM })}
      />
      <Size label="radius" value={groove.radiusM} to={(radiusM) => (s) => setGroove(s, index, { radiusM })} />
      <TextButton mt="7" onClick={() => change((s) => remove(s, { kind: 'groove', index }))} data-testid="remove-piece">
        Remove
      </TextButton>
    </>
  )
}
