import type { Fault } from '@plucky/core'
import { figure, quantity } from './format.js'

/** What a person reads: a stable code, where, and a sentence that says what is allowed. */
export interface Problem {
  readonly code: string
  readonly path: string
  readonly sentence: string
}

type Values = Fault['values']
const n = (values: Values, key: string): number => Number(values[key])
const inch = (values: Values, key: string) => quantity(n(values, key), 'in')
const rpm = (values: Values, key: string) => quantity(n(values, key), 'rpm')
const lbft = (values: Values, key: string) => quantity(n(values, key), 'lb-ft')

/** Every fault of the core in words; the only place where they are said. */
const SENTENCES: Record<string, (v: Values) => string> = {
  'curve-too-few-points': (v) => `An engine curve needs at least two points; ${v.count} came. Add points with rising rpm.`,
  'curve-speed-not-rising': (v) =>
    `The rpm must rise from point to point: ${rpm(v, 'speedRadPerS')} stands after ${rpm(v, 'beforeRadPerS')}. Sort the points or correct the figure.`,
  'torque-not-positive': (v) => `Torque must be above zero; ${lbft(v, 'torqueNm')} came.`,
  'speed-not-positive': (v) => `Engine speed must be above zero; ${rpm(v, 'speedRadPerS')} came.`,
  'headline-speeds-out-of-order': (v) =>
    `Idle, torque peak, power peak and redline must rise in this order; they stand at ${figure(rpmOf(v, 'idleRadPerS'))}, ${figure(rpmOf(v, 'torquePeakRadPerS'))}, ${figure(rpmOf(v, 'powerPeakRadPerS'))} and ${figure(rpmOf(v, 'redlineRadPerS'))} rpm.`,
  'headline-inconsistent': (v) =>
    `These peaks contradict each other: with that power peak the torque peak must lie above ${lbft(v, 'aboveNm')} and below ${lbft(v, 'belowNm')}; ${lbft(v, 'peakTorqueNm')} came.`,
  'idle-torque-out-of-range': (v) => `Torque at idle must be above zero and at most the peak of ${lbft(v, 'peakTorqueNm')}.`,
  'loss-not-stated': () => 'Figures taken at the wheels need the share that is lost on the way there, as 0.15.',
  'factor-not-stated': () => 'Say by which factor the sheet multiplied the figures; it is printed on it.',
  'air-not-stated': () => 'Say in which air it ran: barometer, temperature and humidity.',
  'correction-not-for-kind': () =>
    'Corrections for air are made for naturally aspirated petrol engines alone; with boost, and for a diesel, take the figures as they stand, or take the sheet’s own factor out.',
  'correction-too-large': (v) =>
    `The correction for this air would be ${n(v, 'factor').toFixed(3)}; only ${v.least} to ${v.most} is made (SAE J1349). Measure on a day nearer to standard air, or check the barometer.`,
  'threshold-outside-curve': (v) =>
    `The boost threshold must lie within the curve, ${figure(rpmOf(v, 'fromRadPerS'))} to ${figure(rpmOf(v, 'toRadPerS'))} rpm; ${figure(rpmOf(v, 'thresholdRadPerS'))} rpm came.`,
  'table-too-short': (v) => `A converter's table needs at least three rows; ${v.count} came.`,
  'table-without-stall': (v) => `A converter's table begins at the stall, speed ratio 0; it begins at ${v.speedRatio}.`,
  'speed-ratio-not-rising': (v) => `Row ${v.row}: the speed ratio must rise from row to row; ${v.speedRatio} came.`,
  'speed-ratio-outside': (v) => `Row ${v.row}: a speed ratio lies from 0 to below 1; ${v.speedRatio} came.`,
  'torque-ratio-not-positive': (v) => `Row ${v.row}: a torque ratio is above zero; ${v.torqueRatio} came.`,
  'k-factor-not-positive': (v) => `Row ${v.row}: the K-factor must be above zero.`,
  'more-out-than-in': (v) =>
    `Row ${v.row}: speed ratio ${v.speedRatio} times torque ratio ${v.torqueRatio} is ${n(v, 'efficiency').toFixed(3)}: more power would come out than goes in. Check both columns.`,
  'rating-against-table': (v) =>
    `The stall rating gives a K-factor of ${quantity(n(v, 'ratedK'), 'rpm/√lb-ft', 1)}, the measured table ${quantity(n(v, 'measuredK'), 'rpm/√lb-ft', 1)}; one of them is wrong, or belongs to another converter.`,
  'notch-off-piston': (v) => `"${v.name}" must lie on the piston, between ${inch(v, 'innerM')} and ${inch(v, 'outerM')} of radius.`,
  'thread-too-coarse': (v) => `A thread of ${quantity(n(v, 'pitchM'), 'mm')} is too coarse for a bolt of ${inch(v, 'boltM')}.`,
  'grade-unknown': (v) => `No grade is called "${v.gradeId}" here. Choose one from the list.`,
  'pilot-outside-pads': (v) => `The pilot must lie within the circle of the pads, ${inch(v, 'circleM')}; ${inch(v, 'pilotM')} came.`,
  'wall-through-pilot': (v) => `The wall must be less than half of the pilot of ${inch(v, 'pilotM')}; ${inch(v, 'wallM')} came.`,
  'beyond-the-hub': (v) => `This must lie within the overall height of ${inch(v, 'heightM')}; ${inch(v, 'depthM')} came.`,
  'clearance-repeated': (v) => `Two clearances are called "${v.name}". Give each its own name.`,
  'bounds-crossed': (v) =>
    `The least must be smaller than the most of ${quantity(n(v, 'mostM'), 'in', 4)}; ${quantity(n(v, 'leastM'), 'in', 4)} came.`,
  'steel-unknown': (v) => `No steel is called "${v.steelId}" here. Choose one from the list.`,
  'shaft-without-section': () => 'A shaft needs at least one section.',
  'diameter-not-positive': (v) => `Section "${v.section}": the diameter must be above zero.`,
  'spline-root-above-shaft': (v) =>
    `Section "${v.section}": the spline's root of ${inch(v, 'diameterM')} must be smaller than the shaft's ${inch(v, 'outerM')}. Fewer teeth or a larger shaft.`,
  'bore-not-below-shaft': (v) =>
    `Section "${v.section}": the bore must be smaller than the ${inch(v, 'diameterM')} that carries torque; ${inch(v, 'boreM')} came.`,
  'case-through-wall': (v) => `The hardened case must be thinner than the wall of section "${v.section}"; ${inch(v, 'caseDepthM')} came.`,
  'cross-hole-too-large': (v) =>
    `Section "${v.section}": a cross hole up to ${inch(v, 'mostM')} (0.3 of the diameter) can be judged; ${inch(v, 'holeM')} came.`,
  'yield-above-tensile': (v) =>
    `A certificate's yield lies below its tensile strength; ${quantity(n(v, 'yieldPa'), 'ksi')} stands against ${quantity(n(v, 'ultimatePa'), 'ksi')}.`,
  'feature-off-shaft': (v) =>
    `"${v.name}" must lie on the shaft, which is ${inch(v, 'lengthM')} long; its middle was put at ${inch(v, 'atM')}.`,
  'groove-above-shaft': (v) =>
    `The bottom of groove "${v.name}" must lie below the ${inch(v, 'outerM')} of the shaft there; ${inch(v, 'bottomM')} came.`,
  'groove-through-wall': (v) =>
    `The bottom of groove "${v.name}" must leave a wall over bore and hardened case, above ${inch(v, 'wallM')}; ${inch(v, 'bottomM')} came.`,
  'place-name-repeated': (v) => `"${v.name}" stands here twice. Give each place its own name.`,
  'mate-repeated': (v) => `Two inner splines for station "${v.station}": a shaft goes into one.`,
  'hub-without-wall': (v) =>
    `"${v.name}": its teeth reach ${inch(v, 'majorM')}, the hub is ${inch(v, 'outerM')} outside: no wall is left. A larger hub or fewer teeth.`,
  'spline-longer-than-hub': (v) => `"${v.name}" is ${inch(v, 'splineM')} long, its hub ${inch(v, 'hubM')}.`,
  'hub-not-over-seat': (v) =>
    `Press joint "${v.joint}": the hub's ${inch(v, 'hubM')} outside must be larger than the seat of ${inch(v, 'seatM')}.`,
  'press-yields-hub': (v) =>
    `Press joint "${v.joint}": with this interference the hub is pulled to ${quantity(n(v, 'hoopPa'), 'ksi')}, above its yield of ${quantity(n(v, 'yieldPa'), 'ksi')}. Less interference or a larger hub.`,
  'windows-round-neck': (v) => `The windows take ${inch(v, 'takenM')} of the neck's round of ${inch(v, 'roundM')}: nothing is left.`,
  'lining-radii-crossed': (v) =>
    `The lining's inner radius must be smaller than its outer one of ${inch(v, 'outerM')}; ${inch(v, 'innerM')} came.`,
  'pack-without-piston': () => 'A pack needs at least one piston face.',
  'piston-radii-crossed': (v) =>
    `The piston's inner radius must be smaller than its outer one of ${inch(v, 'outerM')}; ${inch(v, 'innerM')} came.`,
  'oil-fill-above-piston': (v) =>
    `The oil can't begin outside the piston's inner radius of ${inch(v, 'innerM')}; ${inch(v, 'fillM')} came.`,
  'feed-without-leak': () => 'Say both: the hole through which the piston is fed, and the hole that leaks as its rings do.',
  'stack-empty': () => 'A stack holds at least one plate.',
  'stack-without-lining': () => 'No plate of this stack is lined, so nothing of it can hold.',
  'stack-of-other-count': (v) => `The stack has ${v.stack} lined plates; ${v.plates} are said. Say as many as lie in it.`,
  'pump-moves-nothing': () => 'A pump moves oil: its displacement is above zero.',
  'clearance-below-zero': () => 'A clearance cannot be below zero.',
  'lube-name-repeated': () => 'Two branches of the lubrication have the same name. Give each its own.',
  'land-not-below-regulator': (v) =>
    `A land that helps the spring must be smaller than the regulator's own of ${inch(v, 'landM')}, or nothing balances; ${inch(v, 'diameterM')} came.`,
  'bolts-do-not-fit-circle': (v) =>
    `${v.bolts} bolts of ${inch(v, 'boltM')} don't fit on a circle of ${inch(v, 'circleM')}. Fewer bolts, smaller bolts or a larger circle.`,
  'neck-not-below-shell': (v) =>
    `The shell's neck radius must be smaller than its outer radius of ${inch(v, 'outerM')}; ${inch(v, 'neckM')} came.`,
  'weld-too-thick': (v) => `Weld "${v.weld}": a leg below ${inch(v, 'mostM')}, half its radius, can be judged; ${inch(v, 'legM')} came.`,
  'operation-of-another-station': (v) => `"${v.operation}" is done at ${v.stations}, not to "${v.part}" here.`,
  'operation-of-another-part': (v) => `"${v.operation}" is not for "${v.part}".`,
  'operation-place-unknown': (v) => `"${v.operation}" works on "${v.name}", which "${v.part}" does not have.`,
  'operation-breaks-part': (v) => `"${v.operation}" would leave "${v.part}" with figures that cannot be.`,
  'operation-unknown': (v) => `The shelf has no operation "${v.operation}".`,
  'operation-on-nothing': (v) => `Nothing is fitted at ${v.station}, so nothing can be worked there.`,
  'kit-too-small': (v) => `A kit names parts for at least two stations; ${v.count} came.`,
  'variant-unknown': (v) => `${v.unit} has no variant "${v.variant}".`,
  'teeth-not-whole': (v) => `Set "${v.set}": teeth and pinions are whole numbers above zero.`,
  'ring-too-small': (v) =>
    `Set "${v.set}": a ring over a ${v.sunTeeth}-tooth sun needs at least ${v.least} teeth, so that a pinion fits between; ${v.ringTeeth} came.`,
  'pinions-not-spaced': (v) =>
    `Set "${v.set}": ${v.pinions} equally spaced pinions can't be put in mesh with sun ${v.sunTeeth} and ring ${v.ringTeeth}; their teeth must share out evenly over the pinions. Change the teeth or the number of pinions.`,
  'pinions-collide': (v) =>
    `Set "${v.set}": ${v.pinions} pinions of ${v.pinionTeeth} teeth touch each other round a ${v.sunTeeth}-tooth sun. Fewer pinions or a larger sun.`,
  'elements-find-no-room': (v) =>
    `${v.elements} elements don't fit round this race; ${v.room} do. Fewer or thinner elements, or a larger race.`,
  'band-without-servo': () => 'A band needs at least one servo face.',
  'pair-finds-no-room': (v) =>
    `Set "${v.set}": no pair of pinions finds room between sun ${v.sunTeeth} and ring ${v.ringTeeth} with ${v.pinions} pairs. Change the teeth, or have fewer pairs.`,
  'pinions-foul-sun': (v) =>
    `Set "${v.set}": its pinions can't pass the other sun of the compound set (${v.sunTeeth} and ${v.otherSunTeeth} teeth): the suns must differ by more than 4 teeth, and the pairs find room.`,
  'compound-rings-differ': (v) =>
    `Set "${v.set}" shares carrier and ring with "${v.other}", so its ring has the same ${v.otherTeeth} teeth; ${v.ringTeeth} came.`,
  'compound-pinions-differ': (v) =>
    `Set "${v.set}" shares its carrier with "${v.other}", so it has the same ${v.otherPinions} pinions; ${v.pinions} came.`,
  'too-many-one-ways': (v) => `${v.count} one-way clutches came; up to ${v.most} in one unit can be solved.`,
  'joins-itself': (v) => `"${v.name}" joins "${v.member}" to itself. Choose two members, or a member and the case.`,
  'output-is-input': () => 'Input and output are the same member; nothing would be geared.',
  'set-on-one-member': (v) => `Set "${v.set}" has "${v.member}" twice; sun, ring and carrier are three members.`,
  'sense-without-one-way': (v) => `"${v.element}" is no one-way clutch, so it has no sense of holding. Leave the sense out.`,
  'brake-not-on-case': (v) => `"${v.element}" is a ${v.kind}, so one end of it is the case. Write "case", or make it a clutch.`,
  'listed-twice': (v) => `"${v.name}" is listed twice. Leave one out.`,
  'case-is-no-member': () => 'The case does not turn, so it is not listed among the members; it is there by itself.',
  'choice-not-there': (v) => `"${v.value}" is none of: ${v.choices}.`,
  'place-unknown': (v) => `No joint, element or set is called "${v.name}".`,
  'fault-of-another-kind': (v) => `"${v.name}" can't be ${v.kind}; it can be: ${v.kinds}.`,
  'radii-crossed': (v) => `The inner radius must be smaller than the outer one of ${inch(v, 'outerM')}; ${inch(v, 'innerM')} came.`,
  'sun-of-other-teeth': (v) =>
    `A sun of ${v.teeth} teeth of this module has a pitch radius of ${quantity(n(v, 'expectedM'), 'mm')}; ${quantity(n(v, 'radiusM'), 'mm')} came.`,
  'load-unknown': (v) => `No joint or element is called "${v.name}".`,
  'load-set-unknown': (v) => `No gear set is called "${v.name}".`,
  'station-repeated': (v) => `Two stations have the id "${v.id}".`,
  'from-unknown': (v) => `No station is called "${v.station}".`,
  'member-unknown': (v) => `No rotating member is called "${v.member}".`,
  'one-way-without-sense': (v) => `One-way clutch "${v.element}" must say in which sense it holds.`,
  'element-unknown': (v) => `Range ${v.range} asks for "${v.element}", which this unit does not have.`,
  'name-repeated': (v) => `The name "${v.name}" stands twice; sets, joints and elements need names of their own.`,
  'limit-not-one-quantity': (v) => `A stated limit names exactly one of torque, power, pressure and speed; ${v.count} came.`,
  'rated-speed-without-power': () => 'A rated speed belongs to a power; state the power it was rated at, or leave the speed out.',
  'station-unknown': (v) => `${v.unit} has no station "${v.station}".`,
  'part-unknown': (v) => `The shelf has no part "${v.part}".`,
  'part-of-another-unit': (v) => `"${v.part}" fits ${v.units}, not ${v.unit}. Choose a part made for ${v.unit}.`,
  'part-of-another-station': (v) => `"${v.part}" belongs at ${v.stations}, not at ${v.station}.`,
  'unit-unknown': (v) => `No unit is called "${v.unit}".`,
  'job-unknown': (v) => `No job is numbered ${v.job}.`,
  'job-changed-elsewhere': (v) =>
    `This job was changed in another window: you worked on save ${v.yours}, it now stands at ${v.stored}. Nothing was overwritten; load the stored one, or save yours over it knowingly.`,
  'name-taken': (v) => `"${v.id}" is already there. Give it another name.`,
  'file-unit-differs': (v) =>
    `The file brings a unit "${v.unit}" that differs from the shop's own of the same name. Nothing was taken in; give the file's unit another id.`,
  'file-part-differs': (v) =>
    `The file brings a part "${v.part}" (${v.id}) that differs from the shop's own of the same id. Nothing was taken in; give the file's part another id.`,
  'item-unknown': (v) => `The shelf has no item "${v.id}".`,
  'item-changed-elsewhere': (v) =>
    `"${v.id}" was changed in another window: you worked on save ${v.yours}, it now stands at ${v.stored}. Nothing was overwritten: look at it again, or save yours over it knowingly.`,
  'id-differs': (v) => `The item must keep its id "${v.id}".`,
  'edit-breaks-job': (v) =>
    `That would leave job ${v.job}, "${v.name}", with something that can't be there: ${v.reason} Nothing was changed.`,
  'revision-taken': (v) => `Revision ${v.number} was named in another window at the same moment. Nothing is lost; name it again.`,
  'photo-unknown': () => 'This photograph is not kept here.',
  'revision-unknown': (v) => `Job ${v.job} has no revision ${v.number}.`,
  'json-unreadable': () => 'The request is not readable JSON.',
  'too-large': () => 'That is more data than a job or a part can hold.',
  'not-found': (v) => `Nothing is served at ${v.path}.`,
  'request-refused': (v) => `The server can't take this request: ${v.reason}`,
  'internal-error': () => 'Something failed inside the server; nothing was changed. Try again, and look at the server log if it stays.',
  'stores-unreachable': () => 'The database does not answer; nothing was changed. It is tried again by itself.',
}

const rpmOf = (v: Values, key: string) => (n(v, key) * 60) / (2 * Math.PI)

/** A fault in words. A code without a sentence is a defect, so it is thrown. */
export function worded(fault: Fault): Problem {
  const sentence = SENTENCES[fault.code]
  if (!sentence) throw new Error(`No sentence for fault "${fault.code}" at ${fault.path}.`)
  return { code: fault.code, path: fault.path, sentence: sentence(fault.values) }
}
