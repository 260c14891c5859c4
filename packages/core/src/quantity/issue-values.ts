/** Values of a code whose sentence needs none. */
export type NoValues = Readonly<Record<string, never>>

/** Every code of an invalid input of the core, with the values that its sentence needs. Lengths in m, other values SI. */
export interface IssueValues {
  readonly 'curve-too-few-points': { readonly count: number }
  readonly 'curve-speed-not-rising': { readonly speedRadPerS: number; readonly beforeRadPerS: number }
  readonly 'torque-not-positive': { readonly torqueNm: number }
  readonly 'speed-not-positive': { readonly speedRadPerS: number }
  readonly 'headline-speeds-out-of-order': {
    readonly idleRadPerS: number
    readonly torquePeakRadPerS: number
    readonly powerPeakRadPerS: number
    readonly redlineRadPerS: number
  }
  readonly 'headline-inconsistent': { readonly aboveNm: number; readonly belowNm: number; readonly peakTorqueNm: number }
  readonly 'idle-torque-out-of-range': { readonly peakTorqueNm: number }
  readonly 'loss-not-stated': NoValues
  readonly 'factor-not-stated': NoValues
  readonly 'air-not-stated': NoValues
  readonly 'correction-not-for-kind': NoValues
  readonly 'correction-too-large': { readonly factor: number; readonly least: number; readonly most: number }
  readonly 'threshold-outside-curve': { readonly fromRadPerS: number; readonly toRadPerS: number; readonly thresholdRadPerS: number }
  readonly 'table-too-short': { readonly count: number }
  readonly 'table-without-stall': { readonly speedRatio: number }
  readonly 'speed-ratio-not-rising': { readonly row: number; readonly speedRatio: number }
  readonly 'speed-ratio-outside': { readonly row: number; readonly speedRatio: number }
  readonly 'torque-ratio-not-positive': { readonly row: number; readonly torqueRatio: number }
  readonly 'k-factor-not-positive': { readonly row: number }
  readonly 'more-out-than-in': {
    readonly efficiency: number
    readonly row: number
    readonly speedRatio: number
    readonly torqueRatio: number
  }
  readonly 'rating-against-table': { readonly ratedK: number; readonly measuredK: number }
  readonly 'notch-off-piston': { readonly innerM: number; readonly outerM: number; readonly name: string }
  readonly 'thread-too-coarse': { readonly pitchM: number; readonly boltM: number }
  readonly 'grade-unknown': { readonly gradeId: string }
  readonly 'pilot-outside-pads': { readonly circleM: number; readonly pilotM: number }
  readonly 'wall-through-pilot': { readonly pilotM: number; readonly wallM: number }
  readonly 'beyond-the-hub': { readonly heightM: number; readonly depthM: number }
  readonly 'clearance-repeated': { readonly name: string }
  readonly 'port-repeated': { readonly id: string }
  readonly 'port-feeds-nothing': { readonly name: string }
  readonly 'weak-place-repeated': { readonly id: string }
  readonly 'weak-place-variant': { readonly variant: string }
  readonly 'weak-place-fault': { readonly fault: string }
  readonly 'remedy-without-item': NoValues
  readonly 'remedy-with-item': NoValues
  readonly 'remedy-without-station': NoValues
  readonly 'field-unknown': { readonly name: string }
  readonly 'field-value': { readonly name: string }
  readonly 'bounds-crossed': { readonly mostM: number; readonly leastM: number }
  readonly 'steel-unknown': { readonly steelId: string }
  readonly 'shaft-without-section': NoValues
  readonly 'diameter-not-positive': { readonly section: string }
  readonly 'spline-root-above-shaft': { readonly diameterM: number; readonly outerM: number; readonly section: string }
  readonly 'bore-not-below-shaft': { readonly diameterM: number; readonly boreM: number; readonly section: string }
  readonly 'case-through-wall': { readonly caseDepthM: number; readonly section: string }
  readonly 'cross-hole-too-large': { readonly mostM: number; readonly holeM: number; readonly section: string }
  readonly 'yield-above-tensile': { readonly yieldPa: number; readonly ultimatePa: number }
  readonly 'feature-off-shaft': { readonly lengthM: number; readonly fromFrontM: number; readonly name: string }
  readonly 'bushing-above-bore': { readonly boreM: number; readonly bushingM: number; readonly name: string }
  readonly 'groove-above-shaft': { readonly outerM: number; readonly bottomM: number; readonly name: string }
  readonly 'groove-through-wall': { readonly wallM: number; readonly bottomM: number; readonly name: string }
  readonly 'place-name-repeated': { readonly name: string }
  readonly 'mate-repeated': { readonly station: string }
  readonly 'hub-without-wall': { readonly majorM: number; readonly outerM: number; readonly name: string }
  readonly 'spline-longer-than-hub': { readonly splineM: number; readonly hubM: number; readonly name: string }
  readonly 'hub-not-over-seat': { readonly hubM: number; readonly seatM: number; readonly joint: string }
  readonly 'press-yields-hub': { readonly hoopPa: number; readonly yieldPa: number; readonly joint: string }
  readonly 'windows-round-neck': { readonly takenM: number; readonly roundM: number }
  readonly 'lining-radii-crossed': { readonly outerM: number; readonly innerM: number }
  readonly 'pack-without-piston': NoValues
  readonly 'piston-radii-crossed': { readonly outerM: number; readonly innerM: number }
  readonly 'oil-fill-above-piston': { readonly innerM: number; readonly fillM: number }
  readonly 'feed-without-leak': NoValues
  readonly 'stack-empty': NoValues
  readonly 'stack-without-lining': NoValues
  readonly 'stack-of-other-count': { readonly stack: number; readonly plates: number }
  readonly 'pump-moves-nothing': NoValues
  readonly 'clearance-below-zero': NoValues
  readonly 'lube-name-repeated': NoValues
  readonly 'land-not-below-regulator': { readonly landM: number; readonly diameterM: number }
  readonly 'bolts-do-not-fit-circle': { readonly boltM: number; readonly circleM: number; readonly bolts: number }
  readonly 'neck-not-below-shell': { readonly outerM: number; readonly neckM: number }
  readonly 'weld-too-thick': { readonly mostM: number; readonly legM: number; readonly weld: string }
  readonly 'operation-of-another-station': { readonly operation: string; readonly stations: string; readonly part: string }
  readonly 'operation-of-another-part': { readonly operation: string; readonly part: string }
  readonly 'operation-place-unknown': { readonly operation: string; readonly name: string; readonly part: string }
  readonly 'operation-without-effect': { readonly operation: string; readonly part: string }
  readonly 'operation-breaks-part': { readonly operation: string; readonly part: string }
  readonly 'teeth-not-whole': { readonly set: string }
  readonly 'ring-too-small': { readonly set: string; readonly sunTeeth: number; readonly least: number; readonly ringTeeth: number }
  readonly 'pinions-not-spaced': { readonly set: string; readonly pinions: number; readonly sunTeeth: number; readonly ringTeeth: number }
  readonly 'pinions-collide': { readonly set: string; readonly pinions: number; readonly pinionTeeth: number; readonly sunTeeth: number }
  readonly 'elements-find-no-room': { readonly elements: number; readonly room: number }
  readonly 'band-without-servo': NoValues
  readonly 'pair-finds-no-room': { readonly set: string; readonly sunTeeth: number; readonly ringTeeth: number; readonly pinions: number }
  readonly 'pinions-foul-sun': { readonly set: string; readonly sunTeeth: number; readonly otherSunTeeth: number }
  readonly 'compound-rings-differ': {
    readonly set: string
    readonly other: string
    readonly otherTeeth: number
    readonly ringTeeth: number
  }
  readonly 'compound-pinions-differ': {
    readonly set: string
    readonly other: string
    readonly otherPinions: number
    readonly pinions: number
  }
  readonly 'too-many-one-ways': { readonly count: number; readonly most: number }
  readonly 'joins-itself': { readonly name: string; readonly member: string }
  readonly 'output-is-input': NoValues
  readonly 'set-on-one-member': { readonly set: string; readonly member: string }
  readonly 'sense-without-one-way': { readonly element: string }
  readonly 'brake-not-on-case': { readonly element: string; readonly kind: string }
  readonly 'case-is-no-member': NoValues
  readonly 'choice-not-there': { readonly value: string; readonly choices: string }
  readonly 'place-unknown': { readonly name: string }
  readonly 'fault-of-another-kind': { readonly name: string; readonly kind: string; readonly kinds: string }
  readonly 'radii-crossed': { readonly outerM: number; readonly innerM: number }
  readonly 'sun-of-other-teeth': { readonly expectedM: number; readonly radiusM: number; readonly teeth: number }
  readonly 'load-unknown': { readonly name: string }
  readonly 'load-set-unknown': { readonly name: string }
  readonly 'station-repeated': { readonly id: string }
  readonly 'from-unknown': { readonly station: string }
  readonly 'member-unknown': { readonly member: string }
  readonly 'one-way-without-sense': { readonly element: string }
  readonly 'element-unknown': { readonly range: string; readonly element: string }
  readonly 'limit-not-one-quantity': { readonly count: number }
  readonly 'rated-speed-without-power': NoValues
  readonly 'broke-without-origin': NoValues
  readonly 'station-unknown': { readonly unit: string; readonly station: string }
  readonly 'part-of-another-unit': { readonly part: string; readonly units: string; readonly unit: string }
  readonly 'part-of-another-station': { readonly part: string; readonly stations: string; readonly station: string }
  readonly 'listed-twice': { readonly name: string }
  readonly 'name-repeated': { readonly name: string }
}
