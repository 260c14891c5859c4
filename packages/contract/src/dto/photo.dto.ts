import { Matches } from 'class-validator'
import { checkShape, type Checked } from './check.js'
import { OneOf } from './decorators.js'

export const PHOTO_TYPES = ['image/jpeg', 'image/png'] as const
export type PhotoType = (typeof PHOTO_TYPES)[number]

/** Most characters of a photograph, as text of 64 signs: about 2 MB. */
export const PHOTO_MOST = 2_800_000

const BASE64 = /^[A-Za-z0-9+/]+={0,2}$/
const as = (label: string) => ({ context: { field: { label, holds: { type: 'text' as const, most: PHOTO_MOST } } } })

/** A photograph as it is sent: what it is, and its bytes as text. */
export class PhotoDto {
  @OneOf('Picture type', PHOTO_TYPES) type!: PhotoType
  @Matches(BASE64, { message: 'The picture must be sent as base64 text.', ...as('Picture') }) data!: string
}

/** A photograph with its id, as a job file carries it. */
export interface Photo extends PhotoDto {
  readonly id: string
}

const STARTS: Record<PhotoType, string> = { 'image/jpeg': '/9j/', 'image/png': 'iVBORw0KGgo' }

/** Checks a photograph: its shape, its size, and that its bytes begin as those of its kind do. */
export function checkPhoto(plain: unknown): Checked<PhotoDto> {
  const shape = checkShape(PhotoDto, plain)
  if (!shape.ok) return shape
  const { type, data } = shape.value
  if (data.length > PHOTO_MOST) return refused('photo-too-large', 'Photos can be up to 2 MB. Use a smaller one.')
  return data.startsWith(STARTS[type])
    ? { ok: true, value: { type, data } }
    : refused('photo-unreadable', 'This is not a JPEG or PNG picture.')
}

const refused = (code: string, sentence: string) => ({ ok: false as const, problems: [{ code, path: 'data', sentence }] })
