import { Module } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { PhotoRow } from '../database/models.js'
import { PhotosController } from './photos.controller.js'
import { PhotosService } from './photos.service.js'

@Module({
  imports: [SequelizeModule.forFeature([PhotoRow])],
  controllers: [PhotosController],
  providers: [PhotosService],
  exports: [PhotosService],
})
export class PhotosModule {}
