import { Secret, TOTP } from 'otpauth'

/** Codes of the second factor. Source: RFC 6238, six digits each 30 s. */
const totp = (secret: string, name: string) =>
  new TOTP({ issuer: 'Plucky Ratio', label: name, secret: Secret.fromBase32(secret), digits: 6, period: STEP_S })

const STEP_S = 30

/** A new secret of 160 bits, and the address that an authenticator app reads. */
export function newFactor(name: string): { readonly secret: string; readonly address: string } {
  const secret = new Secret({ size: 20 }).base32
  return { secret, address: totp(secret, name).toString() }
}

/** Time step of a code that fits now or one step before or after. Undefined if it does not fit, or not after the last step used. */
export function stepOfCode(secret: string, code: string, lastStep: number | null, now = Date.now()): number | undefined {
  const delta = totp(secret, '').validate({ token: code.replaceAll(/\s/g, ''), window: 1, timestamp: now })
  if (delta === null) return undefined
  const step = Math.floor(now / 1000 / STEP_S) + delta
  return lastStep === null || step > lastStep ? step : undefined
}
