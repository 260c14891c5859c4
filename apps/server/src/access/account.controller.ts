import { Controller, Delete, Get, HttpCode, Inject, Post, Put, Req, Res } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import {
  ConfirmFactorDto,
  ConfirmPasswordDto,
  NewPasswordDto,
  RemoveFactorDto,
  SignInDto,
  type AccessState,
  type NewFactor,
  type SignInResult,
} from '@plucky/contract'
import type { Request, Response } from 'express'
import { CheckedBody } from '../http/checked.js'
import { Operation, STORES } from '../http/operation.js'
import { refuse } from '../http/refusal.js'
import { Needs } from './access.guard.js'
import { AccountService } from './account.service.js'
import { clearSession, setSession } from './cookie.js'
import { SessionsService } from './sessions.service.js'
import { ACCESS, type AccessSettings } from './settings.js'
import { who, type Who } from './who.js'

/** Sign-in, and the account of the signed-in person. */
@ApiTags('access')
@Controller('access')
export class AccountController {
  constructor(
    private readonly account: AccountService,
    private readonly sessions: SessionsService,
    @Inject(ACCESS) private readonly access: AccessSettings,
  ) {}

  @Get()
  @Needs('nobody')
  @Operation('How the shop is opened, and who is signed in', 'Mode and person')
  state(): AccessState {
    const person = who()
    if (!person) return { mode: this.access.mode, person: null }
    const { name, role, secondFactor, awaitsFactor } = person
    return { mode: this.access.mode, person: { name, role, secondFactor, awaitsFactor } }
  }

  @Post('sign-in')
  @HttpCode(200)
  @Needs('nobody')
  @Operation('Sign in. The session is a cookie', 'The person, or that a code is needed', ...STORES)
  async signIn(
    @CheckedBody(SignInDto) signIn: SignInDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SignInResult> {
    if (this.access.mode === 'open') throw refuse(409, 'accounts-off')
    const signed = await this.account.signIn(signIn, request.ip ?? '')
    if (signed.outcome === 'code') return signed
    // The session that the browser had before is not used again.
    const before = who()
    if (before) await this.sessions.end(before.session)
    setSession(response, this.access, signed.token)
    return { outcome: 'signed-in', person: signed.person }
  }

  @Post('sign-out')
  @HttpCode(200)
  @Needs('viewer')
  @Operation('End this session', null)
  async signOut(@Res({ passthrough: true }) response: Response): Promise<object> {
    await this.sessions.end(this.person().session)
    clearSession(response, this.access)
    return {}
  }

  @Post('sign-out-everywhere')
  @HttpCode(200)
  @Needs('viewer')
  @Operation('End all sessions of the signed-in person', null)
  async signOutEverywhere(@Res({ passthrough: true }) response: Response): Promise<object> {
    await this.sessions.endAll(this.person().id)
    clearSession(response, this.access)
    return {}
  }

  @Put('password')
  @Needs('viewer')
  @Operation('Change the password. All other sessions end', null, ...STORES)
  async changePassword(@CheckedBody(NewPasswordDto) body: NewPasswordDto, @Res({ passthrough: true }) response: Response): Promise<object> {
    setSession(response, this.access, await this.account.changePassword(this.person(), body))
    return {}
  }

  @Post('second-factor')
  @Needs('viewer')
  @Operation('Get a secret for an authenticator app', 'Secret and address', 409, ...STORES)
  beginFactor(@CheckedBody(ConfirmPasswordDto) { password }: ConfirmPasswordDto): Promise<NewFactor> {
    return this.account.beginFactor(this.person(), password)
  }

  @Put('second-factor')
  @Needs('viewer')
  @Operation('Turn the second factor on by its first code. All other sessions end', null, 409, ...STORES)
  async confirmFactor(
    @CheckedBody(ConfirmFactorDto) { code }: ConfirmFactorDto,
    @Res({ passthrough: true }) response: Response,
  ): Promise<object> {
    setSession(response, this.access, await this.account.confirmFactor(this.person(), code))
    return {}
  }

  @Delete('second-factor')
  @Needs('viewer')
  @Operation('Remove the second factor. All other sessions end', null, ...STORES)
  async removeFactor(@CheckedBody(RemoveFactorDto) body: RemoveFactorDto, @Res({ passthrough: true }) response: Response): Promise<object> {
    setSession(response, this.access, await this.account.removeFactor(this.person(), body))
    return {}
  }

  private person(): Who {
    const person = who()
    if (!person) throw refuse(409, 'accounts-off')
    return person
  }
}
