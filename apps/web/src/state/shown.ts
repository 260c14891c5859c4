import {
  CURRENCIES,
  readUnitChoice,
  setShown,
  unitChoiceText,
  US_UNITS,
  type Currency,
  type Shown,
  type UnitChoice,
} from '@plucky/contract'
import { useStore } from 'zustand'
import { createStore } from 'zustand/vanilla'
import { api } from './api.js'
import { keep, readStored } from './storage.js'

const KEY = 'plucky-shown'
const kept = readStored<{ units?: string; currency?: Currency }>(KEY) ?? {}

/** Units of this person, kept on this machine, and the currency of the shop as last seen. Figures are worded with both. */
export const shownStore = createStore<Shown>(() => ({
  units: readUnitChoice(kept.units ?? '') ?? US_UNITS,
  currency: kept.currency && CURRENCIES.includes(kept.currency) ? kept.currency : 'USD',
}))

setShown(shownStore.getState())
shownStore.subscribe((shown) => {
  setShown(shown)
  keep(KEY, { units: unitChoiceText(shown.units), currency: shown.currency })
})

export const chooseUnits = (units: UnitChoice): void => shownStore.setState({ units })

/** Changes the currency of the whole shop. Throws if it could not be saved. */
export async function chooseCurrency(currency: Currency): Promise<void> {
  shownStore.setState(await api.saveShop({ currency }))
}

const FIRST_MS = 1500

/**
 * Takes the currency of the shop; the one last seen stays if the server does not respond. On a machine that has not seen the shop before,
 * pages wait for it (at most 1.5 s), because a page is made anew when the currency changes.
 */
export function loadCurrency(): Promise<void> {
  const loaded = api.shop().then(shownStore.setState, () => undefined)
  if (kept.currency) return Promise.resolve()
  return Promise.race([loaded, new Promise<void>((resolve) => setTimeout(resolve, FIRST_MS))])
}

/** Changes with the units and the currency: a page with this key is made anew, with all its figures. */
export const useShownKey = (): string => useStore(shownStore, ({ units, currency }) => `${unitChoiceText(units)} ${currency}`)
