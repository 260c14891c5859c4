import type {
  Centring,
  CertificateGrade,
  ClearanceKind,
  ConverterBolts,
  Correction,
  EngineKind,
  FaultKind,
  FrictionRadius,
  HoleEdge,
  Launch,
  LinedFaces,
  PackLining,
  PlateKind,
  LaunchShockBy,
  LifeLimits,
  LimitBasis,
  LimitPlace,
  LimitPoint,
  LimitThatCounts,
  LockupLining,
  LockupRanges,
  LockupShifts,
  LubeNode,
  OneWayKind,
  PilotMake,
  PartKind,
  PlateClass,
  PressureSource,
  Skill,
  SpacerRings,
  SplineFit,
  StallSchool,
  Surface,
  ToolId,
  UpperRangeStart,
  Use,
} from '@plucky/core'

export const USE_WORDS: Record<Use, string> = {
  road: 'road',
  tow: 'towing',
  drag: 'drag strip',
  'off-road': 'sand and off-road',
  circuit: 'circuit',
  'hill-climb': 'hill climb',
  'speed-trial': 'top-speed trial',
  work: 'work machine',
}
export const LAUNCH_WORDS: Record<Launch, string> = {
  rolling: 'rolling, no held stall',
  'brake-stall': 'held on the brake',
  flash: 'flashed from idle',
  'trans-brake': 'trans-brake',
  regrip: 'wheels spin and grip again',
  dump: 'dropped in from neutral',
}
export const KIND_WORDS: Record<EngineKind, string> = {
  petrol: 'petrol',
  'petrol-turbo': 'petrol, turbo',
  'petrol-supercharged': 'petrol, supercharged',
  'petrol-centrifugal': 'petrol, centrifugal blower',
  diesel: 'diesel',
}
export const START_WORDS: Record<UpperRangeStart, string> = {
  'after-shift': 'from where a shift at redline lands',
  'from-rest': 'from rest: started or lugged in that range',
}

/** The launch that goes with a use, until the brief says otherwise (common practice, no source). */
export const LAUNCH_FOR: Record<Use, Launch> = {
  road: 'rolling',
  tow: 'rolling',
  drag: 'trans-brake',
  'off-road': 'regrip',
  circuit: 'rolling',
  'hill-climb': 'brake-stall',
  'speed-trial': 'rolling',
  work: 'regrip',
}

export const PLATE_CLASS_WORDS: Record<PlateClass, string> = {
  stock: 'as built by its maker',
  'stamped-heavy': 'stamped, heavy',
  'double-or-machined': 'doubled or machined',
}
export const PART_KIND_WORDS: Record<PartKind, string> = {
  'flex-plate': 'flex plate',
  converter: 'converter',
  lockup: 'lockup clutch',
  shaft: 'shaft',
  hub: 'hub and its joint',
  pack: 'clutch pack',
  band: 'band',
  'one-way': 'one-way clutch',
  'gear-set': 'gear set',
  shell: 'shell or drum',
  pump: 'oil pump',
  valves: 'pressure valves',
  bolts: 'bolts',
  'motor-plate': 'motor plate',
  pilot: 'pilot',
}
export const CENTRING_WORDS: Record<Centring, string> = { ring: 'a turned ring', tabs: 'bent tabs', bolts: 'its bolts alone' }
export const BOLTED_JOINT_WORDS = { crank: 'the crank joint', converter: 'the converter joint' } as const
export const PILOT_FORM_WORDS = { replaces: 'in the place of a standard pilot', sleeve: 'a sleeve over the pilot' } as const
export const PILOT_MAKE_WORDS: Record<PilotMake, string> = { standard: 'standard, can be changed', custom: 'custom, part of the cover' }
export const CERTIFICATE_GRADE_WORDS: Record<CertificateGrade, string> = { basic: 'basic', heavy: 'heavy, as for diesels' }
export const CLEARANCE_KIND_WORDS: Record<ClearanceKind, string> = {
  'end-play': 'end play',
  'ring-gap': 'gap of a ring',
  gap: 'gap',
}
export const CONVERTER_BOLTS_WORDS: Record<ConverterBolts, string> = {
  first: 'the first pattern',
  both: 'both patterns where they are there',
}
export const SPACER_RING_WORDS: Record<SpacerRings, string> = { 'leave-out': 'left out', keep: 'kept' }
export const TOOL_WORDS: Record<ToolId, string> = {
  rule: 'steel rule',
  calliper: 'calliper',
  'depth-micrometer': 'depth micrometer',
  micrometer: 'micrometer',
  'bore-gauge': 'bore gauge',
  feelers: 'feeler gauges',
  'gauge-blocks': 'gauge blocks',
  dial: 'dial indicator',
  'fine-dial': 'fine dial indicator',
  eye: 'eye, by counting',
}
export const LUBE_NODE_WORDS: Record<LubeNode, string> = { front: 'at the front', centre: 'in the middle' }
export const PRESSURE_SOURCE_WORDS: Record<PressureSource, string> = { gauge: 'gauge', valves: 'fitted valves' }
export const PLATE_KIND_WORDS: Record<PlateKind, string> = {
  lined: 'lined plate',
  steel: 'steel',
  apply: 'apply plate',
  backing: 'backing plate',
  cushion: 'cushion plate',
}
export const LINED_FACES_WORDS: Record<LinedFaces, string> = { both: 'both faces', piston: 'towards the piston', ring: 'towards the ring' }
export const GROOVE_WORDS = { forward: 'as the input', backward: 'against the input' } as const
export const PACK_LINING_WORDS: Record<PackLining, string> = {
  paper: 'plain paper',
  'high-energy': 'high-energy paper',
  graphitic: 'graphitic, for heavy vehicles',
  'semi-metallic': 'semi-metallic',
  'woven-carbon': 'woven carbon',
  aramid: 'aramid, for bands',
}
export const LOCKUP_LINING_WORDS: Record<LockupLining, string> = {
  paper: 'plain paper',
  'high-energy': 'high-energy paper',
  'woven-carbon': 'woven carbon',
}
export const SURFACE_WORDS: Record<Surface, string> = {
  forged: 'as forged',
  'hot-rolled': 'hot rolled',
  machined: 'machined',
  ground: 'ground',
  polished: 'polished',
  peened: 'machined and shot-peened',
}
export const HOLE_EDGE_WORDS: Record<HoleEdge, string> = { sharp: 'as drilled', rounded: 'rounded', coined: 'coined' }
export const SPLINE_FIT_WORDS: Record<SplineFit, string> = { side: 'on the flanks', major: 'on the outside of the teeth' }
export const SPLINE_ROOT_WORDS = { fillet: 'full fillet', flat: 'flat' } as const
export const SPLINE_MADE_WORDS = { cut: 'cutting', rolled: 'rolling' } as const
export const RUN_OUT_WORDS = { sharp: 'sharp', faded: 'fading out' } as const
export const HARDNESS_ON_WORDS = { surface: 'the skin', core: 'the core, laid bare' } as const
export const LAUNCH_SHOCK_WORDS: Record<LaunchShockBy, string> = { factor: 'by its service factor', ramp: 'by the ramp on its shafts' }
export const HUB_WORDS = { free: 'free to turn on a short seal', guided: 'kept square by a long hub' } as const
export const MEASURED_AT_WORDS = { flywheel: 'at the flywheel', wheels: 'at the wheels' } as const
export const CORRECTION_WORDS: Record<Correction, string> = {
  none: 'as they stand',
  j1349: 'corrected to SAE J1349',
  older: 'corrected to 60 °F, 29.92 inHg',
  observed: 'observed: correct them for the air',
  factor: 'multiplied by a factor: take it out',
}
export const FAULT_KIND_WORDS: Record<FaultKind, string> = {
  broken: 'broken',
  lost: 'does not apply',
  weak: 'slips',
  stuck: 'stays on',
  free: 'turns free both ways',
  seized: 'seized',
}
export const ONE_WAY_WORDS: Record<OneWayKind, string> = { roller: 'rollers', sprag: 'sprags', ratchet: 'ratchet' }
export const LIMIT_PLACE_WORDS: Record<LimitPlace, string> = {
  station: 'the part',
  'stator-clutch': 'its stator one-way clutch',
  'lockup-clutch': 'its lockup clutch',
}
export const LIMIT_POINT_WORDS: Record<LimitPoint, string> = { part: 'at the part', engine: 'at the engine', turbine: 'at the turbine' }
export const LIMIT_BASIS_WORDS: Record<LimitBasis, string> = { once: 'in a single event', life: 'over its life' }
export const SKILL_WORDS: Record<Skill, string> = {
  bench: 'at the bench',
  machinist: 'machine shop',
  specialist: 'equipped, qualified shop only',
}
export const LIMIT_COUNTS_WORDS: Record<LimitThatCounts, string> = { lower: 'the lower', computed: 'the computed', stated: 'the stated' }
export const LIFE_LIMIT_WORDS: Record<LifeLimits, string> = { beside: 'shown beside', count: 'decide too' }
export const FRICTION_RADIUS_WORDS: Record<FrictionRadius, string> = { wear: 'run in', pressure: 'new' }
export const LOCKUP_RANGES_WORDS: Record<LockupRanges, string> = { 'as-unit': 'every range that allows it', top: 'the top range alone' }
export const LOCKUP_SHIFTS_WORDS: Record<LockupShifts, string> = { released: 'let go', held: 'held on' }
export const STALL_SCHOOL_WORDS: Record<StallSchool, string> = {
  'by-use': 'by use',
  'at-peak': 'at the torque peak',
  'below-peak': 'a few hundred rpm below',
  'far-below': 'far below',
}
