import { AsyncLocalStorage } from 'node:async_hooks'
import type { Role } from '@plucky/contract'

/** A signed-in person, with the session and the network address of the request. */
export interface Who {
  readonly id: number
  readonly name: string
  readonly role: Role
  readonly secondFactor: boolean
  /** True for an owner with builder rights because the required second factor is not set up. */
  readonly awaitsFactor: boolean
  readonly session: Buffer
  readonly address: string
}

const people = new AsyncLocalStorage<Who>()

/** The person whose request is being answered. Undefined without sign-in. */
export const who = (): Who | undefined => people.getStore()

/** Runs the rest of a request as a person. */
export const actAs = (person: Who, work: () => void): void => people.run(person, work)

/** Name under which a change is stored: that of the signed-in person, else the given one. */
export const signedName = (given: string): string => who()?.name ?? given

/** A connection of the pool, as far as it is used here. */
interface Connection {
  query(sql: string, values: readonly string[]): Promise<unknown>
}

/** Person that each connection was last told. */
const told = new WeakMap<object, string>()

/** Tells a connection who makes its changes, for the change log. */
export async function tellConnection(connection: unknown): Promise<void> {
  // The pool of this dialect holds pg clients.
  const client = connection as Connection & object
  const person = who()
  const text = person ? JSON.stringify({ name: person.name, role: person.role, address: person.address }) : ''
  if ((told.get(client) ?? '') === text) return
  await client.query(`SELECT set_config('plucky.who', $1, false)`, [text])
  told.set(client, text)
}
