import sharp from 'sharp'

/** Maximum pixels of an input image, and maximum side of a stored one. */
export const MOST_PIXELS = 50_000_000
const LONGEST_PX = 1600
/** Concurrent decodes, and maximum queue length. */
const AT_ONCE = 1
const MOST_WAITING = 20
const SECONDS = 10

// Allow the JPEG and PNG decoders only.
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

/** Starts the next queued decode. */
function passOn(): void {
  const next = waiting.shift()
  if (next) next()
  else running--
}

/**
 * Re-encodes an image as JPEG, longest side 1600 px. Removes metadata and appended data. Runs in the thread pool of libvips, one image
 * at a time.
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
    return { ok: false, why: 'unreadable' } // libvips messages mean nothing to the user
  } finally {
    passOn()
  }
}
