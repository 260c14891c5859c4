import sharp from 'sharp'

/** Most pixels of a picture that is decoded, and the longest side of one that is kept. */
export const MOST_PIXELS = 50_000_000
const LONGEST_PX = 1600
/** Pictures decoded at once, and pictures that may wait. */
const AT_ONCE = 1
const MOST_WAITING = 20
const SECONDS = 10

// Nothing but JPEG and PNG is ever decoded, whatever the bytes claim to be.
sharp.block({ operation: ['VipsForeignLoad'] })
sharp.unblock({ operation: ['VipsForeignLoadJpegBuffer', 'VipsForeignLoadPngBuffer'] })
sharp.cache(false)
sharp.concurrency(1)

export type Reencoded =
  { readonly ok: true; readonly bytes: Buffer } | { readonly ok: false; readonly why: 'unreadable' | 'too-many-pixels' | 'busy' }

let running = 0
const waiting: (() => void)[] = []

async function turn(): Promise<boolean> {
  if (running < AT_ONCE) running++
  else if (waiting.length >= MOST_WAITING) return false
  else await new Promise<void>((resolve) => waiting.push(resolve))
  return true
}

/** Hands the turn to the next one, or gives it back. */
function passOn(): void {
  const next = waiting.shift()
  if (next) next()
  else running--
}

/**
 * A picture decoded and encoded anew, as JPEG of at most 1600 px: what is hidden in a file (place and time of the photo, a second file,
 * a script) is gone. Decoding runs in threads of its own, one picture at a time.
 */
export async function reencoded(bytes: Buffer): Promise<Reencoded> {
  if (!(await turn())) return { ok: false, why: 'busy' }
  try {
    const picture = sharp(bytes, { limitInputPixels: false, failOn: 'error' })
    const { width, height } = await picture.metadata()
    if (width * height > MOST_PIXELS) return { ok: false, why: 'too-many-pixels' }
    const made = picture
      .autoOrient()
      .resize({ width: LONGEST_PX, height: LONGEST_PX, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#fff' })
      .jpeg({ quality: 85 })
      .timeout({ seconds: SECONDS })
    return { ok: true, bytes: await made.toBuffer() }
  } catch {
    return { ok: false, why: 'unreadable' } // libvips says why in terms of its own; for the sender it is no picture
  } finally {
    passOn()
  }
}
