import { PROBLEM_SCHEMA } from './http/operation.js'
import 'reflect-metadata'
import type { LoggerService } from '@nestjs/common'
import { NestFactory } from '@nestjs/core'
import type { NestExpressApplication } from '@nestjs/platform-express'
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger'
import compression from 'compression'
import type { NextFunction, Request, Response } from 'express'
import staticGzip from 'express-static-gzip'
import helmet from 'helmet'
import { existsSync } from 'node:fs'
import type { ServerResponse } from 'node:http'
import { join } from 'node:path'
import { Sequelize } from 'sequelize-typescript'
import { identify } from './access/identify.js'
import { SessionsService } from './access/sessions.service.js'
import { OPEN, type AccessSettings } from './access/settings.js'
import { AppModule } from './app.module.js'
import { migrate } from './database/migrate.js'
import { seedIfEmpty } from './database/seed.js'
import { Disk } from './disk/disk.js'
import { ErrorsFilter } from './http/errors.filter.js'
import { guards } from './http/guard.js'
import { dtoSchemas } from './http/schemas.js'
import type { JudgingSettings } from './judging/judging.service.js'
import { Metrics } from './metrics/metrics.js'
import { markRequest, standardLog } from './logging.js'

/** How long an idle connection stays open. After Node's five seconds the server closes it just when a client may send its next request. */
const IDLE_MS = 75_000

/** Smaller answers are sent as they are: compressing them takes longer than sending them. */
const SMALL_BYTES = 16_384

/** Content security policy. No inline scripts. Inline styles: the UI library adds them. data: and blob: for drawings and photos. */
const CONTENT_POLICY = {
  defaultSrc: ["'self'"],
  scriptSrc: ["'self'"],
  styleSrc: ["'self'", "'unsafe-inline'"],
  imgSrc: ["'self'", 'data:', 'blob:'],
  workerSrc: ["'self'", 'blob:'],
  objectSrc: ["'none'"],
  frameAncestors: ["'none'"],
  // Loopback has no TLS.
  upgradeInsecureRequests: null,
}

const YEAR_MS = 365 * 24 * 3600 * 1000

/** The whole application, migrated and with its demo shop, not yet listening. */
export async function createApplication(options: {
  databaseUrl: string
  webFolder?: string
  /** Allowed host names besides loopback. */
  hosts?: readonly string[]
  /** How the server may be opened. Default: without sign-in. */
  access?: AccessSettings
  /** Certificate and key of TLS. */
  tls?: { readonly cert: Buffer; readonly key: Buffer }
  /** Addresses of the proxies whose forwarding headers are believed. */
  proxies?: readonly string[]
  /** Token that a monitoring program sends in a shop with accounts. Without it, it is refused there. */
  metricsToken?: string
  /** Number of processes that rate jobs. Default: 0, the server rates them itself. */
  judges?: JudgingSettings['judges']
  /** Disk of the database. Undefined if unknown. */
  disk?: Disk
  /** Log of the server. Default: standard error. */
  log?: LoggerService | false
}): Promise<NestExpressApplication> {
  const access = options.access ?? OPEN
  const { databaseUrl, metricsToken, judges = 0 } = options
  const app = await NestFactory.create<NestExpressApplication>(AppModule.over({ databaseUrl, access, metricsToken, judges }), {
    ...(options.tls ? { httpsOptions: options.tls } : {}),
    logger: options.log ?? standardLog(),
    abortOnError: false,
    bodyParser: false,
  })
  await upgrade(databaseUrl)
  app.setGlobalPrefix('api')
  app.useGlobalFilters(new ErrorsFilter())
  app.disable('x-powered-by')
  // With accounts nothing of the API is stored by a browser. Answers that may be kept have a tag of their own.
  app.set('etag', false)
  app.use(app.get(Metrics).measure)
  app.use(markRequest)
  app.set('trust proxy', options.proxies?.length ? [...options.proxies] : false)
  app.use(
    helmet({
      contentSecurityPolicy: { directives: CONTENT_POLICY },
      strictTransportSecurity: access.secure && { maxAge: YEAR_MS / 1000, includeSubDomains: false },
    }),
  )
  const identified = access.mode === 'accounts' ? [identify(access, app.get(SessionsService))] : []
  app.use(...guards(options.hosts ?? [], options.disk ?? new Disk(undefined), identified))
  app.use(compression({ threshold: SMALL_BYTES }))
  app.enableShutdownHooks()
  app.getHttpServer().keepAliveTimeout = IDLE_MS
  describeApi(app)
  if (options.webFolder && existsSync(join(options.webFolder, 'index.html'))) serveWeb(app, options.webFolder)
  return app
}

/** Runs the migrations and loads the made-up shop, on a separate connection without request timeouts. */
export async function upgrade(databaseUrl: string): Promise<void> {
  const sequelize = new Sequelize(databaseUrl, { dialect: 'postgres', logging: false })
  try {
    await migrate(sequelize)
    await seedIfEmpty(sequelize)
  } finally {
    await sequelize.close()
  }
}

function describeApi(app: NestExpressApplication): void {
  const config = new DocumentBuilder()
    .setTitle('Plucky Ratio')
    .setDescription('Jobs, transmissions and parts shelf. All API values are SI.')
    .setVersion('1')
    .build()
  const document = SwaggerModule.createDocument(app, config)
  document.components = { ...document.components, schemas: { ...document.components?.schemas, ...dtoSchemas(), Problem: PROBLEM_SCHEMA } }
  SwaggerModule.setup('api/docs', app, document, { jsonDocumentUrl: 'api/docs.json' })
}

/** The built web application: hashed files stay cached, a missing file is a 404, every other path is a screen. */
function serveWeb(app: NestExpressApplication, folder: string): void {
  const headers = (response: ServerResponse, path: string) =>
    response.setHeader('Cache-Control', path.includes('assets') ? `public, max-age=${YEAR_MS / 1000}, immutable` : 'no-cache')
  const served = staticGzip(folder, {
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    index: false,
    serveStatic: { setHeaders: headers },
  })
  const isApi = ({ path }: Request) => /^\/api(\/|$)/i.test(path)
  // No file is looked for under the address of the API.
  app.use((request: Request, response: Response, next: NextFunction) => (isApi(request) ? next() : served(request, response, next)))
  app.use((request: Request, response: Response, next: NextFunction) => {
    const screen = (request.method === 'GET' || request.method === 'HEAD') && !isApi(request) && !/\.[a-z0-9]+$/i.test(request.path)
    if (!screen) return next()
    response.setHeader('Cache-Control', 'no-cache')
    // Object.create returns any.
    served(Object.assign(Object.create(request) as Request, { url: '/index.html', originalUrl: '/index.html' }), response, next)
  })
}
