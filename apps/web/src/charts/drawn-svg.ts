import { memberAt } from '@plucky/core'

/** CSS properties copied into the saved SVG as attributes. */
const LOOK = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'opacity',
  'paint-order',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
] as const

/** Serializes an SVG of the page as a standalone file with computed colors and fonts and a background rectangle. */
export function drawnSvg(svg: SVGSVGElement): string {
  // cloneNode returns the same element type.
  const copy = svg.cloneNode(true) as SVGSVGElement
  const [from, to] = [
    [svg, ...svg.querySelectorAll('*')],
    [copy, ...copy.querySelectorAll('*')],
  ]
  from.forEach((element, i) => {
    const look = getComputedStyle(element)
    const drawn = memberAt(to, i)
    drawn.removeAttribute('style')
    drawn.removeAttribute('class')
    for (const name of LOOK) {
      const value = look.getPropertyValue(name)
      if (value) drawn.setAttribute(name, value)
    }
  })
  const { width, height } = svg.getBoundingClientRect()
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('viewBox', `0 0 ${width} ${height}`)
  const paper = document.createElementNS('http://www.w3.org/2000/svg', 'rect')
  const shown = getComputedStyle(svg.parentElement ?? svg).getPropertyValue('--chakra-colors-sheet')
  for (const [name, value] of Object.entries({ width, height, fill: shown || '#fff' })) paper.setAttribute(name, String(value))
  copy.prepend(paper)
  return `${new XMLSerializer().serializeToString(copy)}\n`
}
