import { Param } from '@nestjs/common'
import { refuse } from '../http/refusal.js'

/** Id of a row in the address. Whatever is no id names nothing. */
export const RowId = (code: 'person-unknown' | 'link-unknown') =>
  Param('id', {
    transform(text: string): number {
      if (!/^\d{1,9}$/.test(text)) throw refuse(404, code)
      return Number(text)
    },
  })
