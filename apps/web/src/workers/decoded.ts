import { detect } from 'jschardet'

/** Bytes sampled for encoding detection. */
const SAMPLE_BYTES = 20_000

/** Decodes a file: UTF-16 if it has zero bytes, UTF-8 if valid, else the encoding that jschardet detects. */
export function decoded(bytes: ArrayBuffer): string {
  const sample = new Uint8Array(bytes.slice(0, SAMPLE_BYTES))
  // ASCII text in UTF-16 has a zero in every second byte; other encodings have none.
  const zeros = (rest: number) => sample.filter((byte, i) => byte === 0 && i % 2 === rest).length
  if (sample.includes(0)) return new TextDecoder(zeros(1) > zeros(0) ? 'utf-16le' : 'utf-16be').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    const letters = Array.from(sample, (byte) => String.fromCharCode(byte)).join('')
    return new TextDecoder(decoderFor(detect(letters).encoding)).decode(bytes)
  }
}

/** Encoding name that TextDecoder accepts. Falls back to windows-1252. */
function decoderFor(encoding: string | null): string {
  try {
    return new TextDecoder(encoding ?? '').encoding
  } catch {
    return 'windows-1252'
  }
}
