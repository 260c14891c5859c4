import type { Transaction } from 'sequelize'
import type { Sequelize } from 'sequelize-typescript'
import { setTimeout as wait } from 'node:timers/promises'
import { failureOf } from './failures.js'

const TRIES = 4

/**
 * Runs work in one transaction. Retries up to three times after a deadlock or a lost connection, but not after a commit with unknown
 * outcome.
 */
export async function transacted<T>(sequelize: Sequelize, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    let committing = false
    try {
      return await sequelize.transaction(async (transaction) => {
        const result = await work(transaction)
        committing = true
        return result
      })
    } catch (error) {
      const failure = failureOf(error)
      if (committing || tries === TRIES || (failure !== 'contended' && failure !== 'unreachable')) throw error
      await wait(tries * (20 + Math.random() * 60))
    }
  }
}
