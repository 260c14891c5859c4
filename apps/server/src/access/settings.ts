/** How the server may be opened. */
export interface AccessSettings {
  /** `open`: without sign-in, from this computer only. `accounts`: people sign in. */
  readonly mode: 'open' | 'accounts'
  /** True if people reach the server by TLS, its own or that of a proxy. Cookies are then sent by TLS only. */
  readonly secure: boolean
  /** Most requests of a person in a minute. */
  readonly mostRequests: number
  /** True if the shop requires a second factor of its owners. */
  readonly ownersNeedFactor: boolean
  /** Key that encrypts the secrets of second factors. Without it, no second factor can be set up. */
  readonly secretKey?: Buffer
}

/** Injection token of the access settings. */
export const ACCESS = Symbol('access')

/** Most requests of a person in a minute, unless configured. */
export const USUAL_REQUESTS = 3000

/** A shop that opens on loopback without sign-in. */
export const OPEN: AccessSettings = { mode: 'open', secure: false, mostRequests: USUAL_REQUESTS, ownersNeedFactor: false }
