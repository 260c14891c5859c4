import { Controller, Get, Inject, Patch, Post } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { ListChangesDto, NewPersonDto, PatchPersonDto, type ChangePage } from '@plucky/contract'
import { CheckedBody, CheckedQuery } from '../http/checked.js'
import { Operation, STORES } from '../http/operation.js'
import { refuse } from '../http/refusal.js'
import { Needs } from './access.guard.js'
import { RowId } from './row-id.js'
import { ChangesService } from './changes.service.js'
import { PeopleService } from './people.service.js'
import { ACCESS, type AccessSettings } from './settings.js'

/** People of the shop and the change log, for owners. */
@ApiTags('access')
@Controller()
@Needs('owner')
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    private readonly changes: ChangesService,
    @Inject(ACCESS) private readonly access: AccessSettings,
  ) {}

  @Get('people')
  @Operation('People of the shop', 'People with role and number of sessions', 409)
  all() {
    this.requireAccounts()
    return this.people.all()
  }

  @Post('people')
  @Operation('Add a person', 'The person', 409, ...STORES)
  add(@CheckedBody(NewPersonDto) person: NewPersonDto) {
    this.requireAccounts()
    return this.people.add(person)
  }

  @Patch('people/:id')
  @Operation(
    'Change role or password of a person, or close the account. Ends the sessions of the person',
    'The person',
    404,
    409,
    ...STORES,
  )
  patch(@RowId('person-unknown') id: number, @CheckedBody(PatchPersonDto) change: PatchPersonDto) {
    this.requireAccounts()
    return this.people.patch(id, change)
  }

  @Get('changes')
  @Operation('Change log, latest first: who, when, what, before and after', 'Entries, and where the next page begins')
  log(@CheckedQuery(ListChangesDto, ['before', 'limit']) asked: ListChangesDto): Promise<ChangePage> {
    return this.changes.page(asked)
  }

  /** Without sign-in nobody is known to be an owner: accounts are then made on the terminal only. */
  private requireAccounts(): void {
    if (this.access.mode === 'open') throw refuse(409, 'accounts-off')
  }
}
