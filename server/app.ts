import { existsSync } from 'node:fs'
import compress from '@fastify/compress'
import helmet from '@fastify/helmet'
import fastifyStatic from '@fastify/static'
import swagger from '@fastify/swagger'
import swaggerUi from '@fastify/swagger-ui'
import websocket from '@fastify/websocket'
import fastify, { type FastifyError, type FastifyInstance, type FastifyReply, type FastifyRequest } from 'fastify'
import { jsonSchemaTransform, validatorCompiler, hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod'
import { CalcError } from '#core/errors'
import { problemPage } from '#contract/words/problem-page'
import { calcErrorBody } from '#contract/words/say-error'
import { ApiProblem, apiErrors, errorBody, type ApiErrorCode } from './errors'
import { calcRoutes } from './routes/calc'
import { commandRoutes } from './routes/commands'
import { engineRoutes } from './gauge/engine-routes'
import { gaugeRoutes } from './gauge/routes'
import { healthRoutes } from './routes/health'
import { jobRoutes } from './routes/jobs'
import { photoRoutes } from './photos/routes'
import { recordRoutes } from './record/routes'
import { scheduleRoutes } from './schedule/routes'
import { transferRoutes } from './transfer/routes'
import { letInOwnPagesOnly } from './own-pages'
import { Presence } from './presence'
import { RevisionWatch } from './revision-watch'
import type { Services } from './services'
import { storeTrouble, type Store } from './store/store'
import { FairTurns } from './work/fair-turns'
import { WorkPool } from './work/pool'

export interface AppOptions {
  store: Store
  /** Names by which the shop may be opened, beside this machine's own. */
  names?: readonly string[]
  /** To serve it by TLS. */
  tls?: { cert: Buffer; key: Buffer }
  /** Folder of the built interface; left out where only the API is wanted. */
  webRoot?: string
  /** Folder on the disk that must not become full, where the supervisor says how the parts are. */
  data?: string
  logger?: boolean
}

const BODY_LIMIT = 1024 * 1024
/** The longest that a request may take to come: a job file of the largest size by a poor network, ms. */
const WHOLE_MS = 300_000
/** The longest that its head may, and how often that is looked at, ms. */
const slow = { headersTimeout: 8000, connectionsCheckingInterval: 2000 }

function codeOf(error: FastifyError): ApiErrorCode {
  const trouble = storeTrouble(error)
  if (trouble) return trouble
  if (error.code === 'FST_ERR_CTP_BODY_TOO_LARGE') return 'too-large'
  if (error.code === 'FST_ERR_CTP_INVALID_MEDIA_TYPE') return 'not-acceptable'
  if (
    error instanceof SyntaxError ||
    error.code === 'FST_ERR_CTP_EMPTY_JSON_BODY' ||
    error.code === 'FST_ERR_CTP_INVALID_JSON_BODY'
  )
    return 'bad-json'
  // Nested so deep that it cannot be walked.
  if (error instanceof RangeError) return 'bad-input'
  if (error.statusCode !== undefined && error.statusCode >= 400 && error.statusCode < 500) return 'bad-request'
  return 'unexpected'
}

/** Answers a refusal: as JSON, or as a page to read where a person's browser opens the address itself, as it does a paper's. */
function refuse(request: FastifyRequest, reply: FastifyReply, status: number, body: { error: { message: string } }) {
  void reply.status(status)
  if (request.method !== 'GET' || !request.headers.accept?.includes('text/html')) return reply.send(body)
  return reply
    .type('text/html; charset=utf-8')
    .header('cache-control', 'no-store')
    .send(problemPage(body.error.message))
}

function answerErrors(app: FastifyInstance): void {
  app.setErrorHandler((error: FastifyError, request, reply) => {
    if (error instanceof CalcError)
      return refuse(request, reply, error.code === 'unknown-calculation' ? 404 : 422, calcErrorBody(error))
    if (hasZodFastifySchemaValidationErrors(error)) {
      const issues = error.validation.map((v) => ({
        path: v.instancePath.replace(/^\//, '').replaceAll('/', '.'),
        message: v.message ?? '',
      }))
      return refuse(request, reply, apiErrors['bad-input'], errorBody('bad-input', issues))
    }
    const code = error instanceof ApiProblem ? error.code : codeOf(error)
    if (code === 'unexpected') request.log.error(error)
    if (code === 'busy' || code === 'store-full') reply.header('retry-after', '2')
    const issues = error instanceof ApiProblem ? error.issues : []
    return refuse(request, reply, apiErrors[code], errorBody(code, issues))
  })
}

async function serveInterface(app: FastifyInstance, webRoot: string): Promise<void> {
  await app.register(fastifyStatic, {
    root: webRoot,
    preCompressed: true,
    // Its own header would come after ours.
    cacheControl: false,
    setHeaders: (reply, path) => {
      reply.setHeader('cache-control', path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache')
    },
  })
}

/**
 * The application: API, live news, simulated gauge, records and the built interface.
 * It keeps nothing in memory that a second copy of it would need.
 */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
  const app = fastify({
    logger: options.logger ? { level: 'warn' } : false,
    bodyLimit: BODY_LIMIT,
    forceCloseConnections: true,
    // Who takes longer over the head of a request, or the whole of it, holds a line that others want.
    requestTimeout: WHOLE_MS,
    ...(options.tls ? {} : { http: slow }),
    routerOptions: { maxParamLength: 200 },
    // What cannot even be routed (half an escape in the address) is a client's mistake, too.
    frameworkErrors: (_error, _request, reply) => {
      void (reply as FastifyReply).status(400).send(errorBody('bad-request'))
    },
    ...(options.tls ? { https: { ...options.tls, ...slow } } : {}),
  }) as unknown as FastifyInstance
  app.setValidatorCompiler(validatorCompiler)
  // The schemas of answers are documentation: what the store has is answered, whatever an earlier version let in.
  app.setSerializerCompiler(() => (answer) => JSON.stringify(answer))
  answerErrors(app)
  await app.register(helmet, {
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        // The matching of liners runs in WebAssembly.
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        workerSrc: ["'self'", 'blob:'],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        connectSrc: ["'self'"],
        upgradeInsecureRequests: null,
      },
    },
    strictTransportSecurity: false,
    // A browser minds these only on a page by TLS, and complains of them on another.
    crossOriginOpenerPolicy: options.tls !== undefined,
    originAgentCluster: options.tls !== undefined,
  })
  await app.register(compress, { global: true, threshold: 2048, encodings: ['gzip', 'identity'] })
  await app.register(websocket, { options: { maxPayload: 4096 } })
  // After the sockets' own hook: only then is one that is not let in ended, too.
  letInOwnPagesOnly(app, options.names ?? [])
  await app.register(swagger, {
    openapi: {
      info: {
        title: 'Even Bore',
        version: '1',
        description: 'Lengths in mm, angles in degrees clockwise from the front, times in UTC.',
      },
    },
    transform: jsonSchemaTransform,
  })
  await app.register(swaggerUi, { routePrefix: '/api/docs' })

  const watch = new RevisionWatch(options.store)
  app.addHook('onClose', () => watch.stop())
  const calc = {
    pool: new WorkPool({ threads: 2, waiting: 8 }),
    // Nobody has both threads; who asks for many waits behind who asks for one.
    turns: new FairTurns({ atOnce: 2, each: 1, waiting: 24, waitingEach: 4 }),
  }
  const house = new WorkPool({ threads: 1, ready: 1, waiting: 12 })
  app.addHook('onClose', () => Promise.all([calc.pool.close(), house.close()]))
  const services: Services = { store: options.store, watch, presence: new Presence(), calc, house }
  await app.register(calcRoutes, services)
  await app.register(commandRoutes, services)
  await app.register((plain) => healthRoutes(plain, services, options.data))
  await app.register(jobRoutes, services)
  await app.register(photoRoutes, services)
  await app.register(recordRoutes, services)
  await app.register((plain) => transferRoutes(plain, services, options.data))
  await app.register(scheduleRoutes, services)
  await app.register(gaugeRoutes, services)
  await app.register(engineRoutes, services)

  const webRoot = options.webRoot && existsSync(options.webRoot) ? options.webRoot : null
  if (webRoot) await serveInterface(app, webRoot)
  app.setNotFoundHandler((request, reply) => {
    const page = request.method === 'GET' && !request.url.startsWith('/api/') && !request.url.startsWith('/assets/')
    if (webRoot && page) return reply.header('cache-control', 'no-cache').sendFile('index.html', webRoot)
    return refuse(request, reply, 404, errorBody('unknown-path'))
  })
  return app
}
