import { hash, verify } from '@node-rs/argon2'
import { LEAST_PASSWORD } from '@plucky/contract'
import { refuse } from '../http/refusal.js'

/** Cost of argon2id. Source: OWASP Password Storage Cheat Sheet, second choice of its list. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const

export const hashPassword = (password: string): Promise<string> => hash(password.normalize('NFKC'), COST)

/** Hash of no password. It is verified for unknown names, so that they take as long as known ones. */
const NOBODY = hashPassword('no password is this one, whatever is typed')

/** True if the password belongs to the hash. */
export async function passwordFits(stored: string | undefined, password: string): Promise<boolean> {
  const fits = await verify(stored ?? (await NOBODY), password.normalize('NFKC'))
  return fits && stored !== undefined
}

/** Least score of a new password, of 0 to 4: at least 10^10 guesses. */
const LEAST_SCORE = 4
/** Words that everybody guesses here, and the characters that must be left without them. */
const OWN_WORDS = ['plucky', 'ratio', 'transmission', 'password']
const LEAST_OTHER = 8

/** Refuses a new password that is short or easy to guess. The name of the person counts as guessed. */
export async function acceptPassword(password: string, name: string, path = 'password'): Promise<void> {
  if ([...password].length < LEAST_PASSWORD) throw refuse(422, 'password-too-short', path, { least: LEAST_PASSWORD })
  const [{ ZxcvbnFactory }, { adjacencyGraphs, dictionary }] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
  ])
  const others = [...OWN_WORDS, name.toLowerCase()].reduce((left, word) => left.replaceAll(word, ''), password.toLowerCase())
  const { score } = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs }).check(password, [name, ...OWN_WORDS])
  if (score < LEAST_SCORE || others.replaceAll(/\s/g, '').length < LEAST_OTHER) throw refuse(422, 'password-easy', path)
}
