import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import { Sequelize } from 'sequelize-typescript'
import { setTimeout as wait } from 'node:timers/promises'
import { refuse } from '../http/refusal.js'

const MINUTE_S = 60
/** Failed sign-ins of one name from one address, of one address, and of one name from all addresses. */
const LIMITS = {
  pair: { points: 6, duration: 15 * MINUTE_S },
  address: { points: 40, duration: 15 * MINUTE_S },
  name: { points: 60, duration: 24 * 60 * MINUTE_S },
} as const
/** Delay of the answer to a failed sign-in: it doubles from the first to the longest, ms. */
const [FIRST_DELAY_MS, LONGEST_DELAY_MS] = [250, 4000]

/** Counts failed sign-ins in the database, for all server processes. */
@Injectable()
export class Attempts {
  private readonly limiters: Readonly<Record<keyof typeof LIMITS, RateLimiterPostgres>>

  constructor(@InjectConnection() sequelize: Sequelize) {
    const limiter = (keyPrefix: keyof typeof LIMITS) =>
      new RateLimiterPostgres({
        storeClient: sequelize,
        tableName: 'attempts',
        tableCreated: true,
        clearExpiredByTimeout: false,
        keyPrefix,
        ...LIMITS[keyPrefix],
      })
    this.limiters = { pair: limiter('pair'), address: limiter('address'), name: limiter('name') }
  }

  /**
   * Counts an attempt before it is checked, so that attempts at the same time count too. Refuses it after too many failures. Returns the
   * number of recent attempts. Unknown names are counted like known ones.
   */
  async begin(name: string, address: string): Promise<number> {
    let recent = 0
    for (const [limiter, key] of this.keys(name, address)) {
      const state = await limiter.consume(key).catch((refused: unknown) => {
        throw refused instanceof RateLimiterRes ? tooMany(refused) : refused
      })
      if (limiter === this.limiters.pair) recent = state.consumedPoints
    }
    return recent
  }

  /** Waits after a failure, the longer the more there were. */
  async fail(recent: number): Promise<void> {
    await wait(Math.min(LONGEST_DELAY_MS, FIRST_DELAY_MS * 2 ** Math.max(0, recent - 1)))
  }

  /** Takes the count of an attempt back that was no failure. */
  async succeed(name: string, address: string): Promise<void> {
    const { pair, address: ofAddress, name: ofName } = this.limiters
    await pair.delete(pairKey(name, address))
    await ofAddress.reward(address)
    await ofName.reward(name.toLowerCase())
  }

  private keys(name: string, address: string): (readonly [RateLimiterPostgres, string])[] {
    const { pair, address: ofAddress, name: ofName } = this.limiters
    return [
      [pair, pairKey(name, address)],
      [ofAddress, address],
      [ofName, name.toLowerCase()],
    ]
  }
}

const pairKey = (name: string, address: string) => `${address} ${name.toLowerCase()}`

const tooMany = ({ msBeforeNext }: RateLimiterRes) =>
  refuse(429, 'too-many-attempts', '', { seconds: Math.max(1, Math.ceil(msBeforeNext / 1000)) })
