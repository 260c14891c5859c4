import { keysOf, type Issue, type IssueValues, type ValuesOf } from '@plucky/core'
import type { RequestProblemValues } from './request-problem-values.js'
import { figure, quantity } from './format.js'

/** What a person reads: a stable code, where, and a sentence that says what is allowed. */
export interface Problem {
  readonly code: string
  readonly path: string
  readonly sentence: string
}

/** Values of every code that has a sentence: those of the core, and those of requests. */
export interface ProblemValues extends IssueValues, RequestProblemValues {}

export type ProblemCode = keyof ProblemValues

type Numbers<K extends string> = Readonly<Record<K, number>>
const inch = <K extends string>(values: Numbers<K>, key: K) => quantity(values[key], 'in')
const rpm = <K extends string>(values: Numbers<K>, key: K) => quantity(values[key], 'rpm')
const lbft = <K extends string>(values: Numbers<K>, key: K) => quantity(values[key], 'lb-ft')

const waitWords = (seconds: number) => (seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} minutes`)

/** The sentence of every code. */
const SENTENCES: { readonly [C in ProblemCode]: (v: ProblemValues[C]) => string } = {
  'curve-too-few-points': (v) => `An engine curve needs at least two points (got ${v.count}). Add points with rising rpm.`,
  'curve-speed-not-rising': (v) =>
    `The rpm must rise from point to point: ${rpm(v, 'speedRadPerS')} comes after ${rpm(v, 'beforeRadPerS')}. Sort the points or correct the value.`,
  'torque-not-positive': (v) => `Torque must be above zero (got ${lbft(v, 'torqueNm')}).`,
  'speed-not-positive': (v) => `Engine speed must be above zero (got ${rpm(v, 'speedRadPerS')}).`,
  'headline-speeds-out-of-order': (v) =>
    `Idle, torque peak, power peak and redline must increase in that order; they are ${figure(rpmOf(v, 'idleRadPerS'))}, ${figure(rpmOf(v, 'torquePeakRadPerS'))}, ${figure(rpmOf(v, 'powerPeakRadPerS'))} and ${figure(rpmOf(v, 'redlineRadPerS'))} rpm.`,
  'headline-inconsistent': (v) =>
    `These peaks conflict. With that power peak, peak torque must be above ${lbft(v, 'aboveNm')} and below ${lbft(v, 'belowNm')} (got ${lbft(v, 'peakTorqueNm')}).`,
  'idle-torque-out-of-range': (v) => `Torque at idle must be above zero and at most the peak of ${lbft(v, 'peakTorqueNm')}.`,
  'loss-not-stated': () => 'For wheel figures, enter the drivetrain loss as a fraction, for example 0.15.',
  'factor-not-stated': () => 'Enter the correction factor printed on the dyno sheet.',
  'air-not-stated': () => 'Enter the weather: barometer, temperature and humidity.',
  'correction-not-for-kind': () =>
    'Weather correction applies only to naturally aspirated gasoline engines. For boosted or diesel engines choose “none”, or remove the factor on the dyno sheet.',
  'correction-too-large': (v) =>
    `The correction for this air would be ${v.factor.toFixed(3)}; only ${v.least} to ${v.most} is allowed (SAE J1349). Test closer to standard weather, or check the barometer.`,
  'threshold-outside-curve': (v) =>
    `The boost threshold must be within the curve, ${figure(rpmOf(v, 'fromRadPerS'))} to ${figure(rpmOf(v, 'toRadPerS'))} rpm (got ${figure(rpmOf(v, 'thresholdRadPerS'))} rpm).`,
  'table-too-short': (v) => `A converter table needs at least three rows (got ${v.count}).`,
  'table-without-stall': (v) => `A converter table must start at stall, speed ratio 0 (it starts at ${v.speedRatio}).`,
  'speed-ratio-not-rising': (v) => `Row ${v.row}: speed ratio must increase from row to row (got ${v.speedRatio}).`,
  'speed-ratio-outside': (v) => `Row ${v.row}: speed ratio must be from 0 to below 1 (got ${v.speedRatio}).`,
  'torque-ratio-not-positive': (v) => `Row ${v.row}: torque ratio must be above zero (got ${v.torqueRatio}).`,
  'k-factor-not-positive': (v) => `Row ${v.row}: K-factor must be above zero.`,
  'more-out-than-in': (v) =>
    `Row ${v.row}: speed ratio ${v.speedRatio} times torque ratio ${v.torqueRatio} is ${v.efficiency.toFixed(3)}: output power would exceed input power. Check both columns.`,
  'rating-against-table': (v) =>
    `The stall rating gives a K-factor of ${quantity(v.ratedK, 'rpm/√lb-ft', 1)}, the measured table ${quantity(v.measuredK, 'rpm/√lb-ft', 1)}; one of them is wrong or is from another converter.`,
  'notch-off-piston': (v) => `"${v.name}" must be on the piston, at a radius from ${inch(v, 'innerM')} to ${inch(v, 'outerM')}.`,
  'thread-too-coarse': (v) => `A thread pitch of ${quantity(v.pitchM, 'mm pitch')} is too coarse for a bolt of ${inch(v, 'boltM')}.`,
  'grade-unknown': (v) => `Unknown bolt grade "${v.gradeId}". Choose one from the list.`,
  'pilot-outside-pads': (v) => `The pilot must be smaller than the pad circle of ${inch(v, 'circleM')} (got ${inch(v, 'pilotM')}).`,
  'wall-through-pilot': (v) =>
    `Pilot wall thickness must be less than half the pilot diameter of ${inch(v, 'pilotM')} (got ${inch(v, 'wallM')}).`,
  'beyond-the-hub': (v) => `This must be less than the converter height of ${inch(v, 'heightM')} (got ${inch(v, 'depthM')}).`,
  'port-repeated': (v) => `Two ports have the id "${v.id}". Ids must be unique.`,
  'port-feeds-nothing': (v) => `This transmission has no clutch or band "${v.name}" to feed.`,
  'weak-place-repeated': (v) => `Two weak places have the id "${v.id}". Ids must be unique.`,
  'weak-place-variant': (v) => `This transmission has no variant "${v.variant}".`,
  'weak-place-fault': (v) => `The diagnosis of this transmission has no fault "${v.fault}".`,
  'remedy-without-item': () => 'Name the part or operation of this remedy.',
  'remedy-with-item': () => 'Only a part or an operation has an item. Leave it out here.',
  'remedy-without-station': () => 'A replacement needs a weak place with a station.',
  'field-unknown': (v) => `The build book has no field "${v.name}".`,
  'field-value': (v) => `This value is not possible for the field "${v.name}".`,
  'clearance-repeated': (v) => `Two clearances are named "${v.name}". Names must be unique.`,
  'bounds-crossed': (v) =>
    `The minimum must be less than the maximum of ${quantity(v.mostM, 'in', 4)} (got ${quantity(v.leastM, 'in', 4)}).`,
  'steel-unknown': (v) => `Unknown steel "${v.steelId}". Choose one from the list.`,
  'shaft-without-section': () => 'A shaft needs at least one section.',
  'diameter-not-positive': (v) => `Section "${v.section}": the diameter must be above zero.`,
  'spline-root-above-shaft': (v) =>
    `Section "${v.section}": spline root diameter ${inch(v, 'diameterM')} must be smaller than the shaft diameter of ${inch(v, 'outerM')}. Use fewer teeth or a larger shaft.`,
  'bore-not-below-shaft': (v) =>
    `Section "${v.section}": the bore must be smaller than the torque-carrying diameter of ${inch(v, 'diameterM')} (got ${inch(v, 'boreM')}).`,
  'case-through-wall': (v) => `Case depth must be less than the wall of section "${v.section}" (got ${inch(v, 'caseDepthM')}).`,
  'cross-hole-too-large': (v) =>
    `Section "${v.section}": a cross hole up to ${inch(v, 'mostM')} (0.3 × diameter) can be rated (got ${inch(v, 'holeM')}).`,
  'yield-above-tensile': (v) =>
    `Certified yield must be below tensile strength (got yield ${quantity(v.yieldPa, 'ksi')}, tensile ${quantity(v.ultimatePa, 'ksi')}).`,
  'feature-off-shaft': (v) =>
    `"${v.name}" must be on the shaft, which is ${inch(v, 'lengthM')} long (position entered: ${inch(v, 'fromFrontM')}).`,
  'bushing-above-bore': (v) =>
    `Bushing "${v.name}": its bore must be smaller than the ${inch(v, 'boreM')} bore it is pressed into (got ${inch(v, 'bushingM')}).`,
  'groove-above-shaft': (v) =>
    `The root diameter of groove "${v.name}" must be smaller than the shaft diameter of ${inch(v, 'outerM')} (got ${inch(v, 'bottomM')}).`,
  'groove-through-wall': (v) =>
    `The root diameter of groove "${v.name}" must leave wall over the bore and the hardened case, above ${inch(v, 'wallM')} (got ${inch(v, 'bottomM')}).`,
  'place-name-repeated': (v) => `"${v.name}" is used twice. Names must be unique.`,
  'mate-repeated': (v) => `Two internal splines for station "${v.station}". A shaft mates with only one.`,
  'hub-without-wall': (v) =>
    `"${v.name}": spline major diameter ${inch(v, 'majorM')} leaves no wall in a ${inch(v, 'outerM')} hub. Use a larger hub or fewer teeth.`,
  'spline-longer-than-hub': (v) => `"${v.name}" is ${inch(v, 'splineM')} long, but its hub is only ${inch(v, 'hubM')}.`,
  'hub-not-over-seat': (v) =>
    `Press joint "${v.joint}": hub OD ${inch(v, 'hubM')} must be larger than the press fit diameter of ${inch(v, 'seatM')}.`,
  'press-yields-hub': (v) =>
    `Press joint "${v.joint}": this interference stresses the hub to ${quantity(v.hoopPa, 'ksi')}, above its yield of ${quantity(v.yieldPa, 'ksi')}. Use less interference or a larger hub.`,
  'windows-round-neck': (v) => `The windows remove ${inch(v, 'takenM')} of the ${inch(v, 'roundM')} neck circumference. No metal is left.`,
  'lining-radii-crossed': (v) =>
    `Friction face inner radius must be smaller than the outer radius of ${inch(v, 'outerM')} (got ${inch(v, 'innerM')}).`,
  'pack-without-piston': () => 'A clutch needs at least one piston area.',
  'piston-radii-crossed': (v) =>
    `Piston inner radius must be smaller than the outer radius of ${inch(v, 'outerM')} (got ${inch(v, 'innerM')}).`,
  'oil-fill-above-piston': (v) =>
    `Centrifugal oil can’t start outside the piston inner radius of ${inch(v, 'innerM')} (got ${inch(v, 'fillM')}).`,
  'feed-without-leak': () => 'Enter both the feed orifice and the sealing ring leak orifice.',
  'stack-empty': () => 'A stack needs at least one plate.',
  'stack-without-lining': () => 'This stack has no friction plates, so it can’t hold torque.',
  'stack-of-other-count': (v) => `The stack has ${v.stack} friction plates but ${v.plates} are entered. Make them match.`,
  'pump-moves-nothing': () => 'Pump displacement must be above zero.',
  'clearance-below-zero': () => 'A clearance cannot be below zero.',
  'lube-name-repeated': () => 'Two lube circuits have the same name. Names must be unique.',
  'land-not-below-regulator': (v) =>
    `A boost land must be smaller than the regulator land of ${inch(v, 'landM')}, or the valve can’t regulate (got ${inch(v, 'diameterM')}).`,
  'bolts-do-not-fit-circle': (v) =>
    `${v.bolts} bolts of ${inch(v, 'boltM')} don't fit on a circle of ${inch(v, 'circleM')}. Use fewer or smaller bolts, or a larger bolt circle.`,
  'neck-not-below-shell': (v) =>
    `Shell neck radius must be smaller than the outer radius of ${inch(v, 'outerM')} (got ${inch(v, 'neckM')}).`,
  'weld-too-thick': (v) => `Weld "${v.weld}": the leg must be under ${inch(v, 'mostM')}, half the weld radius (got ${inch(v, 'legM')}).`,
  'operation-of-another-station': (v) => `"${v.operation}" applies to ${v.stations}, not to "${v.part}".`,
  'operation-of-another-part': (v) => `"${v.operation}" is not for "${v.part}".`,
  'operation-place-unknown': (v) => `"${v.operation}" changes "${v.name}", which "${v.part}" does not have.`,
  'operation-without-effect': (v) => `“${v.operation}” would change nothing on “${v.part}”.`,
  'operation-breaks-part': (v) => `"${v.operation}" would make "${v.part}" impossible (dimensions conflict).`,
  'operation-unknown': (v) => `The shelf has no operation "${v.operation}".`,
  'operation-on-nothing': (v) => `No part is installed at ${v.station}, so no operation can be done there.`,
  'kit-too-small': (v) => `A kit needs parts for at least two stations (got ${v.count}).`,
  'variant-unknown': (v) => `${v.unit} has no variant "${v.variant}".`,
  'teeth-not-whole': (v) => `Set "${v.set}": tooth and pinion counts must be whole numbers above zero.`,
  'ring-too-small': (v) =>
    `Set "${v.set}": a ring over a ${v.sunTeeth}-tooth sun needs at least ${v.least} teeth, so that a pinion fits between (got ${v.ringTeeth}).`,
  'pinions-not-spaced': (v) =>
    `Set "${v.set}": ${v.pinions} equally spaced pinions can’t be assembled with sun ${v.sunTeeth} and ring ${v.ringTeeth}: sun + ring teeth must divide evenly by the number of pinions. Change the teeth or the number of pinions.`,
  'pinions-collide': (v) =>
    `Set "${v.set}": ${v.pinions} pinions of ${v.pinionTeeth} teeth touch each other around a ${v.sunTeeth}-tooth sun. Use fewer pinions or a larger sun.`,
  'elements-find-no-room': (v) =>
    `${v.elements} elements don’t fit around this race (room for ${v.room}). Use fewer or smaller elements, or a larger race.`,
  'band-without-servo': () => 'A band needs at least one servo piston area.',
  'pair-finds-no-room': (v) =>
    `Set "${v.set}": no pinion pair fits between sun ${v.sunTeeth} and ring ${v.ringTeeth} with ${v.pinions} pairs. Change the teeth, or have fewer pairs.`,
  'pinions-foul-sun': (v) =>
    `Set "${v.set}": its pinions can't pass the other sun of the compound set (${v.sunTeeth} and ${v.otherSunTeeth} teeth): the suns must differ by more than 4 teeth, and the pairs find room.`,
  'compound-rings-differ': (v) =>
    `Set "${v.set}" shares carrier and ring with "${v.other}", so its ring must have the same ${v.otherTeeth} teeth (got ${v.ringTeeth}).`,
  'compound-pinions-differ': (v) =>
    `Set "${v.set}" shares its carrier with "${v.other}", so it must have the same ${v.otherPinions} pinions (got ${v.pinions}).`,
  'too-many-one-ways': (v) => `${v.count} one-way clutches; the solver handles up to ${v.most}.`,
  'joins-itself': (v) => `"${v.name}" joins "${v.member}" to itself. Choose two members, or a member and the case.`,
  'output-is-input': () => 'Input and output are the same member, so there is no ratio.',
  'set-on-one-member': (v) => `Set "${v.set}" has "${v.member}" twice; sun, ring and carrier are three members.`,
  'sense-without-one-way': (v) => `"${v.element}" is not a one-way clutch, so it has no holding direction. Leave that field blank.`,
  'brake-not-on-case': (v) => `"${v.element}" is a ${v.kind}, so one side must be "case". Otherwise make it a clutch.`,
  'listed-twice': (v) => `"${v.name}" is listed twice. Remove one.`,
  'case-is-no-member': () => 'Don’t list the case as a member. It is always included.',
  'choice-not-there': (v) => `"${v.value}" is none of: ${v.choices}.`,
  'place-unknown': (v) => `There is no joint, clutch, band or gear set named "${v.name}".`,
  'fault-of-another-kind': (v) => `"${v.name}" can't be ${v.kind}; it can be: ${v.kinds}.`,
  'radii-crossed': (v) => `Inner radius must be smaller than the outer radius of ${inch(v, 'outerM')} (got ${inch(v, 'innerM')}).`,
  'sun-of-other-teeth': (v) =>
    `A ${v.teeth}-tooth sun of this module has a pitch radius of ${quantity(v.expectedM, 'mm')} (got ${quantity(v.radiusM, 'mm')}).`,
  'load-unknown': (v) => `There is no joint, clutch or band named "${v.name}".`,
  'load-set-unknown': (v) => `There is no gear set named "${v.name}".`,
  'station-repeated': (v) => `Two stations have the id "${v.id}".`,
  'from-unknown': (v) => `There is no station named "${v.station}".`,
  'member-unknown': (v) => `There is no rotating member named "${v.member}".`,
  'one-way-without-sense': (v) => `One-way clutch "${v.element}" needs a holding direction.`,
  'element-unknown': (v) => `Range ${v.range} uses "${v.element}", which this transmission does not have.`,
  'name-repeated': (v) => `The name "${v.name}" is used twice. Sets, joints and elements need unique names.`,
  'limit-not-one-quantity': (v) => `A stated limit needs exactly one of torque, power, pressure or speed (got ${v.count}).`,
  'broke-without-origin': () =>
    'Only a limit of a part that failed in our shop can say where it broke. Change the source or remove the breakage.',
  'rated-speed-without-power': () => 'A rated rpm needs a power rating. Enter the power or remove the rpm.',
  'station-unknown': (v) => `${v.unit} has no station "${v.station}".`,
  'part-unknown': (v) => `The shelf has no part "${v.part}".`,
  'part-of-another-unit': (v) => `"${v.part}" fits ${v.units}, not ${v.unit}. Choose a part made for ${v.unit}.`,
  'part-of-another-station': (v) => `"${v.part}" belongs at ${v.stations}, not at ${v.station}.`,
  'unit-unknown': (v) => `Unknown transmission "${v.unit}".`,
  'job-unknown': (v) => `There is no job ${v.job}.`,
  'job-deleted': (v) => `Job ${v.job} was deleted. Restore it from the job list.`,
  'units-unknown': (v) => `“${v.units}” is not a choice of units. Use us or metric, with exceptions such as us;length=metric.`,
  'cursor-unknown': () => 'This is not the place where a page of the list ended. Load the list again from the start.',
  'job-changed-elsewhere': (v) =>
    `This job was changed in another window (yours is based on version ${v.yours}; the saved version is ${v.stored}). Nothing was overwritten. Use the saved version, or overwrite it with yours.`,
  'name-taken': (v) => `"${v.id}" is already used. Choose another name.`,
  'file-unit-differs': (v) =>
    `The file contains a transmission "${v.unit}" that differs from the one in this shop. Nothing was imported. Change the id in the file.`,
  'file-part-differs': (v) =>
    `The file contains a part "${v.part}" (${v.id}) that differs from the shelf part with the same id. Nothing was imported. Change the id in the file.`,
  'item-unknown': (v) => `The shelf has no item "${v.id}".`,
  'item-changed-elsewhere': (v) =>
    `"${v.id}" was changed in another window (yours is based on version ${v.yours}; the saved version is ${v.stored}). Nothing was overwritten: reload it, or overwrite it with your version.`,
  'id-differs': (v) => `The item must keep its id "${v.id}".`,
  'edit-breaks-job': (v) => `That would make job ${v.job}, "${v.name}", invalid: ${v.reason} Nothing was changed.`,
  'revision-taken': (v) => `Revision ${v.number} was saved in another window at the same time. Nothing is lost. Save it again.`,
  'quote-taken': (v) => `Quote ${v.number} was saved in another window at the same time. Nothing is lost. Save it again.`,
  'quote-unknown': (v) => `Job ${v.job} has no quote ${v.number}.`,
  'standard-repeated': (v) => `Two shop standards have the id "${v.id}". Ids must be unique.`,
  'standards-changed-elsewhere': () => 'The shop standards have been changed in another window since they were loaded here.',
  'book-not-signed': () => 'This build book is not signed yet. Go on in it.',
  'book-changed': () => 'Somebody else has changed the build book meanwhile. Look at it again, then sign.',
  'signed-book-unknown': (v) => `Job ${v.job} has no signed build book ${v.number}.`,
  'book-signed': () => 'This build book is signed. Open a new book to change it.',
  'photo-unknown': () => 'Photo not found.',
  'photo-unreadable': () => 'This is not a JPEG or PNG picture that can be read.',
  'photo-too-many-pixels': (v) => `The picture has too many pixels; at most ${v.most} million are allowed. Use a smaller one.`,
  'backup-running': () => 'Another backup is being made. Try again when it is done.',
  'photo-in-use': (v) => `Job ${v.job}, "${v.name}", shows this photo. Remove it there first.`,
  'revision-unknown': (v) => `Job ${v.job} has no revision ${v.number}.`,
  'json-unreadable': () => 'The request is not readable JSON.',
  'too-large': (v) => `The request is too large; at most ${v.most} is allowed here.`,
  'body-of-other-type': () => 'Data must be sent as JSON (Content-Type: application/json).',
  'sign-in-needed': () => 'Sign in first.',
  'sign-in-refused': () => 'Name, password or code is wrong.',
  'too-many-attempts': (v) => `Too many attempts. Try again in ${waitWords(v.seconds)}.`,
  'too-many-requests': (v) => `Too many requests. Try again in ${waitWords(v.seconds)}.`,
  'role-too-low': (v) => `This needs the role ${v.needed}.`,
  'password-too-short': (v) => `Use at least ${v.least} characters.`,
  'password-easy': () => 'This password is easy to guess. Use several unrelated words.',
  'password-differs': () => 'The present password is wrong.',
  'code-differs': () => 'The code is wrong or was used before. Enter the code that the app shows now.',
  'factor-key-missing': () =>
    'The server has no key to encrypt second factors. Who runs it must set PLUCKY_SECRET_KEY (docs/deploy.md) and start it again.',
  'factor-not-begun': () => 'Get a new secret first.',
  'factor-on': () => 'The second factor is already on. Remove it before you set up a new one.',
  'person-taken': (v) => `The name "${v.name}" is already used.`,
  'person-unknown': () => 'There is no such person.',
  'last-owner': () => 'The shop needs at least one active owner.',
  'link-unknown': () => 'This link has ended or does not exist. Ask the shop for a new one.',
  'too-many-links': (v) => `At most ${v.most} links can be valid at once. End one first.`,
  'accounts-off': () => 'This shop is open to this computer only and has no accounts in use.',
  'metrics-token-needed': () => 'Set PLUCKY_METRICS_TOKEN and send it as a bearer token.',
  'host-not-allowed': (v) =>
    `Host name "${v.host}" is not allowed. Open http://127.0.0.1:${v.port}, or allow the name: PLUCKY_HOSTS=${v.host} npm start`,
  'origin-not-allowed': (v) => `Changes are accepted only from pages of this server, not from ${v.origin}.`,
  'address-unreadable': () => 'The URL is malformed. Check it for typing errors.',
  'value-not-storable': () => 'A value in this request cannot be stored. Nothing was changed.',
  'disk-full': () => 'The disk of the server is full. Nothing was saved. Free some space; saving goes on by itself.',
  busy: () => 'The server is busy. Nothing was changed. Try again in a few seconds.',
  'stores-contended': () => 'The database is busy with other changes: this may not have been saved. Retrying automatically.',
  'method-not-allowed': (v) => `${v.path} does not accept ${v.method}. Allowed: ${v.allowed}.`,
  'not-found': (v) => `Not found: ${v.path}.`,
  'request-refused': (v) => `The server rejected this request: ${v.reason}`,
  'internal-error': () => 'Server error: this may not have been saved. Try again; if it persists, check the server log.',
  'stores-unreachable': () => 'The database is not responding: this may not have been saved. Retrying automatically.',
}

/** Every code that has a sentence. */
export const PROBLEM_CODES = keysOf(SENTENCES)

const rpmOf = <K extends string>(values: Numbers<K>, key: K) => (values[key] * 60) / (2 * Math.PI)

const worded = <C extends ProblemCode>(code: C, path: string, values: ProblemValues[C]): Problem => {
  const sentence: (v: ProblemValues[C]) => string = SENTENCES[code]
  return { code, path, sentence: sentence(values) }
}

/** A problem with its sentence. The compiler asks for the values of its code. */
export const problem = <C extends ProblemCode>(code: C, path: string, ...[values]: ValuesOf<ProblemValues[C]>): Problem =>
  // Only a code without values is called without them.
  worded(code, path, (values ?? {}) as ProblemValues[C])

/** An invalid input of the core with its sentence. */
export const toProblem = ({ code, path, values }: Issue): Problem => worded(code, path, values)
