import { numberAt } from '@plucky/core'
import { Box, Flex, Text } from '@chakra-ui/react'
import { fitSentence, fitTitle } from '@plucky/contract'
import type { FitEntry, PatternEntry, SplineEntry, Unit } from '@plucky/core'
import { ink } from '../ui/theme.js'
import { verdictColour } from './verdict-marks.js'

const SIZE = 86
const EDGE = 4

/** Every spline and pattern of bolts as a plug: what goes in above the centreline, what it goes into below; the two halves meet or they do not. */
export function SplinePatternGrid({
  entries,
  unit,
  chosen,
  onChoose,
}: {
  entries: readonly FitEntry[]
  unit: Unit
  chosen: string
  onChoose: (id: string) => void
}) {
  const plugs = entries.filter((entry): entry is SplineEntry | PatternEntry => entry.kind === 'spline' || entry.kind === 'pattern')
  return (
    <Flex gap="2" wrap="wrap" data-testid="plugs">
      {plugs.map((entry) => (
        <Box
          as="button"
          key={entry.id}
          onClick={() => onChoose(entry.id)}
          width="118px"
          p="1"
          textAlign="center"
          borderWidth="1px"
          borderColor={entry.id === chosen ? 'oil' : 'ruleSoft'}
          cursor="pointer"
          aria-label={`${fitTitle(entry, unit)}: ${fitSentence(entry, unit)}`}
          data-testid={`plug-${entry.id}`}
          data-verdict={entry.verdict.word}
        >
          <svg width={SIZE} height={SIZE} style={{ display: 'block', margin: '0 auto' }} aria-hidden="true">
            {entry.kind === 'spline' ? <SplinePlug entry={entry} /> : <PatternPlug entry={entry} />}
          </svg>
          <Text
            fontSize="micro"
            lineHeight="1.2"
            color={verdictColour(entry.verdict.word)}
            fontWeight={entry.verdict.word === 'differs' ? 700 : 400}
          >
            {entry.verdict.word === 'differs' ? '▲ ' : ''}
            {fitTitle(entry, unit)}
          </Text>
          <Text fontSize="micro" color="inkSoft">
            {saidOf(entry)}
          </Text>
        </Box>
      ))}
    </Flex>
  )
}

function saidOf(entry: SplineEntry | PatternEntry): string {
  if (entry.kind === 'spline') return entry.hub ? `${entry.shaft.teeth} into ${entry.hub.teeth}` : `${entry.shaft.teeth} into ?`
  const { holes, threads, names } = entry.pair
  if (names) return names[0] === names[1] ? names[0] : names.join(' / ')
  return `${holes?.bolts ?? '?'} on ${threads?.bolts ?? '?'}`
}

/** Teeth round half a circle, pointing out from the root to the tip. */
function teethPath(teeth: number, root: number, tip: number, upper: boolean): string {
  const middle = SIZE / 2
  const sign = upper ? -1 : 1
  const at = (radius: number, angle: number) =>
    `${(middle + radius * Math.cos(angle)).toFixed(1)},${(middle + sign * radius * Math.sin(angle)).toFixed(1)}`
  const half = Math.PI / teeth
  const steps = Array.from({ length: Math.ceil(teeth / 2) }, (_, i) => 2 * half * i)
  const points = steps.flatMap((angle) => [
    at(root, angle + half * 0.1),
    at(tip, angle + half * 0.55),
    at(tip, angle + half * 1.45),
    at(root, angle + half * 1.9),
  ])
  return `M${at(root, 0)} L${points.filter((_, i) => steps[Math.floor(i / 4)] !== undefined && numberAt(steps, Math.floor(i / 4)) < Math.PI).join(' L')}`
}

/** Both splines at one scale: teeth that meet at the centreline are the same, teeth that do not are not. */
function SplinePlug({ entry: { shaft, hub, verdict } }: { entry: SplineEntry }) {
  const widest = Math.max(shaft.teeth * shaft.moduleM, hub ? hub.teeth * hub.moduleM : 0)
  const scale = (SIZE / 2 - EDGE) / (widest + 1.2 * shaft.moduleM)
  const plug = (teeth: number, moduleM: number, upper: boolean) =>
    teethPath(teeth, (teeth - 1.3) * moduleM * scale, (teeth + 0.9) * moduleM * scale, upper)
  const wrong = verdict.word === 'differs'
  return (
    <g strokeWidth={1}>
      <path d={plug(shaft.teeth, shaft.moduleM, true)} fill={ink('steel')} stroke={ink('ink')} />
      {hub ? (
        <path
          d={plug(hub.teeth, hub.moduleM, false)}
          fill={wrong ? ink('breakWash') : ink('torqueWash')}
          stroke={wrong ? ink('break') : ink('torque')}
        />
      ) : (
        <NotKnown />
      )}
      <path d={`M0,${SIZE / 2} H${SIZE}`} stroke={ink('inkSoft')} strokeDasharray="8 3 2 3" />
    </g>
  )
}

/** What is not known on the lower side. */
const NotKnown = () => (
  <text x={SIZE / 2} y={SIZE * 0.8} textAnchor="middle" fontSize={20} fill={ink('inkSoft')}>
    ?
  </text>
)

function PatternPlug({ entry: { pair, verdict } }: { entry: PatternEntry }) {
  const { holes, threads, names } = pair
  const wrong = verdict.word === 'differs'
  const widest = Math.max(holes?.circleDiameterM ?? 0, threads?.circleDiameterM ?? 0) || 1
  const scale = (SIZE / 2 - 9) / (widest / 2)
  const ring = (side: typeof holes, upper: boolean) => {
    if (!side) return null
    const radius = (side.circleDiameterM / 2) * scale
    const size = Math.max(2.5, Math.min(6, (side.boltDiameterM / 2) * scale * 1.6))
    const angles = Array.from({ length: side.bolts }, (_, i) => (2 * Math.PI * i) / side.bolts + Math.PI / side.bolts).filter(
      (angle) => angle < Math.PI + 1e-9,
    )
    const sign = upper ? -1 : 1
    const arc = `M${SIZE / 2 - radius},${SIZE / 2} A${radius},${radius} 0 0 ${upper ? 1 : 0} ${SIZE / 2 + radius},${SIZE / 2}`
    return (
      <g
        stroke={wrong && !upper ? ink('break') : upper ? ink('ink') : ink('torque')}
        fill={upper ? ink('sheet') : wrong ? ink('breakWash') : ink('torqueWash')}
      >
        <path d={arc} fill="none" strokeDasharray="3 3" />
        {angles.map((angle) => (
          <circle key={angle} cx={SIZE / 2 + radius * Math.cos(angle)} cy={SIZE / 2 + sign * radius * Math.sin(angle)} r={size} />
        ))}
      </g>
    )
  }
  if (names)
    return (
      <g>
        <path d={BELL} fill={ink('steel')} stroke={ink('ink')} />
        <path
          d={BELL}
          fill={wrong ? ink('breakWash') : ink('torqueWash')}
          stroke={wrong ? ink('break') : ink('torque')}
          transform={`rotate(180 ${SIZE / 2} ${SIZE / 2}) ${wrong ? `translate(${SIZE * 0.08} 0) scale(0.84 0.9)` : ''}`}
        />
        <path d={`M0,${SIZE / 2} H${SIZE}`} stroke={ink('inkSoft')} strokeDasharray="8 3 2 3" />
      </g>
    )
  return (
    <g>
      {ring(holes, true)}
      {ring(threads, false)}
      {!threads && <NotKnown />}
      <path d={`M0,${SIZE / 2} H${SIZE}`} stroke={ink('inkSoft')} strokeDasharray="8 3 2 3" />
    </g>
  )
}

const BELL = `M8,${SIZE / 2} C8,10 30,8 ${SIZE / 2},8 S${SIZE - 8},10 ${SIZE - 8},${SIZE / 2} Z`
