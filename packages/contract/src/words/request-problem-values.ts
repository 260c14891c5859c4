import type { NoValues } from '@plucky/core'

/** Every code of a problem that is raised outside the core, with the values that its sentence needs. */
export interface RequestProblemValues {
  readonly 'operation-unknown': { readonly operation: string }
  readonly 'operation-on-nothing': { readonly station: string }
  readonly 'kit-too-small': { readonly count: number }
  readonly 'variant-unknown': { readonly unit: string; readonly variant: string }
  readonly 'part-unknown': { readonly part: string }
  readonly 'unit-unknown': { readonly unit: string }
  readonly 'job-unknown': { readonly job: number | string }
  readonly 'job-deleted': { readonly job: number }
  readonly 'units-unknown': { readonly units: string }
  readonly 'cursor-unknown': NoValues
  readonly 'job-changed-elsewhere': { readonly yours: number; readonly stored: number }
  readonly 'name-taken': { readonly id: string }
  readonly 'file-unit-differs': { readonly unit: string }
  readonly 'file-part-differs': { readonly part: string; readonly id: string }
  readonly 'item-unknown': { readonly id: string }
  readonly 'item-changed-elsewhere': { readonly id: string; readonly yours: number; readonly stored: number }
  readonly 'id-differs': { readonly id: string }
  readonly 'edit-breaks-job': { readonly job: number; readonly name: string; readonly reason: string }
  readonly 'revision-taken': { readonly number: number }
  readonly 'quote-taken': { readonly number: number }
  readonly 'quote-unknown': { readonly job: number; readonly number: number }
  readonly 'standard-repeated': { readonly id: string }
  readonly 'standards-changed-elsewhere': NoValues
  readonly 'book-signed': NoValues
  readonly 'book-not-signed': NoValues
  readonly 'book-changed': NoValues
  readonly 'signed-book-unknown': { readonly job: number; readonly number: number }
  readonly 'photo-unknown': NoValues
  readonly 'photo-unreadable': NoValues
  readonly 'photo-too-many-pixels': { readonly most: number }
  readonly 'backup-running': NoValues
  readonly 'photo-in-use': { readonly job: number; readonly name: string }
  readonly 'revision-unknown': { readonly job: number; readonly number: number }
  readonly 'sign-in-needed': NoValues
  readonly 'sign-in-refused': NoValues
  readonly 'too-many-attempts': { readonly seconds: number }
  readonly 'too-many-requests': { readonly seconds: number }
  readonly 'role-too-low': { readonly needed: string }
  readonly 'password-too-short': { readonly least: number }
  readonly 'password-easy': NoValues
  readonly 'password-differs': NoValues
  readonly 'code-differs': NoValues
  readonly 'factor-key-missing': NoValues
  readonly 'factor-not-begun': NoValues
  readonly 'factor-on': NoValues
  readonly 'person-taken': { readonly name: string }
  readonly 'person-unknown': NoValues
  readonly 'last-owner': NoValues
  readonly 'link-unknown': NoValues
  readonly 'too-many-links': { readonly most: number }
  readonly 'accounts-off': NoValues
  readonly 'metrics-token-needed': NoValues
  readonly 'json-unreadable': NoValues
  readonly 'too-large': { readonly most: string }
  readonly 'body-of-other-type': NoValues
  readonly 'host-not-allowed': { readonly host: string; readonly port: number }
  readonly 'origin-not-allowed': { readonly origin: string }
  readonly 'address-unreadable': NoValues
  readonly 'value-not-storable': NoValues
  readonly 'disk-full': NoValues
  readonly busy: NoValues
  readonly 'stores-contended': NoValues
  readonly 'method-not-allowed': { readonly path: string; readonly method: string; readonly allowed: string }
  readonly 'not-found': { readonly path: string }
  readonly 'request-refused': { readonly reason: string }
  readonly 'internal-error': NoValues
  readonly 'stores-unreachable': NoValues
}
