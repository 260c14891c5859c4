import { readPriceList, type PriceList, type PriceListChoices } from '@plucky/contract'
import { expose } from 'comlink'
import { decoded } from './decoded.js'

/** Reads price lists in the background: a list can have tens of thousands of lines. */
const reader = {
  decoded,
  read(text: string, choices: PriceListChoices): PriceList {
    return readPriceList(text, choices)
  },
}

export type PriceReader = typeof reader
expose(reader)
