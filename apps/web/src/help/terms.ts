/** A standard term, as these pages use it. */
export interface Term {
  readonly term: string
  readonly means: string
  /** Name of a picture in `TermPicture`, where one helps. */
  readonly picture?: PictureId
}

export const PICTURE_IDS = [
  'capacity',
  'k-factor',
  'stick',
  'lever',
  'stack',
  'band',
  'pilot',
  'spline',
  'case-depth',
  'ballooning',
] as const
export type PictureId = (typeof PICTURE_IDS)[number]

/** The terms of the trade and of this program, by subject. */
export const TERMS: Readonly<Record<string, readonly Term[]>> = {
  'Build and limits': [
    { term: 'Build', means: 'The chosen parts, operations and line pressure of a job.' },
    { term: 'Station', means: 'A location in the torque path for one part, from the flex plate to the output shaft.' },
    {
      term: 'Installed, candidate, trial, as received',
      means: 'The part now in the build; the part being compared; a part being edited; the part that came with the transmission.',
    },
    {
      term: 'Power held',
      means:
        'Engine power at which the worst margin of a station, or of the build, is 1. The converter is re-matched so that stall speed stays the same.',
    },
    { term: 'Torque capacity', means: 'Torque a station can carry.', picture: 'capacity' },
    { term: 'Demand', means: 'Torque a station must carry in a load case, including the service factor.', picture: 'capacity' },
    { term: 'Margin', means: 'Capacity divided by demand. Below 1 the station fails or slips.', picture: 'capacity' },
    { term: 'House margin', means: 'The margin this shop requires. Power held is always given at margin 1.' },
    { term: 'Service factor', means: 'Multiplier for shock, by launch and use. Shock is counted once.' },
    { term: 'Weakest link', means: 'The station that fails first.' },
    { term: 'Weakest point', means: 'The lowest limit inside a part, such as a cross hole.' },
    { term: 'Breaking order', means: 'Stations sorted by power held, weakest first.' },
    { term: 'Load case', means: 'One way the transmission is loaded: launch at stall, full power in a gear, a locked upshift, reverse.' },
    { term: 'Single event, life rating', means: 'A limit for one overload, or for continued use.' },
    { term: 'Not rated', means: 'No limit is known. The station is named in the sentence and never counted as strong.' },
    { term: 'Kit, operation', means: 'Several parts sold together; work on a part.' },
  ],
  Converter: [
    {
      term: 'K-factor',
      means: 'Impeller rpm divided by the square root of impeller torque. Lower is tighter.',
      picture: 'k-factor',
    },
    { term: 'Brake stall', means: 'Rpm with the car held in gear on the foot brake at full throttle.' },
    { term: 'Trans-brake stall', means: 'Rpm with the transmission held by the trans-brake.' },
    { term: 'Flash stall', means: 'Highest rpm reached from idle as the car starts to move.' },
    { term: 'Stall torque ratio (STR)', means: 'Turbine torque divided by impeller torque at stall.' },
    { term: 'Speed ratio (SR), torque ratio (TR)', means: 'Turbine over impeller, in speed and in torque.' },
    { term: 'Coupling point', means: 'The speed ratio at which torque is no longer multiplied.', picture: 'k-factor' },
    { term: 'Tight, loose', means: 'Low or high stall for the use.' },
    { term: 'Ballooning', means: 'Growth of the cover under charge pressure and rpm.', picture: 'ballooning' },
    { term: 'Lockup clutch', means: 'The clutch in the converter that joins engine and turbine.' },
    { term: 'Coil-bind', means: 'Damper springs fully compressed: the plate then acts solid.' },
  ],
  'Gear train': [
    { term: 'Gear', means: 'First gear, second gear, reverse. “Range” is the lever position.' },
    { term: 'Clutch application chart', means: 'Which clutches and bands are applied in each gear.' },
    {
      term: 'Stick diagram',
      means: 'A skeleton drawing of the gear train: lines are members, boxes are gear sets and clutches.',
      picture: 'stick',
    },
    { term: 'Lever diagram', means: 'A gear set as a lever: distances are tooth counts, arrows are torques.', picture: 'lever' },
    { term: 'Tie-up', means: 'Two elements hold at once and lock the gear train.' },
    { term: 'Flare', means: 'Engine speed rises between gears.' },
    {
      term: 'One-way clutch',
      means: 'Roller clutch, sprag clutch or ratchet. It holds one way and freewheels the other. Overruns: turns faster than its race.',
    },
    { term: 'Engine braking', means: 'The car drives the engine on a closed throttle.' },
  ],
  'Clutches and bands': [
    { term: 'Friction plate, steel plate', means: 'Plate with friction material; plain plate between them.', picture: 'stack' },
    {
      term: 'Apply plate, backing plate, wave plate',
      means: 'Plate at the piston, plate at the snap ring, spring plate that softens the apply.',
      picture: 'stack',
    },
    { term: 'Clearance', means: 'Free play of the released clutch.', picture: 'stack' },
    { term: 'Friction surfaces', means: 'Working faces: two for each friction plate, one for a single-sided plate.' },
    { term: 'Unit pressure', means: 'Clamp force divided by friction area.' },
    { term: 'Heat per apply', means: 'Energy into the friction surfaces in one shift, for their area.' },
    { term: 'Centrifugal oil', means: 'Oil flung outward behind a piston. It adds apply force and can hold a released clutch on.' },
    { term: 'Check ball, balance dam', means: 'Two ways to cancel centrifugal oil in a released clutch.' },
    { term: 'Self-energizing', means: 'The drum turns so that it pulls the band tight.', picture: 'band' },
    { term: 'Servo, strut, lever, anchor', means: 'The parts that apply a band and hold its other end.', picture: 'band' },
  ],
  'Line pressure': [
    { term: 'Line pressure', means: 'Pressure made by the pump and set by the regulator.' },
    { term: 'TV pressure', means: 'Pressure signal from the throttle to the boost valve.' },
    { term: 'Apply pressure', means: 'Pressure at a piston: line pressure less losses on the way.' },
    { term: 'Relief valve', means: 'Opens above a set pressure to protect pump and case.' },
    { term: 'Fill time', means: 'Time to stroke a piston to the plates.' },
    { term: 'Converter charge pressure', means: 'Pressure fed to the converter.' },
  ],
  Shafts: [
    { term: 'Yield torque', means: 'Torque at which the shaft stays twisted.' },
    { term: 'Ultimate torque', means: 'Torque at which it breaks in one event.' },
    { term: 'Fatigue life in launches', means: 'Launches to a crack, as an order of magnitude.' },
    { term: 'Case depth', means: 'Thickness of the hardened skin.', picture: 'case-depth' },
    { term: 'Cross hole, groove, fillet', means: 'Features that raise stress. A fillet is the radius in a corner.' },
    { term: 'Module', means: 'Pitch diameter divided by tooth count, mm. 25.4 divided by the diametral pitch.', picture: 'spline' },
    { term: 'Side fit, major diameter fit', means: 'Spline centered on its flanks, or on the outside of its teeth.', picture: 'spline' },
  ],
  'Fit-up': [
    { term: 'Stack-up', means: 'The sum of lengths from the crank flange rearward.' },
    { term: 'Converter pull-forward', means: 'How far the converter moves to the flex plate when it is bolted.', picture: 'pilot' },
    { term: 'Pilot engagement', means: 'How deep the converter pilot sits in the crank.', picture: 'pilot' },
    { term: 'Pump drive engagement', means: 'How far the converter hub drives the pump.', picture: 'pilot' },
    { term: 'Nominal, measured', means: 'Drawing value; value read with a tool.' },
    { term: 'Remeasure', means: 'The reading is closer to a limit than its tool can tell.' },
    { term: 'Runout', means: 'Wobble of a face or a diameter in one turn.' },
    {
      term: 'Preload, clamp load, proof load',
      means: 'Force of a tightened bolt; force of all bolts on the joint; load a bolt bears without stretching for good.',
    },
  ],
}
