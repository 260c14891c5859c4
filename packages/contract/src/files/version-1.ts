import { certain, isShape } from '@plucky/core'

/**
 * Files of version 1, and shops that were kept by a program that wrote them, brought to version 2. The tables below describe the past
 * and do not change.
 */

/** Texts of the shop as shipped with version 1, and what version 2 says instead. */
const TEXTS: Readonly<Record<string, string>> = {
  'A hub thinned by a larger bore is checked for wall before it is cut; it is cut once.':
    'Check the remaining hub wall before cutting. The cut cannot be undone.',
  'A plate that bursts can take legs; a plate past its certificate date is not dressed, it is scrapped.':
    'A burst plate can maim or kill. Scrap a plate past its certification date; do not machine it.',
  'Bell of 11 bolts; low-reverse pocket 38 mm.': '11-bolt bellhousing; low-reverse pocket 38 mm.',
  'Bell of 13 bolts, flange for a pump at the side; low-reverse pocket 46 mm.':
    '13-bolt bellhousing with a side pump flange; low-reverse pocket 46 mm.',
  'Billet cover, four faces of woven carbon': 'Billet cover, four woven-carbon faces',
  'Billet cover, three faces of woven carbon': 'Billet cover, three woven-carbon faces',
  'Blow every drilling clean before it is closed.': 'Blow out every drilled passage before closing it. Wear safety glasses.',
  'Case pocket cut for the wide race': 'Case pocket machined for the wide race',
  'Certified plate, 0.186 in, two patterns': 'Certified flex plate, 0.186 in, two patterns',
  'Certified plate, 0.188 in, two patterns': 'Certified flex plate, 0.188 in, two patterns',
  'Chips stay out of the oil ways; eye protection. Life gains by it, a single blow does not.':
    'Keep chips out of the oil passages and wear safety glasses. Improves fatigue life, not single-event strength.',
  'Converter with its three-face lockup': 'Converter with three-face lockup',
  'Cooler return led to the middle': 'Cooler return rerouted to center lube',
  'Cross holes sleeved small': 'Cross holes sleeved to a smaller diameter',
  'Cut cold, the ring groove is turned anew; length is checked against the drum first.':
    'Check the length against the drum first. Cut without heat, then recut the ring groove.',
  'Cut cold, the ring groove is turned anew; length is checked against the housing first.':
    'Check the length against the housing first. Cut without heat, then recut the ring groove.',
  'Double-thickness plate, 0.19 in, unrated': 'Double-thickness flex plate, 0.19 in, unrated',
  'Drum weld filled out': 'Drum weld built up',
  'Drum weld of the joint filled out': 'Joint drum weld built up',
  'Edges of the cross holes rounded and polished': 'Cross hole edges rounded and polished',
  'Eight plates, high-energy lining': 'Eight plates, high-energy frictions',
  'Five plates, high-energy lining': 'Five plates, high-energy frictions',
  'Four packs, one plate more': 'Four clutches, one extra plate each',
  'Gear set lubrication drilled to 2.6 mm': 'Gear set lube hole drilled to 2.6 mm',
  'Heavy unit: transmission jack and a second person; cast dust is kept out of the oil ways.':
    'Heavy transmission: use a transmission jack and a helper. Keep casting dust out of the oil passages.',
  'Hot oil under pressure: rated hoses and fittings. Blow every drilling clean before it is closed.':
    'Hot oil under pressure: use rated hoses and fittings. Blow out every drilled passage before closing it.',
  'Hub and drum in one, 31 teeth': 'One-piece hub and drum, 31 teeth',
  'Hub and drum in one, 32 teeth': 'One-piece hub and drum, 32 teeth',
  'Hub and drum in one, 34 teeth': 'One-piece hub and drum, 34 teeth',
  'Hub and drum in one, 35 teeth': 'One-piece hub and drum, 35 teeth',
  'Hub and drum in one, 42 teeth': 'One-piece hub and drum, 42 teeth',
  'Hub weld filled out': 'Hub weld built up',
  'Ice-racing saloon': 'Ice-racing sedan',
  'Large-gear pump, 1.25 in³ a turn': 'Large-gear pump, 1.25 in³/rev',
  'Large-gear pump, 1.50 in³ a turn': 'Large-gear pump, 1.50 in³/rev',
  'Large-gear pump, 1.62 in³ a turn': 'Large-gear pump, 1.62 in³/rev',
  'Large-gear pump, 1.69 in³ a turn': 'Large-gear pump, 1.69 in³/rev',
  'Large-gear pump, 1.75 in³ a turn': 'Large-gear pump, 1.75 in³/rev',
  'Large-gear pump, 1.88 in³ a turn': 'Large-gear pump, 1.88 in³/rev',
  'Low one-way pocket 22 mm wide; output bearing of 68 mm.': 'Low one-way pocket 22 mm wide; 68 mm output bearing.',
  'Low one-way pocket 30 mm wide; output bearing of 72 mm, a rib over the servo bore.':
    'Low one-way pocket 30 mm wide; 72 mm output bearing, rib over the servo bore.',
  'Machined plate, 0.2 in, rated in power': 'Machined flex plate, 0.2 in, rated in hp',
  'Middle shaft 31 mm across; overdrive drum in two halves.': 'Middle shaft 31 mm OD; two-piece overdrive drum.',
  'Middle shaft 35 mm across; overdrive drum in one.': 'Middle shaft 35 mm OD; one-piece overdrive drum.',
  'Moves less and slower, and can bind with the next element: check the shift by gauge and log.':
    'Shorter, slower band travel; it can tie up with the next element. Check the shift with a gauge and a road log.',
  'Opening a converter, cutting, welding and balancing it are for an equipped, qualified shop.':
    'Leave converter opening, cutting, welding and balancing to an equipped, qualified shop.',
  'Output shaft shortened at its tail for the short housing': 'Output shaft shortened for the short tail housing',
  'Pads dressed true': 'Pads machined true',
  'Pins are staked; a pin that walks out is metal in the pan.': 'Stake the pins. A pin that backs out ends up as metal in the pan.',
  'Plate and converter are drilled together and balanced again; oval holes are not used.':
    'Drill the flex plate and converter together and rebalance. Do not use oval holes.',
  'Pump faced and matched, 1 in³ a turn': 'Pump faced and matched, 1 in³/rev',
  'Pump faced and matched, 1.2 in³ a turn': 'Pump faced and matched, 1.2 in³/rev',
  'Pump faced and matched, 1.3 in³ a turn': 'Pump faced and matched, 1.3 in³/rev',
  'Pump faced and matched, 1.35 in³ a turn': 'Pump faced and matched, 1.35 in³/rev',
  'Pump faced and matched, 1.4 in³ a turn': 'Pump faced and matched, 1.4 in³/rev',
  'Pump faced and matched, 1.5 in³ a turn': 'Pump faced and matched, 1.5 in³/rev',
  'Rings fly and cut; air test at low regulated pressure with eye protection.':
    'Rings can fly out and cut. Air-test at low regulated pressure with safety glasses.',
  'Second bolt pattern to the converter': 'Second converter bolt pattern drilled',
  'Servo cover held by a ring; low drum 104 mm deep.': 'Servo cover held by a snap ring; low drum 104 mm deep.',
  'Servo covers fly: hold the spring with a clamp, eye protection.':
    'Servo covers can fly out. Hold the spring with a clamp and wear safety glasses.',
  'Seven plates, high-energy lining': 'Seven plates, high-energy frictions',
  'Six plates, high-energy lining': 'Six plates, high-energy frictions',
  'Springs and plugs fly when a valve body is opened; eye protection. Set the pressure by the gauge before the road.':
    'Springs and plugs can fly out of an open valve body. Wear safety glasses. Set line pressure with a gauge before driving.',
  'Stamped heavy plate, 0.15 in': 'Heavy stamped flex plate, 0.15 in',
  'Stamped heavy plate, 0.156 in': 'Heavy stamped flex plate, 0.156 in',
  'Stock lockup, one face of paper': 'Stock lockup, one paper face',
  'Stock lockup, two faces of paper': 'Stock lockup, two paper faces',
  'Stock pack, 3 plates': 'Stock clutch, 3 plates',
  'Stock pack, 4 plates': 'Stock clutch, 4 plates',
  'Stock pack, 5 plates': 'Stock clutch, 5 plates',
  'Stock plate, 0.094 in': 'Stock flex plate, 0.094 in',
  'Stock plate, 0.096 in': 'Stock flex plate, 0.096 in',
  'Stock pump, 1 in³ a turn': 'Stock pump, 1 in³/rev',
  'Stock pump, 1.2 in³ a turn': 'Stock pump, 1.2 in³/rev',
  'Stock pump, 1.3 in³ a turn': 'Stock pump, 1.3 in³/rev',
  'Stock pump, 1.35 in³ a turn': 'Stock pump, 1.35 in³/rev',
  'Stock pump, 1.4 in³ a turn': 'Stock pump, 1.4 in³/rev',
  'Stock pump, 1.5 in³ a turn': 'Stock pump, 1.5 in³/rev',
  'Support opened for the inner feed, one ring left out': 'Support opened for the inner feed, one ring omitted',
  'Takes most of the flow that applies and releases lockup; builders disagree whether the strength is worth it.':
    'Cuts most of the oil flow that applies and releases lockup. Builders disagree on whether the strength is worth it.',
  'The air test leaks at this ring by design; reverse shares the feed.':
    'This ring location leaks in the air test by design. Reverse shares the feed.',
  'Too little room seizes: measure with the gasket in, at four places.':
    'Too little side clearance seizes the pump. Measure at four points with the gasket in.',
  'Unit maker': 'Original manufacturer',
  'Welding of drums is for an equipped, qualified shop; run-out is checked after.':
    'Leave drum welding to an equipped, qualified shop. Check runout afterward.',
  'Welding of shafts and drums is for an equipped, qualified shop; the heat softens the steel beside it.':
    'Leave shaft and drum welding to an equipped, qualified shop. The heat softens the steel next to the weld.',
  'bush undercut': 'bushing undercut',
  'core of a tow rig, opened here': 'tow-rig core, torn down in our shop',
  'direct pack': 'direct clutch',
  'drum joint': 'input-to-drum joint',
  'end play inside the converter': 'converter internal end play',
  'end play of the input shaft': 'input shaft end play',
  'end play of the output shaft': 'output shaft end play',
  'forward pack': 'forward clutch',
  'intermediate pack': 'intermediate clutch',
  'it draws the pilot out of the crank': 'it reduces pilot engagement',
  'it sits in a converter that locks': 'it needs a lockup converter',
  'its 1.1 in journals want the large bore in the support': 'its 1.1 in journals need the large-bore support',
  'its 1.1 in land wants the large bore in the support': 'its 1.1 in land needs the large-bore support',
  'its race is wider than the pocket of the early case': 'its race is wider than the early case pocket',
  'its spacers take thread from the converter bolts': 'its spacers use up converter bolt thread',
  'late core with a burnt forward pack': 'late core with a burnt forward clutch',
  'low-reverse pack': 'low-reverse clutch',
  'lower pack': 'lower clutch',
  'overdrive pack': 'overdrive clutch',
  packs: 'clutches',
  'pressure valves': 'pressure regulator',
  'reverse pack': 'reverse clutch',
  'ring lands unmarked; sleeve bored over once, wall 0.006 in thinner':
    'ring lands unmarked; sleeve bored oversize once, wall 0.006 in thinner',
  'sealing rings of the stator support, gap of their ends': 'stator support sealing ring end gap',
  'second and fourth band': '2-4 band',
  'second and sixth pack': '2-6 brake',
  'second band': 'second-gear band',
  'second ring of the support, from the front': 'second stator support ring from the front',
  'snap ring of the input shaft, gap of its ends': 'input shaft snap ring end gap',
  'splines straight, no twist against the scribe line; 46 HRC on the land; cross hole drilled larger than usual':
    'splines straight, no twist against the scribe line; 46 HRC on the land; cross hole larger than stock',
  'the inner piston face is fed through the support, with one sealing ring left out':
    'the inner piston area is fed through the support, with one sealing ring omitted',
  'the thick shell wants the room that the deep drum takes': 'the thick shell does not clear the deep drum',
  'third and fifth pack': '3-5 clutch',
  'upper pack': 'upper clutch',
}

/** Ids of the clearances of the transmissions as shipped. In version 1 a clearance was known by its name. */
const CLEARANCE_IDS: Readonly<Record<string, string>> = {
  'end play inside the converter': 'converter-end-play',
  'end play of the input shaft': 'input-end-play',
  'end play of the output shaft': 'output-end-play',
  'sealing rings of the stator support, gap of their ends': 'sealing-ring-gap',
  'snap ring of the input shaft, gap of its ends': 'snap-ring-gap',
}

/** Fields whose texts may be those of the shop as shipped. Ids are not among them. */
const TEXT_FIELDS: ReadonlySet<string> = new Set(['name', 'maker', 'why', 'caution', 'from', 'found', 'ringLeftOut', 'tell', 'note'])

function withNewTexts(value: unknown, field = ''): unknown {
  if (Array.isArray(value)) return value.map((each) => withNewTexts(each, field))
  if (isShape(value)) return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, withNewTexts(inner, key)]))
  return typeof value === 'string' && TEXT_FIELDS.has(field) && Object.hasOwn(TEXTS, value) ? TEXTS[value] : value
}

const idOf = (name: string): string => (Object.hasOwn(CLEARANCE_IDS, name) ? certain(CLEARANCE_IDS[name]) : name)

/** A transmission of version 1 with an id for each clearance: its own as shipped, otherwise the name that readings know it by. */
export function unitFromVersion1(unit: unknown): unknown {
  if (!isShape(unit)) return unit
  const fit = unit['fit']
  if (!isShape(fit) || !Array.isArray(fit['clearances'])) return withNewTexts(unit)
  const clearances = fit['clearances'].map((one: unknown) =>
    isShape(one) && typeof one['name'] === 'string' ? { id: idOf(one['name']), ...one } : one,
  )
  return withNewTexts({ ...unit, fit: { ...fit, clearances } })
}

/** Readings of version 1 by the ids of their clearances: "clearance end play of the input shaft of …" was a key of the book. */
function bookFromVersion1(book: unknown): unknown {
  if (!isShape(book) || !isShape(book['readings'])) return book
  const readings = Object.entries(book['readings']).map(([key, reading]) => {
    const name = Object.keys(CLEARANCE_IDS).find((each) => key === `clearance ${each}` || key.startsWith(`clearance ${each} of `))
    return [name === undefined ? key : `clearance ${idOf(name)}${key.slice(`clearance ${name}`.length)}`, reading]
  })
  return { ...book, readings: Object.fromEntries(readings) }
}

/** Upgrades the content of a version 1 job; its house rules are not touched. */
export const jobFromVersion1 = (job: unknown): unknown =>
  isShape(job) ? withNewTexts('book' in job ? { ...job, book: bookFromVersion1(job['book']) } : job) : job

/** A part, operation or kit of version 1. */
export const itemFromVersion1 = (item: unknown): unknown => withNewTexts(item)
