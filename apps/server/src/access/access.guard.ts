import { Inject, Injectable, SetMetadata, type CanActivate, type ExecutionContext } from '@nestjs/common'
import { Reflector } from '@nestjs/core'
import { mayAs, type Role } from '@plucky/contract'
import type { Request } from 'express'
import { refuse } from '../http/refusal.js'
import { ACCESS, type AccessSettings } from './settings.js'
import { who } from './who.js'

const NEEDS = 'plucky:needs'

/** Role that an operation needs. `nobody`: it works without sign-in. Default: viewer for reading, builder for changes. */
export const Needs = (role: Role | 'nobody') => SetMetadata(NEEDS, role)

const READING = new Set(['GET', 'HEAD'])

/** Checks the role of the signed-in person for every operation of the API. In an open shop everything is allowed. */
@Injectable()
export class AccessGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    @Inject(ACCESS) private readonly access: AccessSettings,
  ) {}

  canActivate(context: ExecutionContext): boolean {
    if (this.access.mode === 'open') return true
    const { method } = context.switchToHttp().getRequest<Request>()
    const stated = this.reflector.getAllAndOverride<Role | 'nobody' | undefined>(NEEDS, [context.getHandler(), context.getClass()])
    const needed = stated ?? (READING.has(method) ? 'viewer' : 'builder')
    if (needed === 'nobody') return true
    const person = who()
    if (!person) throw refuse(401, 'sign-in-needed')
    if (!mayAs(person.role, needed)) throw refuse(403, 'role-too-low', '', { needed })
    return true
  }
}
