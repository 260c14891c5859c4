import { Operation, STORES } from '../http/operation.js'
import { Controller, Delete, Get, Param, Post, Res } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { checkPhoto, PhotoDto } from '@plucky/contract'
import type { Response } from 'express'
import { DescribedBody, FileBody } from '../http/checked.js'
import { PhotosService } from './photos.service.js'

const YEAR_S = 365 * 24 * 3600

@ApiTags('photos')
@Controller('photos')
export class PhotosController {
  constructor(private readonly photos: PhotosService) {}

  @Post()
  @Operation('Add a photo', 'Id of the photo', ...STORES)
  @DescribedBody(PhotoDto)
  add(@FileBody(checkPhoto) photo: PhotoDto) {
    return this.photos.add(photo)
  }

  /** Deletes a photo. 409 if a job or revision uses it. */
  @Delete(':id')
  @Operation('Delete a photo that no job or revision uses', null, 404, 409)
  remove(@Param('id') id: string) {
    return this.photos.remove(id)
  }

  /** The picture itself; what stands under an id never changes. */
  @Get(':id')
  @Operation('Get a photo. A photo never changes', { file: 'image/*' }, 404)
  async one(@Param('id') id: string, @Res() response: Response) {
    const { type, bytes } = await this.photos.one(id)
    response.type(type).setHeader('Cache-Control', `public, max-age=${YEAR_S}, immutable`).send(bytes)
  }
}
