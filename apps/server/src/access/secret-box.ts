import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto'

/** Length of the key, of the initialization vector and of the tag, bytes. Source: NIST SP 800-38D, recommended lengths. */
const [KEY_BYTES, IV_BYTES, TAG_BYTES] = [32, 12, 16]
const CIPHER = 'aes-256-gcm'
/** Mark of an encrypted text. No secret that is stored as it is has a colon. */
const MARK = 'gcm:'

/** Reads a key from base64. Undefined if it does not have 32 bytes. */
export function keyFrom(text: string): Buffer | undefined {
  const key = Buffer.from(text, 'base64')
  return key.length === KEY_BYTES ? key : undefined
}

export const isSealed = (stored: string): boolean => stored.startsWith(MARK)

/**
 * Encrypts a secret for a row of the database with AES-256-GCM. It can only be decrypted with the same key and the same `owner`, so a secret
 * that is copied to another row is of no use there.
 */
export function sealed(key: Buffer, secret: string, owner: string): string {
  const iv = randomBytes(IV_BYTES)
  const cipher = createCipheriv(CIPHER, key, iv).setAAD(Buffer.from(owner))
  const text = Buffer.concat([cipher.update(secret, 'utf8'), cipher.final()])
  return MARK + Buffer.concat([iv, cipher.getAuthTag(), text]).toString('base64url')
}

/** Decrypts a secret. Undefined if the key or the owner is another one, or if the text was changed. */
export function opened(key: Buffer, stored: string, owner: string): string | undefined {
  const bytes = Buffer.from(stored.slice(MARK.length), 'base64url')
  const [iv, tag, text] = [
    bytes.subarray(0, IV_BYTES),
    bytes.subarray(IV_BYTES, IV_BYTES + TAG_BYTES),
    bytes.subarray(IV_BYTES + TAG_BYTES),
  ]
  try {
    const decipher = createDecipheriv(CIPHER, key, iv, { authTagLength: TAG_BYTES }).setAAD(Buffer.from(owner)).setAuthTag(tag)
    return Buffer.concat([decipher.update(text), decipher.final()]).toString('utf8')
  } catch {
    return undefined // not authentic: the caller says so
  }
}
