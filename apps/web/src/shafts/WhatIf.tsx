import { Field, Flex } from '@chakra-ui/react'
import { HARDNESS_ON_WORDS, HOLE_EDGE_WORDS, RUN_OUT_WORDS, SPLINE_MADE_WORDS, SPLINE_ROOT_WORDS, SURFACE_WORDS } from '@plucky/contract'
import {
  entriesOf,
  STEELS,
  type CertifiedSteel,
  type CrossHole,
  type Hardness,
  type ShaftGeometry,
  type ShaftSection,
  type Spline,
} from '@plucky/core'
import { memo, useState } from 'react'
import { TextButton } from '../ui/buttons.js'
import { SelectField } from '../ui/SelectField.js'
import { setBore, setHoles, setSection, setSplines } from './edit.js'
import { Size, tryChange } from './PieceFields.js'
import { change } from './trial.js'
import { FieldLabel, TextBox } from '../ui/TextBox.js'

type Edit = (shaft: ShaftGeometry) => ShaftGeometry

/** All of a list alike, or nothing. */
const alike = <T, V>(list: readonly T[], of: (each: T) => V): V | undefined => {
  const [first, ...rest] = list.map(of)
  return rest.every((each) => each === first) ? first : undefined
}

const MIXED = ['', 'mixed'] as const
const pickable = <K extends string>(value: K | undefined, words: Readonly<Record<K, string>>): (readonly [K | '', string])[] => [
  ...(value === undefined ? [MIXED] : []),
  ...entriesOf(words),
]

/** Questions to the whole shaft: another steel, surface, case, bore, holes, splines; and a hardness in hand. */
export const WhatIf = memo(function WhatIf({ shaft, steelOfFitted }: { shaft: ShaftGeometry; steelOfFitted: string | undefined }) {
  const splines = shaft.sections.flatMap(({ spline }) => (spline ? [spline] : []))
  const holes = shaft.holes ?? []
  const steels = STEELS.map(({ id, name }) => [id, id === steelOfFitted ? `${name} (as installed)` : name] as const)
  const bore = alike(shaft.sections, (s) => s.boreDiameterM)
  return (
    <>
      <Flex gap="2" wrap="wrap" align="start">
        <SelectField
          label="steel"
          width="310px"
          value={shaft.steelId}
          options={steels}
          onPick={(steelId) => void tryChange((s) => ({ ...s, steelId }))}
          testId="what-steel"
        />
        <Size label="Case depth" value={shaft.caseDepthM} to={(caseDepthM) => (s) => ({ ...s, caseDepthM })} testId="what-case" />
        <SelectField
          label="surface"
          width="150px"
          value={shaft.surface ?? 'machined'}
          options={entriesOf(SURFACE_WORDS)}
          onPick={(surface) => change((s) => ({ ...s, surface }))}
          testId="what-surface"
        />
        <Size label="Bore, full length" value={bore} to={(boreM) => (s) => setBore(s, boreM)} testId="what-bore" />
        {splines.length > 0 && <Splines splines={splines} />}
        {holes.length > 0 && <Holes holes={holes} />}
      </Flex>
      <Flex gap="2" wrap="wrap" align="start" mt="1.5">
        <HardnessInHand hardness={shaft.hardness} />
        <OwnCertificate certified={shaft.certified} />
      </Flex>
    </>
  )
})

function Splines({ splines }: { splines: readonly Spline[] }) {
  const [made, runOut, root] = [
    alike(splines, (s) => s.made ?? 'cut'),
    alike(splines, (s) => s.runOut ?? 'sharp'),
    alike(splines, (s) => s.root),
  ]
  return (
    <>
      <SelectField
        label="Splines made by"
        width="96px"
        value={made ?? ''}
        options={pickable(made, SPLINE_MADE_WORDS)}
        onPick={(to) => to && change((s) => setSplines(s, { made: to }))}
        testId="what-made"
      />
      <SelectField
        label="Spline roots"
        width="96px"
        value={root ?? ''}
        options={pickable(root, SPLINE_ROOT_WORDS)}
        onPick={(to) => to && change((s) => setSplines(s, { root: to }))}
      />
      <SelectField
        label="Spline runout"
        width="104px"
        value={runOut ?? ''}
        options={pickable(runOut, RUN_OUT_WORDS)}
        onPick={(to) => to && change((s) => setSplines(s, { runOut: to }))}
      />
      <Flex gap="0" direction="column" mt="2.5">
        <TextButton onClick={() => change((s) => moreTeeth(s, 1))} data-testid="more-teeth">
          One more tooth
        </TextButton>
        <TextButton onClick={() => change((s) => moreTeeth(s, -1))}>One less tooth</TextButton>
      </Flex>
    </>
  )
}

/** Every spline of so many teeth more, its outside with it. */
const moreTeeth = (shaft: ShaftGeometry, by: number): ShaftGeometry =>
  shaft.sections.reduce(
    (made, { spline, outerDiameterM }, i) => (spline ? setSection(made, i, grown(spline, outerDiameterM, by)) : made),
    shaft,
  )

const grown = (spline: Spline, outerDiameterM: number, by: number): Partial<ShaftSection> => ({
  spline: { ...spline, teeth: spline.teeth + by },
  outerDiameterM: outerDiameterM + by * spline.moduleM,
})

function Holes({ holes }: { holes: readonly CrossHole[] }) {
  const edge = alike(holes, (h) => h.edge ?? 'sharp')
  const scaled =
    (by: number): Edit =>
    (s) => ({ ...s, holes: (s.holes ?? []).map((h) => ({ ...h, diameterM: h.diameterM * by })) })
  return (
    <>
      <SelectField
        label="hole edges"
        width="112px"
        value={edge ?? ''}
        options={pickable(edge, HOLE_EDGE_WORDS)}
        onPick={(to) => to && change((s) => setHoles(s, { edge: to }))}
        testId="what-edge"
      />
      <Flex gap="0" direction="column" mt="2.5">
        <TextButton onClick={() => change(scaled(0.8))} data-testid="smaller-holes">
          Holes 20% smaller
        </TextButton>
        <TextButton onClick={() => change(scaled(1.25))}>Holes 25% larger</TextButton>
      </Flex>
    </>
  )
}

const without = (shaft: ShaftGeometry, key: 'hardness' | 'certified'): ShaftGeometry => {
  const copy = { ...shaft }
  Reflect.deleteProperty(copy, key)
  return copy
}

/** A change of the hardness as it is then, which may be ahead of the fields. */
const ofHardness =
  (more: Partial<Hardness>): Edit =>
  (s) => ({ ...s, hardness: { scale: 'HRC', on: 'surface', value: 0, ...s.hardness, ...more } })

/** A hardness read on the part: can it be what its box says? */
function HardnessInHand({ hardness }: { hardness: Hardness | undefined }) {
  const { scale = 'HRC', on = 'surface' } = hardness ?? {}
  const read = (value: number) => ofHardness({ value })
  return (
    <>
      <Size
        label="Measured hardness"
        unit={null}
        digits={1}
        value={hardness?.value}
        to={read}
        without={(s) => without(s, 'hardness')}
        testId="what-hardness"
      />
      <SelectField
        label="scale"
        width="80px"
        value={scale}
        options={[
          ['HRC', 'HRC'],
          ['HB', 'HB'],
        ]}
        onPick={(to) => hardness && change(ofHardness({ scale: to }))}
      />
      <SelectField
        label="Measured at"
        width="140px"
        value={on}
        options={entriesOf(HARDNESS_ON_WORDS)}
        onPick={(to) => hardness && change(ofHardness({ on: to }))}
        testId="what-hardness-on"
      />
    </>
  )
}

/** A steel of the shop's own, by the certificate that came with it. */
function OwnCertificate({ certified }: { certified: CertifiedSteel | undefined }) {
  if (!certified)
    return (
      <TextButton onClick={() => change((s) => ({ ...s, certified: ownOf(s) }))} mt="7" data-testid="own-certificate">
        Enter a material certificate
      </TextButton>
    )
  const set =
    (more: Partial<CertifiedSteel>): Edit =>
    (s) =>
      s.certified ? { ...s, certified: { ...s.certified, ...more } } : s
  return (
    <>
      <CertificateName key={certified.certificate} name={certified.certificate} onName={(certificate) => tryChange(set({ certificate }))} />
      <Size label="Yield strength" unit="ksi" digits={1} value={certified.yieldPa} to={(yieldPa) => set({ yieldPa })} testId="what-yield" />
      <Size
        label="Tensile strength"
        unit="ksi"
        digits={1}
        value={certified.ultimatePa}
        to={(ultimatePa) => set({ ultimatePa })}
        testId="what-tensile"
      />
      <TextButton mt="7" onClick={() => change((s) => without(s, 'certified'))}>
        Back to grade minimums
      </TextButton>
    </>
  )
}

/** What the certificate is called: its heat, its number. */
function CertificateName({ name, onName }: { name: string; onName: (name: string) => void }) {
  const [typed, setTyped] = useState(name)
  return (
    <Field.Root width="130px" gap="0.5">
      <FieldLabel>certificate</FieldLabel>
      <TextBox
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed.trim() && onName(typed.trim())}
        data-testid="what-certificate"
      />
    </Field.Root>
  )
}

/** Begins at the least of the grade, to be typed over. */
function ownOf({ steelId }: ShaftGeometry): CertifiedSteel {
  const grade = STEELS.find(({ id }) => id === steelId)
  return { certificate: 'own', yieldPa: grade?.yieldPa ?? 0, ultimatePa: grade?.ultimatePa ?? 0 }
}
