import { memberAt } from '../numeric/certain.js'
import { toSi } from '../quantity/units.js'

export const TOOL_IDS = [
  'rule',
  'calliper',
  'depth-micrometer',
  'micrometer',
  'bore-gauge',
  'feelers',
  'gauge-blocks',
  'dial',
  'fine-dial',
  'eye',
] as const
export type ToolId = (typeof TOOL_IDS)[number]

/** Accuracy of a tool in a practiced hand, either way, m (from memory). Counting is exact. */
export const RESOLUTION_M: Readonly<Record<ToolId, number>> = {
  rule: toSi(0.5, 'mm'),
  calliper: toSi(0.001, 'in'),
  'depth-micrometer': toSi(0.0003, 'in'),
  micrometer: toSi(0.0001, 'in'),
  'bore-gauge': toSi(0.0001, 'in'),
  feelers: toSi(0.001, 'in'),
  'gauge-blocks': toSi(0.0001, 'in'),
  dial: toSi(0.0005, 'in'),
  'fine-dial': toSi(0.00005, 'in'),
  eye: 0,
}

/** Tools for a measurement, coarse to fine. */
export const TOOLS_FOR = {
  length: ['rule', 'calliper', 'depth-micrometer'],
  outside: ['calliper', 'micrometer'],
  bore: ['calliper', 'bore-gauge'],
  play: ['feelers', 'dial', 'fine-dial'],
  gap: ['feelers', 'calliper', 'gauge-blocks'],
  'run-out': ['dial', 'fine-dial'],
  count: ['eye'],
} as const satisfies Record<string, readonly ToolId[]>
export type Gauged = keyof typeof TOOLS_FOR

/** The tool at hand for a thing where nothing else is said. */
export const USUAL_TOOL: Readonly<Record<Gauged, ToolId>> = {
  length: 'calliper',
  outside: 'calliper',
  bore: 'calliper',
  play: 'dial',
  gap: 'feelers',
  'run-out': 'dial',
  count: 'eye',
}

/** A tool with which a reading settles a question, or the finest there is where none does. */
export interface FinerTool {
  readonly toolId: ToolId
  /** It can tell the two apart. */
  readonly settles: boolean
}

/**
 * The coarsest tool for a thing that tells a reading from a limit so far away, or the finest there is.
 * @example RESOLUTION_M[finerTool('outside', 0.00001).toolId] * 1e6 // → 2.54
 */
export function finerTool(gauged: Gauged, awayM: number): FinerTool {
  const tools: readonly ToolId[] = TOOLS_FOR[gauged]
  const fit = tools.filter((tool) => RESOLUTION_M[tool] < awayM).sort((a, b) => RESOLUTION_M[b] - RESOLUTION_M[a])[0]
  const finest = memberAt(
    [...tools].sort((a, b) => RESOLUTION_M[a] - RESOLUTION_M[b]),
    0,
  )
  return fit ? { toolId: fit, settles: true } : { toolId: finest, settles: false }
}
