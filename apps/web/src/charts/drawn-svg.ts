/** What makes a drawing look as it does on the page. */
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

/** A drawing of the page as a file of its own: colors and letters as they are shown, on the paper of the page. */
export function drawnSvg(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement
  const [from, to] = [
    [svg, ...svg.querySelectorAll('*')],
    [copy, ...copy.querySelectorAll('*')],
  ]
  from.forEach((element, i) => {
    const look = getComputedStyle(element)
    const drawn = to[i] as Element
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
