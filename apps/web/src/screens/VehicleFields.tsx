import type { ReactNode } from 'react'
import { Grid, Text } from '@chakra-ui/react'
import { DRIVEN_AXLE_WORDS, figure, type Problem, toShown, tyresLackSentence } from '@plucky/contract'
import {
  type Brief,
  DRIVEN_AXLES,
  toSi,
  type UnitName,
  USUAL_CRUISE_M_PER_S,
  USUAL_WHEEL_STIFFNESS_NM_PER_RAD,
  type Vehicle,
} from '@plucky/core'
import { typeInBrief } from '../state/brief-draft.js'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { SelectField } from '../ui/SelectField.js'
import { QuantityField } from '../ui/QuantityField.js'

/** To begin with; both are to be corrected. */
const FIRST: Vehicle = { finalDrive: 3.7, tyreRadiusM: toSi(13, 'in') }

const usualStiffness = () => figure(toShown(USUAL_WHEEL_STIFFNESS_NM_PER_RAD, 'lb-ft'), 0)

/** What stands between the output shaft and the road: flash stall, cruise and top speed need it. */
export function VehicleFields({ brief, problems }: { brief: Brief; problems: readonly Problem[] }) {
  const { vehicle } = brief
  if (!vehicle)
    return (
      <Panel title="Vehicle" mt="2.5">
        <OutlineButton onClick={() => typeInBrief('vehicle', FIRST)} data-testid="add-vehicle">
          Enter axle ratio and tire
        </OutlineButton>
        <Text fontSize="note" color="inkSoft" mt="1">
          Needed for flash stall, cruise slip, top speed and the tire limit.
        </Text>
      </Panel>
    )
  const field: FieldOf = (key, label, digits, unit) => (
    <QuantityField
      label={label}
      {...(unit ? { unit } : {})}
      digits={digits}
      value={vehicle[key] ?? null}
      problem={problems.find((p) => p.path === `vehicle.${key}`)?.sentence}
      onCommit={(v) => void typeInBrief(`vehicle.${key}`, v ?? undefined)}
      testId={`vehicle-${key}`}
    />
  )
  const refused = problems.some(({ path }) => path.startsWith('vehicle'))
  return (
    <Panel
      title="Vehicle"
      mt="2.5"
      aside={
        <TextButton height="22px" onClick={() => typeInBrief('vehicle', undefined)}>
          Remove
        </TextButton>
      }
    >
      <Grid templateColumns="1fr 1fr 1fr" rowGap="2" columnGap="3.5" alignItems="start">
        {field('finalDrive', 'Axle ratio', 2)}
        {field('tyreRadiusM', 'Tire radius, loaded', 1, 'in')}
        {field('cruiseMPerS', `Cruise speed (blank = ${Math.round(toShown(USUAL_CRUISE_M_PER_S, 'mph'))})`, 0, 'mph')}
        {field('dragAreaM2', 'Drag area, Cd·A', 2, 'm²')}
        {field('rollingShare', 'Rolling resistance, fraction of weight (blank = by use)', 3)}
        <TyreFields vehicle={vehicle} field={field} />
      </Grid>
      <Text fontSize="note" color="inkSoft" mt="1.5" data-testid="tires-lack">
        {refused
          ? 'Tire limit: fix the marked figure first.'
          : tyresLackSentence(brief) ||
            'Tire limit known. Whether it counts is a house rule, by use; with all wheels driven it never does.'}
      </Text>
    </Panel>
  )
}

type FieldOf = (key: Exclude<keyof Vehicle, 'drivenAxle'>, label: string, digits: number, unit?: UnitName) => ReactNode

/** Fields required for the tire limit. */
const TyreFields = ({ vehicle, field }: { vehicle: Vehicle; field: FieldOf }) => (
  <>
    <SelectField
      label="Driven axle"
      width="100%"
      value={vehicle.drivenAxle ?? ''}
      options={[['', 'not set'], ...DRIVEN_AXLES.map((axle) => [axle, DRIVEN_AXLE_WORDS[axle]] as const)]}
      onPick={(axle) => typeInBrief('vehicle.drivenAxle', axle || undefined)}
      testId="vehicle-drivenAxle"
    />
    {field('tyreFriction', 'Tire friction, best surface', 2)}
    {vehicle.drivenAxle !== 'all' && (
      <>
        {field('drivenShare', 'Weight on driven axle, fraction', 2)}
        {field('wheelbaseM', 'Wheelbase', 1, 'in')}
        {field('gravityHeightM', 'Center of gravity height', 1, 'in')}
        {field('wheelStiffnessNmPerRad', `Wheel-end stiffness per radian (blank = ${usualStiffness()})`, 0, 'lb-ft')}
      </>
    )}
  </>
)
