import { Body, Controller, Delete, Get, Param, Post, Res } from '@nestjs/common'
import { ApiBody, ApiTags, refs } from '@nestjs/swagger'
import { PhotoDto } from '@plucky/contract'
import type { Response } from 'express'
import { PhotosService } from './photos.service.js'

const YEAR_S = 365 * 24 * 3600

@ApiTags('photos')
@Controller('photos')
export class PhotosController {
  constructor(private readonly photos: PhotosService) {}

  @Post()
  @ApiBody({ schema: refs(PhotoDto)[0] as { $ref: string } })
  add(@Body() body: unknown) {
    return this.photos.add(body)
  }

  /** Deletes a photo. 409 if a job or revision uses it. */
  @Delete(':id')
  remove(@Param('id') id: string) {
    return this.photos.remove(id)
  }

  /** The picture itself; what stands under an id never changes. */
  @Get(':id')
  async one(@Param('id') id: string, @Res() response: Response) {
    const { type, bytes } = await this.photos.one(id)
    response.type(type).setHeader('Cache-Control', `public, max-age=${YEAR_S}, immutable`).send(bytes)
  }
}
