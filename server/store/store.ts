import { QueryTypes, Sequelize, type Transaction } from 'sequelize'
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

/** Whether an error says that the database is away, not that something is wrong with the query. */
export function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false
  const parent = (error as { parent?: { code?: string; fatal?: boolean } }).parent
  return (
    /^SequelizeConnection|^SequelizeHostNot|^SequelizeAccessDenied/.test(error.name) ||
    parent?.fatal === true ||
    /ECONN|EPIPE|ER_SOCKET|ER_CONNECTION|ER_SERVER_SHUTDOWN|ER_CMD_CONNECTION_CLOSED|ER_GET_CONNECTION|socket has unexpectedly|connection.*(closed|ended)/i.test(
      `${parent?.code ?? ''} ${error.message}`,
    )
  )
}

export type { Transaction }
