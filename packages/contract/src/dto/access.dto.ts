import { IsOptional } from 'class-validator'
import { Label, Note, OneOf, YesNo } from './decorators.js'
import { Figure } from './figure.js'

/** Roles, from most to least rights. An owner may do everything, a builder may not manage people, a viewer may change nothing. */
export const ROLES = ['owner', 'builder', 'viewer'] as const
export type Role = (typeof ROLES)[number]

/** True if a role has at least the rights of another. */
export const mayAs = (role: Role, needed: Role): boolean => ROLES.indexOf(role) <= ROLES.indexOf(needed)

/** Longest password, so that hashing takes a limited time. */
const MOST_PASSWORD = 200
/** Shortest new password. */
export const LEAST_PASSWORD = 12

const Password = (what: string) => Note(what, MOST_PASSWORD)

/** Name and password of a person, and the code of the second factor if it is asked for. */
export class SignInDto {
  @Note('Name', 60) name!: string
  @Password('Password') password!: string
  @IsOptional() @Note('Code', 20) code?: string
}

export class NewPersonDto {
  @Label('Name', 60) name!: string
  @OneOf('Role', ROLES) role!: Role
  @Password('Password') password!: string
}

/** Changes of a person by an owner. */
export class PatchPersonDto {
  @IsOptional() @OneOf('Role', ROLES) role?: Role
  /** False ends all sessions; the person cannot sign in. */
  @IsOptional() @YesNo('Active') active?: boolean
  /** New password, set by an owner. It ends all sessions of the person and removes the second factor. */
  @IsOptional() @Password('Password') password?: string
}

export class NewPasswordDto {
  @Password('Present password') present!: string
  @Password('New password') password!: string
}

/** Confirms a new second factor by its first code. */
export class ConfirmFactorDto {
  @Note('Code', 20) code!: string
}

/** Removes the second factor. */
export class RemoveFactorDto {
  @Password('Password') password!: string
  @Note('Code', 20) code!: string
}

/** Confirms an action by the password. */
export class ConfirmPasswordDto {
  @Password('Password') password!: string
}

/** What a customer link shows. */
export const LINK_KINDS = ['quote', 'build-sheet'] as const
export type LinkKind = (typeof LINK_KINDS)[number]
/** Longest validity of a customer link, days. */
export const MOST_LINK_DAYS = 90

export class NewLinkDto {
  @OneOf('Document', LINK_KINDS) kind!: LinkKind
  @Figure({ label: 'Job', from: 1, to: 2147483647, whole: true }) job!: number
  /** Number of the quote, or of the revision. The stored job if absent. */
  @IsOptional() @Figure({ label: 'Number', from: 1, to: 1e9, whole: true }) number?: number
  @Figure({ label: 'Days', from: 1, to: MOST_LINK_DAYS, whole: true }) days!: number
  /** Units in which a build sheet is worded. */
  @IsOptional() @Note('Units', 200) units?: string
}

/** Filters of the change log. */
export class ListChangesDto {
  @IsOptional() @Note('Search', 100) search?: string
  /** Only changes before this one. */
  @IsOptional() @Figure({ label: 'Before', from: 1, to: Number.MAX_SAFE_INTEGER, whole: true }) before?: number
  @IsOptional() @Figure({ label: 'Limit', from: 1, to: 200, whole: true }) limit?: number
}

/** The signed-in person. */
export interface SignedIn {
  readonly name: string
  readonly role: Role
  readonly secondFactor: boolean
  /** True for an owner with builder rights because the required second factor is not set up. */
  readonly awaitsFactor: boolean
}

/** How this shop is opened. `open`: without sign-in, on this computer only. */
export interface AccessState {
  readonly mode: 'open' | 'accounts'
  readonly person: SignedIn | null
}

/** Result of a sign-in. `code`: the password is right, and the code of the second factor is needed. */
export type SignInResult = { readonly outcome: 'signed-in'; readonly person: SignedIn } | { readonly outcome: 'code' }

export interface Person {
  readonly id: number
  readonly name: string
  readonly role: Role
  readonly active: boolean
  readonly secondFactor: boolean
  readonly sessions: number
  readonly seenAt: string | null
}

/** A new secret of a second factor. It is used after its first code was confirmed. */
export interface NewFactor {
  readonly secret: string
  readonly address: string
}

export interface CustomerLink {
  readonly id: number
  readonly kind: LinkKind
  readonly job: number
  readonly number: number | null
  readonly by: string | null
  readonly madeAt: string
  readonly endsAt: string
  readonly opened: number
}

/** A new link. Its address is shown only once. */
export interface NewCustomerLink extends CustomerLink {
  readonly path: string
}

/** One changed field, by its path in the object. */
export interface ChangedField {
  readonly path: string
  readonly before: unknown
  readonly after: unknown
}

/** An entry of the change log. */
export interface ChangeEntry {
  readonly id: number
  readonly at: string
  /** Null for a change on this computer without sign-in, and for the server's own. */
  readonly who: string | null
  readonly role: Role | null
  readonly address: string | null
  readonly action: string
  readonly subject: string
  readonly subjectId: string
  /** Name of the person or job. Null if there is none. */
  readonly subjectName: string | null
  readonly fields: readonly ChangedField[]
}

export interface ChangePage {
  readonly entries: readonly ChangeEntry[]
  /** `before` of the next page. Null on the last. */
  readonly next: number | null
}

/** A change that was saved by anybody: its table, the key of the row, and its version if it has one. `connected`: earlier ones may be missed. */
export interface ShopEvent {
  readonly subject: string
  readonly id: string
  readonly version: number | null
  /** Window that saved a job. Null if unknown. */
  readonly window: string | null
}
