import { Grid, Text } from '@chakra-ui/react'
import { type Problem, toShown } from '@plucky/contract'
import { toSi, type UnitName, USUAL_CRUISE_M_PER_S, type Vehicle } from '@plucky/core'
import { typeInBrief } from '../state/brief-draft.js'
import { Ruled, Worded } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { QuantityField } from '../ui/QuantityField.js'

/** To begin with; both are to be corrected. */
const FIRST: Vehicle = { finalDrive: 3.7, tyreRadiusM: toSi(13, 'in') }

/** What stands between the output shaft and the road: flash stall, cruise and top speed need it. */
export function VehicleFields({ vehicle, problems }: { vehicle: Vehicle | undefined; problems: readonly Problem[] }) {
  if (!vehicle)
    return (
      <Panel title="Vehicle" mt="10px">
        <Ruled onClick={() => typeInBrief('vehicle', FIRST)} data-testid="add-vehicle">
          Enter axle ratio and tire
        </Ruled>
        <Text fontSize="13.5px" color="inkSoft" mt="4px">
          Needed for flash stall, cruise slip and top speed.
        </Text>
      </Panel>
    )
  const field = (key: keyof Vehicle, label: string, digits: number, unit?: UnitName) => (
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
  return (
    <Panel
      title="Vehicle"
      mt="10px"
      aside={
        <Worded height="22px" onClick={() => typeInBrief('vehicle', undefined)}>
          Remove
        </Worded>
      }
    >
      <Grid templateColumns="1fr 1fr 1fr" gap="8px 14px" alignItems="start">
        {field('finalDrive', 'Axle ratio', 2)}
        {field('tyreRadiusM', 'Tire radius, loaded', 1, 'in')}
        {field('cruiseMPerS', `Cruise speed (blank = ${Math.round(toShown(USUAL_CRUISE_M_PER_S, 'mph'))})`, 0, 'mph')}
        {field('dragAreaM2', 'Drag area, Cd·A', 2, 'm²')}
        {field('rollingShare', 'Rolling resistance, fraction of weight (blank = by use)', 3)}
      </Grid>
    </Panel>
  )
}
