import { Module } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { JobRow, QuoteRow, RevisionRow } from '../database/models.js'
import { PhotosModule } from '../photos/photos.module.js'
import { ShelfModule } from '../shelf/shelf.module.js'
import { ShopModule } from '../shop/shop.module.js'
import { UnitsModule } from '../units/units.module.js'
import { BuildBooksService } from './build-books.service.js'
import { JobsController } from './jobs.controller.js'
import { JobDocuments } from './job-documents.js'
import { JobFilesService } from './job-files.service.js'
import { PresenceService } from './presence.service.js'
import { QuotesService } from './quotes.service.js'
import { RevisionsService } from './revisions.service.js'
import { EditsService } from './edits.service.js'
import { JobListService } from './job-list.service.js'
import { JobsService } from './jobs.service.js'
import { SheetPdfService } from '../sheet/sheet-pdf.service.js'

@Module({
  imports: [SequelizeModule.forFeature([JobRow, QuoteRow, RevisionRow]), UnitsModule, ShelfModule, PhotosModule, ShopModule],
  controllers: [JobsController],
  providers: [
    JobsService,
    JobListService,
    EditsService,
    JobFilesService,
    RevisionsService,
    PresenceService,
    QuotesService,
    BuildBooksService,
    SheetPdfService,
    JobDocuments,
  ],
  exports: [JobDocuments],
})
export class JobsModule {}
