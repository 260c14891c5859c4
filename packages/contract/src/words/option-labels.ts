import {
  type Centring,
  type CertificateGrade,
  type ClearanceKind,
  type Correction,
  type EngineKind,
  type FaultFrequency,
  type FaultKind,
  type HoleEdge,
  type Launch,
  type LinedFaces,
  type PackLining,
  type PlateKind,
  type Carrier,
  type LimitBasis,
  type LimitPlace,
  type LimitPoint,
  type LockupLining,
  type LubeNode,
  type OneWayKind,
  type PilotMake,
  type PlateClass,
  type PortFace,
  type PressureSource,
  type RemedyKind,
  type Skill,
  type SplineFit,
  type Surface,
  type ToolId,
  type UpperRangeStart,
  type Use,
  type DrivenAxle,
  type USUAL_CLASSES,
  type HoleDuty,
  type LockupExhaust,
  type TyreLimit,
} from '@plucky/core'

export const USE_WORDS: Record<Use, string> = {
  road: 'street',
  tow: 'towing',
  drag: 'drag racing',
  'off-road': 'sand and off-road',
  circuit: 'road course',
  'hill-climb': 'hill climb',
  'speed-trial': 'land speed',
  work: 'work vehicle',
}
export const OFTEN_WORDS: Record<FaultFrequency, string> = { common: 'common', sometimes: 'sometimes', rare: 'rare' }
export const PORT_FACE_WORDS: Record<PortFace, string> = { pump: 'pump', support: 'stator support', case: 'case' }
export const REMEDY_KIND_WORDS: Record<RemedyKind, string> = {
  part: 'install a part',
  operation: 'do an operation',
  replace: 'replace the part at the station',
  check: 'check it',
}
export const LAUNCH_WORDS: Record<Launch, string> = {
  rolling: 'rolling start, no stall',
  'brake-stall': 'foot brake (brake stall)',
  flash: 'flash off idle',
  'trans-brake': 'trans-brake',
  regrip: 'wheelspin, then regrip',
  dump: 'neutral drop',
}
export const KIND_WORDS: Record<EngineKind, string> = {
  petrol: 'gasoline',
  'petrol-turbo': 'gasoline, turbo',
  'petrol-supercharged': 'gasoline, positive-displacement supercharger',
  'petrol-centrifugal': 'gasoline, centrifugal supercharger',
  diesel: 'diesel',
}
export const FUEL_WORDS = { petrol: 'gasoline', diesel: 'diesel' } as const
export const START_WORDS: Record<UpperRangeStart, string> = {
  'after-shift': 'after an upshift at redline',
  'from-rest': 'from a stop, or lugged in that gear',
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
  stock: 'stock',
  'stamped-heavy': 'stamped, heavy',
  'double-or-machined': 'double-thickness or machined',
}
export const CENTRING_WORDS: Record<Centring, string> = { ring: 'a machined register', tabs: 'bent tabs', bolts: 'its bolts only' }
export const BOLTED_JOINT_WORDS = { crank: 'crank joint', converter: 'converter joint' } as const
export const PILOT_FORM_WORDS = { replaces: 'replaces standard pilot', sleeve: 'sleeve over the pilot' } as const
export const PILOT_MAKE_WORDS: Record<PilotMake, string> = { standard: 'standard, replaceable', custom: 'custom, one piece with the cover' }
export const CERTIFICATE_GRADE_WORDS: Record<CertificateGrade, string> = { basic: 'basic', heavy: 'heavy-duty (diesel)' }
export const CLEARANCE_KIND_WORDS: Record<ClearanceKind, string> = {
  'end-play': 'end play',
  'ring-gap': 'ring end gap',
  gap: 'gap',
}
export const TOOL_WORDS: Record<ToolId, string> = {
  rule: 'steel rule',
  calliper: 'caliper',
  'depth-micrometer': 'depth micrometer',
  micrometer: 'micrometer',
  'bore-gauge': 'bore gauge',
  feelers: 'feeler gauges',
  'gauge-blocks': 'gauge blocks',
  dial: 'dial indicator',
  'fine-dial': 'fine dial indicator',
  eye: 'visual count',
}
export const LUBE_NODE_WORDS: Record<LubeNode, string> = { front: 'front', centre: 'center' }
export const PRESSURE_SOURCE_WORDS: Record<PressureSource, string> = { gauge: 'gauge readings', valves: 'calculated from regulator' }
export const PLATE_KIND_WORDS: Record<PlateKind, string> = {
  lined: 'friction plate',
  steel: 'steel plate',
  apply: 'apply plate',
  backing: 'backing plate',
  cushion: 'wave plate',
}
export const LINED_FACES_WORDS: Record<LinedFaces, string> = { both: 'both sides', piston: 'piston side', ring: 'snap ring side' }
export const GROOVE_WORDS = { forward: 'input rotation', backward: 'opposite input' } as const
export const PACK_LINING_WORDS: Record<PackLining, string> = {
  paper: 'paper',
  'high-energy': 'high-energy paper',
  graphitic: 'graphitic (heavy vehicles)',
  'semi-metallic': 'semi-metallic',
  'woven-carbon': 'woven carbon',
  aramid: 'aramid (bands)',
}
export const LOCKUP_LINING_WORDS: Record<LockupLining, string> = {
  paper: 'paper',
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
export const HOLE_EDGE_WORDS: Record<HoleEdge, string> = { sharp: 'sharp (as drilled)', rounded: 'rounded', coined: 'coined' }
export const SPLINE_FIT_WORDS: Record<SplineFit, string> = { side: 'side fit', major: 'major diameter fit' }
export const SPLINE_ROOT_WORDS = { fillet: 'full fillet', flat: 'flat' } as const
export const SPLINE_MADE_WORDS = { cut: 'cut', rolled: 'rolled' } as const
export const RUN_OUT_WORDS = { sharp: 'abrupt', faded: 'tapered' } as const
export const HARDNESS_ON_WORDS = { surface: 'surface', core: 'exposed core' } as const
export const HUB_WORDS = { free: 'free to tilt (short seal)', guided: 'guided (long hub)' } as const
export const MEASURED_AT_WORDS = { flywheel: 'at the flywheel', wheels: 'at the wheels' } as const
export const CORRECTION_WORDS: Record<Correction, string> = {
  none: 'none',
  j1349: 'corrected to SAE J1349',
  older: 'corrected to 60 °F, 29.92 inHg',
  observed: 'observed; correct for weather',
  factor: 'corrected by a sheet factor; remove it',
}
export const FAULT_KIND_WORDS: Record<FaultKind, string> = {
  broken: 'broken',
  lost: 'does not apply',
  weak: 'slips',
  stuck: 'stuck applied',
  free: 'freewheels both ways',
  seized: 'seized',
}
export const ONE_WAY_WORDS: Record<OneWayKind, string> = { roller: 'rollers', sprag: 'sprags', ratchet: 'ratchet' }
export const LIMIT_PLACE_WORDS: Record<LimitPlace, string> = {
  station: 'part',
  'stator-clutch': 'stator one-way clutch',
  'lockup-clutch': 'lockup clutch',
}
export const LIMIT_POINT_WORDS: Record<LimitPoint, string> = { part: 'at the part', engine: 'at the engine', turbine: 'at the turbine' }
export const LIMIT_BASIS_WORDS: Record<LimitBasis, string> = { once: 'single event', life: 'life' }
export const SKILL_WORDS: Record<Skill, string> = {
  bench: 'at the bench',
  machinist: 'machine shop',
  specialist: 'equipped, qualified shop only',
}
export const CARRIER_WORDS: Record<Carrier, string> = { 'two-plate': 'at both ends', 'one-plate': 'at one end' }

export const DRIVEN_AXLE_WORDS: Record<DrivenAxle, string> = { rear: 'rear axle', front: 'front axle', all: 'all wheels' }
export const TYRE_LIMIT_WORDS: Record<TyreLimit, string> = {
  never: 'never',
  cap: 'cap',
  'cap-regrip': 'cap with regrip',
}

export const HOLE_DUTY_WORDS: Record<HoleDuty, string> = {
  'lockup-release': 'lockup release',
  'lockup-apply': 'lockup apply',
  lube: 'lube',
  other: 'other',
}
export const LOCKUP_EXHAUST_WORDS: Record<LockupExhaust, string> = { drain: 'to the sump', intake: 'to the pump intake' }

export const USUAL_CLASS_WORDS: Record<(typeof USUAL_CLASSES)[number]['id'], string> = {
  'quarter-mile': 'Quarter mile, from 11.99 s',
  'quarter-mile-diesel': 'Quarter mile, diesel, from 11.99 s',
  'eighth-mile': 'Eighth mile, from 7.50 s',
}
