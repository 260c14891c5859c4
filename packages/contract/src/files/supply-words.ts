/** Lead time and stock of a price list line. `unknown`: one sentence for each unreadable cell. */
interface Supply {
  readonly leadDays?: number
  readonly inStock?: boolean
  readonly unknown: readonly string[]
}

const DAYS = { d: 1, b: 7 / 5, w: 7, m: 30 } as const
const LEAD = /^(?:\d+\s*(?:-|–|to)\s*)?(\d+(?:[.,]\d+)?)\+?\s*(business|working|bus\.?)?\s*(d|days?|w|wks?|weeks?|mo|months?)?\.?$/
const NOW = /^(in stock|stock|now|today|same day|immediate(ly)?|ready|available)$/
const YES = /^(y|yes|true|x|✓|in stock|stock|available|ready)$/
const NO =
  /^(n|no|none|false|out|out of stock|oos|back[- ]?order(ed)?|sold out|discontinued|unavailable|not available|to order|special order)$/
const MOST_DAYS = 1000

/**
 * Reads the cells for lead time and stock. Of a range, the longer time counts. Five business days are seven days, a month is thirty. A figure without a
 * unit is in weeks if the heading says weeks, otherwise in days. Empty cells are ignored.
 * @example supplyOf({ lead: '2-3 weeks', stock: '0', leadHead: '' }) // → { leadDays: 21, inStock: false, unknown: [] }
 */
export function supplyOf({ lead, stock, leadHead }: { readonly lead: string; readonly stock: string; readonly leadHead: string }): Supply {
  const days = leadOf(lead.trim().toLowerCase(), leadHead)
  const inStock = stockOf(stock.trim().toLowerCase())
  const unknown = [
    ...(days === undefined && lead.trim() !== '' ? [`lead time not understood: “${lead.trim().slice(0, 30)}”`] : []),
    ...(inStock === undefined && stock.trim() !== '' ? [`stock not understood: “${stock.trim().slice(0, 30)}”`] : []),
  ]
  const known = inStock ?? (days === 0 ? true : undefined)
  return { ...(days === undefined ? {} : { leadDays: days }), ...(known === undefined ? {} : { inStock: known }), unknown }
}

function leadOf(text: string, head: string): number | undefined {
  if (NOW.test(text)) return 0
  const [, figure, business, unit] = LEAD.exec(text) ?? []
  if (figure === undefined) return undefined
  const [first = 'd'] = unit ?? (/week|wk/i.test(head) ? 'w' : 'd')
  const each = first === 'w' ? DAYS.w : first === 'm' ? DAYS.m : business || /business|working/i.test(head) ? DAYS.b : DAYS.d
  // Rounded first: 5 × 7/5 is not exactly 7.
  const days = Math.ceil(Number((Number(figure.replace(',', '.')) * each).toFixed(6)))
  return days <= MOST_DAYS ? days : undefined
}

function stockOf(text: string): boolean | undefined {
  if (YES.test(text)) return true
  if (NO.test(text)) return false
  const quantity = /^[><≥]?\s*(\d+)\+?(\s*(pcs?|ea|pieces?|units?)\.?)?$/.exec(text)?.[1]
  return quantity === undefined ? undefined : Number(quantity) > 0
}
