import { mayAs, type Role } from '@plucky/contract'
import { useStore } from 'zustand'
import { accessStore } from '../state/access.js'

/** True if the person at this page may do what a role may. In a shop without accounts, everybody may do everything. */
export const useMay = (needed: Role): boolean =>
  useStore(accessStore, ({ mode, person }) => mode !== 'accounts' || (person !== null && mayAs(person.role, needed)))
