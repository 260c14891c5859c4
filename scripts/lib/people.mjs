import { withDatabase } from './shop-database.mjs'
import { Trouble } from './say.mjs'

const print = (value) => process.stdout.write(`${JSON.stringify(value, null, 2)}\n`)

/** Runs work with the people of the shop. A refusal is said in its words. */
async function withPeople(work) {
  const { peopleOf } = await import('../../apps/server/dist/access/people-of.js')
  await withDatabase(async (url) => {
    const { people, close } = await peopleOf(url)
    try {
      await work(people)
    } catch (error) {
      if (!Array.isArray(error.problems)) throw error
      throw new Trouble(error.problems.map(({ sentence }) => sentence).join(' '), { cause: error })
    } finally {
      await close()
    }
  })
}

/** Reads a new password twice from the terminal, hidden, or once from standard input. */
async function newPassword() {
  const { read } = await import('read')
  const hidden = { silent: true, output: process.stderr }
  const first = await read({ ...hidden, prompt: 'New password: ' })
  if (!process.stdin.isTTY) return first
  if ((await read({ ...hidden, prompt: 'The same again: ' })) !== first) throw new Trouble('The two passwords differ. Nothing was changed.')
  return first
}

export const listPeople = () => withPeople(async (people) => print(await people.all()))

/** Adds a person. The first one of a shop should be an owner. */
export const addPerson = (name, { role }) =>
  withPeople(async (people) => print(await people.add({ name, role, password: await newPassword() })))

const idOf = async (people, name) => {
  const found = (await people.all()).find((person) => person.name.toLowerCase() === name.toLowerCase())
  if (!found) throw new Trouble(`Nobody has the name "${name}".`)
  return found.id
}

/** Sets a new password. It ends all sessions of the person and removes the second factor. */
export const resetPerson = (name) =>
  withPeople(async (people) => print(await people.patch(await idOf(people, name), { password: await newPassword() })))

export const changePerson = (name, { role, close, open }) =>
  withPeople(async (people) => {
    const active = close ? { active: false } : open ? { active: true } : {}
    print(await people.patch(await idOf(people, name), { ...(role ? { role } : {}), ...active }))
  })
