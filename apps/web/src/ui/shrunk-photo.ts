import { imageDimensionsFromData } from 'image-dimensions'

/** Longest side of a photo as it is kept, px. */
const LONGEST = 1280

/** Most pixels of a picture that the browser is asked to decode, as on the server. */
const MOST_PIXELS = 50_000_000
/** Enough of a file to know how large its picture is. */
const HEAD_BYTES = 512 * 1024

/** Refuses a picture by its head alone: decoding it could take all memory of the page. */
async function refuseHuge(file: File): Promise<void> {
  const size = imageDimensionsFromData(new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()))
  if (!size) throw new Error('The picture can’t be read. Use a JPEG or PNG.')
  if (size.width * size.height > MOST_PIXELS)
    throw new Error(`The picture has ${size.width} × ${size.height} pixels; at most 50 million are allowed. Use a smaller one.`)
}

/** A picture made small enough to keep, as JPEG, in base64. Throws an error with a sentence if it cannot be read. */
export async function shrunkPhoto(file: File): Promise<string> {
  await refuseHuge(file)
  const picture = await createImageBitmap(file)
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(picture.width * scale)
  canvas.height = Math.round(picture.height * scale)
  const sheet = canvas.getContext('2d')
  if (!sheet) throw new Error('This browser can’t resize the picture.')
  sheet.drawImage(picture, 0, 0, canvas.width, canvas.height)
  return canvas.toDataURL('image/jpeg', 0.85).split(',')[1] ?? ''
}
