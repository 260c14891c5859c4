import { Module } from '@nestjs/common'
import { FileThreadsService } from './file-threads.service.js'

@Module({ providers: [FileThreadsService], exports: [FileThreadsService] })
export class FilesModule {}
