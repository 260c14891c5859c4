import { memberAt } from '@plucky/core'
import { plateWords, quantity } from '@plucky/contract'
import { stackClearance, type PackGeometry, type PackStack, type StackWrong } from '@plucky/core'
import { useRef } from 'react'
import { HalfDrawing } from '../bench/HalfDrawing.js'
import { drawPack, platePlaces } from '../parts/pack/drawing.js'
import { HALO } from '../charts/Axes.js'
import { ink } from '../ui/theme.js'
import { useWidth } from '../ui/use-width.js'
import type { JudgedPack } from './trial-results.js'

interface SectionProps {
  readonly fitted: JudgedPack | undefined
  readonly tried: JudgedPack | undefined
}

const ROW = { one: 300, two: 234 } as const
const HEAD = 40
const FOOT = 8
const LEFT = 16
/** Where what is known of a pack is written beside it. */
const FACTS = 250
/** A plate drawn narrower than this carries no number. */
const LEAST_NUMBERED = 15
/** So much of the radius below the linings is shown; the rest down to the centreline is left out. */
const BELOW_MM = 10

const mm = (metres: number) => metres * 1000
const lowest = ({ liningInnerRadiusM }: PackGeometry) => mm(liningInnerRadiusM) - BELOW_MM

/** The packs in their drums, cut through, from the linings outward: fitted above, on the bench below, at one scale. */
export function PackSection({ fitted, tried }: SectionProps) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame, 700)
  const shown = [fitted && { word: 'INSTALLED', judged: fitted }, tried && { word: 'TRIAL', judged: tried }].filter(
    (each) => each !== undefined,
  )
  const row = shown.length > 1 ? ROW.two : ROW.one
  const drawings = shown.map(({ judged }) => drawPack(judged.part.geometry))
  const wide = Math.max(1, ...drawings.map((drawing) => drawing.width))
  const tall = Math.max(1, ...drawings.map((drawing, i) => drawing.height - lowest(memberAt(shown, i).judged.part.geometry)))
  const scale = Math.min((width - LEFT - FACTS) / wide, (row - HEAD - FOOT) / tall)
  return (
    <div ref={frame}>
      <svg
        width={width}
        height={row * Math.max(1, shown.length)}
        style={{ display: 'block', fontFamily: "'Barlow Condensed', sans-serif", fontVariantNumeric: 'tabular-nums' }}
        role="group"
        aria-label="Section of the pack in its drum"
        data-testid="pack-section"
      >
        {shown.map(({ word, judged }, i) => (
          <g key={word} transform={`translate(0 ${i * row})`}>
            <Half
              word={word}
              judged={judged}
              drawing={memberAt(drawings, i)}
              scale={scale}
              row={row}
              above={i === 0}
              factsX={LEFT + wide * scale + 20}
            />
          </g>
        ))}
      </svg>
    </div>
  )
}

interface HalfProps {
  readonly word: string
  readonly judged: JudgedPack
  readonly drawing: ReturnType<typeof drawPack>
  readonly scale: number
  readonly row: number
  readonly above: boolean
  readonly factsX: number
}

function Half({ word, judged, drawing, scale, row, above, factsX }: HalfProps) {
  const { geometry, name } = judged.part
  const clip = `pack-clip-${above ? 'fitted' : 'tried'}`
  const floor = row - FOOT
  const centre = floor + lowest(geometry) * scale
  const colour = ink(above ? 'ink' : 'torque')
  return (
    <>
      <clipPath id={clip}>
        <rect x={0} y={HEAD - 14} width={factsX - 6} height={floor - HEAD + 14} />
      </clipPath>
      <text x={2} y={15} fontSize={14} fill={colour}>
        <tspan fontWeight={700} letterSpacing="0.06em">
          {word}
        </tspan>
        <tspan dx={6}>{name}</tspan>
      </text>
      <g clipPath={`url(#${clip})`}>
        <HalfDrawing drawing={{ ...drawing, floor: 0 }} left={LEFT} centre={centre} scale={scale} up={above} flip />
      </g>
      <path d={`M${LEFT - 10},${floor} h${drawing.width * scale + 20}`} stroke={ink('inkSoft')} strokeWidth={1} strokeDasharray="2 5" />
      {geometry.stack && <Plates pack={geometry} stack={geometry.stack} wrongs={judged.report.wrongs} scale={scale} centre={centre} />}
      {drawing.dimensions.map(({ name: key, text }, i) => (
        <text key={key} x={factsX} y={HEAD + 4 + i * 16.5} fontSize={14} fill={colour}>
          {text}
        </text>
      ))}
    </>
  )
}

interface PlatesProps {
  readonly pack: PackGeometry
  readonly stack: PackStack
  readonly wrongs: readonly StackWrong[]
  readonly scale: number
  readonly centre: number
}

const BreakHatch = () => (
  <defs>
    <pattern id="break-hatch" width="6" height="6" patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
      <rect width="6" height="6" fill={ink('breakWash')} />
      <path d="M0,0 V6" stroke={ink('break')} strokeWidth={2.4} />
    </pattern>
  </defs>
)

/** Numbers over the plates, a mark where one is wrong, and the clearance between piston and first plate. */
function Plates({ pack, stack, wrongs, scale, centre }: PlatesProps) {
  const places = platePlaces(pack, stack)
  const y = (radius: number) => centre - radius * scale
  const x = (at: number) => LEFT + at * scale
  const [first] = places
  const clearanceM = stackClearance(stack)
  const low = y(mm(pack.liningInnerRadiusM) - 7)
  return (
    <g>
      {places.map((place, i) => {
        const here = wrongs.filter(({ plate }) => plate === i)
        const wrong = here.length > 0
        return (
          <g key={i} data-testid={wrong ? `section-wrong-${i}` : undefined}>
            <title>{plateWords(stack.plates, i)}</title>
            <rect
              x={x(place.x)}
              y={y(place.to)}
              width={place.width * scale}
              height={(place.to - place.from) * scale}
              fill={wrong ? 'url(#break-hatch)' : 'transparent'}
              opacity={0.75}
            />
            {(wrong || place.width * scale > LEAST_NUMBERED) && (
              <text
                x={x(place.x + place.width / 2)}
                y={y(place.from) + 13}
                textAnchor="middle"
                fontSize={11.5}
                fontWeight={wrong ? 700 : 400}
                fill={ink(wrong ? 'break' : 'inkSoft')}
                {...HALO}
              >
                {wrong ? `▲${i + 1}` : i + 1}
              </text>
            )}
          </g>
        )
      })}
      {first && (
        <g>
          <path d={`M${x(first.x)},${low} v14 M${x(first.x - mm(clearanceM))},${low} v14`} stroke={ink('oil')} strokeWidth={1.2} />
          <text
            x={x(first.x - mm(Math.max(0, clearanceM))) - 5}
            y={low + 12}
            textAnchor="end"
            fontSize={13}
            fontWeight={600}
            fill={ink(clearanceM < 0 ? 'break' : 'oil')}
            {...HALO}
          >
            {quantity(clearanceM, 'in')}
          </text>
        </g>
      )}
      <BreakHatch />
    </g>
  )
}
