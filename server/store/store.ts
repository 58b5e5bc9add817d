import {
  ConnectionAcquireTimeoutError,
  ConnectionError,
  DatabaseError,
  QueryTypes,
  Sequelize,
  type Transaction,
} from 'sequelize'
import { migrations } from './migrations'
import { defineModels, type Models } from './models'

export interface DatabaseAddress {
  /** The file of its socket; null where it is reached by host and port. */
  socket: string | null
  host: string
  port: number
  user: string
  password: string
  database: string
}

/** How a driver reaches it: by its socket, or else by TCP. */
export const reachedBy = ({ socket, host, port }: DatabaseAddress) => (socket ? { socketPath: socket } : { host, port })

/** All that a driver needs to open a line to it. */
export const driverFor = (address: DatabaseAddress) => ({
  ...reachedBy(address),
  user: address.user,
  password: address.password,
  database: address.database,
})

/** The open store: what every query needs. */
export interface Store {
  sequelize: Sequelize
  models: Models
  close(): Promise<void>
}

/** Brings the tables up to date. What does it is brought only where there is something to do: most starts find it done. */
async function bringUpToDate(sequelize: Sequelize, log: (line: string) => void): Promise<void> {
  const rows = await sequelize
    .query<{ name: string }>('SELECT name FROM migrations', { type: QueryTypes.SELECT })
    .catch(() => [])
  const done = new Set(rows.map((row) => row.name))
  if (migrations.every((m) => done.has(m.name))) return
  const { SequelizeStorage, Umzug } = await import('umzug')
  const umzug = new Umzug({
    migrations,
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined,
  })
  umzug.on('migrated', ({ name }) => log(`migration ${name} done`))
  await umzug.up()
}

/**
 * Connects to MariaDB and brings its tables up to date.
 *
 * @param log told about each migration that is carried out
 * @throws what the driver says where the database cannot be reached
 */
export async function openStore(address: DatabaseAddress, log: (line: string) => void = () => {}): Promise<Store> {
  const sequelize = new Sequelize(address.database, address.user, address.password, {
    ...(address.socket ? {} : { host: address.host, port: address.port }),
    dialect: 'mariadb',
    timezone: '+00:00',
    logging: false,
    pool: { max: 12, min: 2, acquire: 5000, idle: 60_000 },
    dialectOptions: { ...reachedBy(address), connectTimeout: 3000, charset: 'utf8mb4' },
    retry: { max: 0 },
  })
  await bringUpToDate(sequelize, log)
  return { sequelize, models: defineModels(sequelize), close: () => sequelize.close() }
}

/** What keeps the store from taking anything just now, whatever it is given: the same again later may well be taken. */
export type StoreTrouble = 'database-away' | 'store-full' | 'busy'

interface DriverError {
  code?: string
  errno?: number
  sqlState?: string
  fatal?: boolean
}

/** States of SQL that blame what was given: it would be refused again. */
const BLAMES_WHAT_WAS_GIVEN = /^(21|22|23|42)/
/** Of those without a state of their own, the ones that do: no default, a text or a value of no sense. */
const blamesToo: readonly string[] = [
  'ER_NO_DEFAULT_FOR_FIELD',
  'ER_INVALID_CHARACTER_STRING',
  'ER_WRONG_VALUE',
  'ER_TRUNCATED_WRONG_VALUE_FOR_FIELD',
]
const FULL =
  /ER_DISK_FULL|ER_RECORD_FILE_FULL|ER_TEMP_FILE_WRITE_FAILURE|ER_ERROR_ON_WRITE|No space left|errno: (27|28|122)\b|Got error (27|28|122|135|168)\b|error (27|28|122) from/i
const GAVE_WAY = /ER_LOCK_DEADLOCK|ER_LOCK_WAIT_TIMEOUT|ER_CHECKREAD/

const driverError = (error: Error): DriverError => (error as { parent?: DriverError }).parent ?? {}

/** Whether the store gave a transaction up because of another one: the same again may well go through. */
export function gaveWay(error: unknown): boolean {
  return error instanceof DatabaseError && GAVE_WAY.test(driverError(error).code ?? '')
}

/**
 * Whether an error says that the store itself is the matter: away, full, read-only, out of locks, or with too much to do.
 *
 * @returns which; null where it says something about what was given, or nothing about the store
 */
export function storeTrouble(error: unknown): StoreTrouble | null {
  if (!(error instanceof Error)) return null
  // All connections have work: whoever waits for one is not lost.
  if (error instanceof ConnectionAcquireTimeoutError || gaveWay(error)) return 'busy'
  const { code = '', fatal, sqlState = '' } = driverError(error)
  if (FULL.test(`${code} ${error.message}`)) return 'store-full'
  if (
    error instanceof ConnectionError ||
    fatal === true ||
    /ECONN|EPIPE|ER_SOCKET|ER_CONNECTION|ER_SERVER_SHUTDOWN|ER_CMD_CONNECTION_CLOSED|ER_GET_CONNECTION|socket has unexpectedly|connection.*(closed|ended)/i.test(
      `${code} ${error.message}`,
    )
  )
    return 'database-away'
  if (!(error instanceof DatabaseError)) return null
  return BLAMES_WHAT_WAS_GIVEN.test(sqlState) || blamesToo.includes(code) ? null : 'database-away'
}

export type { Transaction }
