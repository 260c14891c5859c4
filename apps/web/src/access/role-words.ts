import type { Role } from '@plucky/contract'

/** What each role may do. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: 'owner: everything, people too',
  builder: 'builder: jobs, shelf and transmissions',
  viewer: 'viewer: reads only',
}
