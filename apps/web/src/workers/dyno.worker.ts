import { readDyno, type DynoReading, type TableChoices } from '@plucky/contract'
import { expose } from 'comlink'
import { decoded } from './decoded.js'

/** Reads dyno files away from the screen, so that a long one never holds it up. The rows stay here; the screen gets the curve. */
const reader = {
  decoded,
  read(text: string, choices: TableChoices): DynoReading {
    const reading = readDyno(text, choices)
    return { ...reading, table: { ...reading.table, rows: [] } }
  },
}

export type DynoReader = typeof reader
expose(reader)
