import type { Transaction } from 'sequelize'
import type { Sequelize } from 'sequelize-typescript'
import { setTimeout as wait } from 'node:timers/promises'
import { failureOf } from './failures.js'

const TRIES = 4

/**
 * Work in one transaction: all of it or nothing. Work that the database broke up (deadlock, lost connection) is done again; a commit
 * whose outcome is unknown is not.
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
