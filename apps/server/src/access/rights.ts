import type { Role, SignedIn } from '@plucky/contract'
import type { AccessSettings } from './settings.js'

/** Returns the effective role of a person. If the shop requires a second factor, an owner without one has builder rights. */
export function rightsOf(
  { role, secondFactor }: { readonly role: Role; readonly secondFactor: boolean },
  { ownersNeedFactor }: AccessSettings,
): Pick<SignedIn, 'role' | 'awaitsFactor'> {
  const awaitsFactor = ownersNeedFactor && role === 'owner' && !secondFactor
  return { role: awaitsFactor ? 'builder' : role, awaitsFactor }
}
