import { Injectable, type OnApplicationShutdown } from '@nestjs/common'
import type { JobFile, ShelfFile } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import { accepted } from '../http/refusal.js'
import { ThreadPool } from '../threads/thread-pool.js'
import type * as thread from './file-thread.js'
import type { Items } from './items.js'

/** Reads and writes open files in a worker thread. Checking a shelf takes tenths of a second and would block the event loop. */
@Injectable()
export class FileThreadsService implements OnApplicationShutdown {
  private readonly threads = new ThreadPool<typeof thread>('Files', 'files/file-thread.js', { minThreads: 0, maxThreads: 1 })

  async readShelf(file: unknown): Promise<ShelfFile> {
    return accepted(await this.threads.run('shelf', file))
  }

  async readUnit(file: unknown): Promise<Unit> {
    return accepted(await this.threads.run('unit', file))
  }

  async readJob(file: unknown, items: Items): Promise<JobFile> {
    return accepted(await this.threads.run('job', { file, items }))
  }

  /** Writes a shelf file. The lists are JSON text. */
  async writeShelf(lists: Parameters<typeof thread.shelfText>[0]): Promise<string> {
    return this.threads.run('shelfText', lists)
  }

  /** Reads the made-up shop. */
  async readDemo(): Promise<ReturnType<typeof thread.demo>> {
    return this.threads.run('demo')
  }

  onApplicationShutdown(): Promise<void> {
    return this.threads.destroy()
  }
}
