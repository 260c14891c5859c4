import type { APIRequestContext, Page } from '@playwright/test'

const UNITS = {
  us: 'hp|lb-ft|lb-in|psi|ksi|in²|in³|lbf|lb|mph|ft/s|°F|gpm|ft-lb|hp/in²|ft-lb/in²|DP|tpi',
  metric: 'kW|W|N·m|bar|MPa|mm|cm²|cm³|N|N/mm|kg|km/h|m/s|°C|L/min|kJ|J|J/mm²|W/mm²|mm module|mm pitch',
} as const

/** Texts of the page with a figure or a head in one of these units. Names of parts and the fact that a file may be in N·m are the shop's. */
export const textsWith = (page: Page, system: keyof typeof UNITS, names: readonly string[]): Promise<string[]> =>
  page.evaluate(
    ([wanted, known]) => {
      const walker = document.createTreeWalker(document.querySelector('main') as Node, NodeFilter.SHOW_TEXT)
      const texts: string[] = []
      while (walker.nextNode()) texts.push(walker.currentNode.textContent?.trim() ?? '')
      const plain = texts.map((text) => known.reduce((rest, name) => rest.replaceAll(name, ''), text))
      const found = new RegExp(`(?:\\d ?|, )(?:${wanted})(?![\\w²³/·-])`)
      return plain.filter((text) => found.test(text) && !text.includes('24 mm')) // the example of what can be typed
    },
    [UNITS[system], names] as const,
  )

/** Pages where the units are part of what is asked: file formats of a dyno sheet, the glossary's definition of a module. */
export const ABOUT_UNITS: readonly string[] = ['/jobs/1/brief', '/glossary']

interface Item {
  readonly name: string
  readonly offers?: readonly string[]
  readonly needs?: readonly { readonly why: string }[]
}

/** Names and notes of the shelf, the longest first: they may contain units of any system. */
export async function shelfNames(request: APIRequestContext): Promise<string[]> {
  const { parts, operations, kits } = (await (await request.get('/api/shelf/content')).json()) as Record<string, { item: Item }[]>
  return [...(parts ?? []), ...(operations ?? []), ...(kits ?? [])]
    .flatMap(({ item }) => [item.name, ...(item.offers ?? []), ...(item.needs ?? []).map(({ why }) => why)])
    .sort((a, b) => b.length - a.length)
}
