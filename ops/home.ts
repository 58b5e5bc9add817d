import { createHash } from 'node:crypto'
import { chmodSync, existsSync, lstatSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { homedir, tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { StepFailed } from './say'

/** Where one running Even Bore keeps its things. */
export interface Home {
  /** `demo` data belongs to this copy of the program; a `shop`'s outlives it. */
  kind: 'demo' | 'shop'
  root: string
  data: string
  /** Short, because a socket's path may not be long. */
  run: string
}

const ownUid = process.getuid?.() ?? 0

export function openHome(kind: Home['kind'], root = homeRoot(kind)): Home {
  const mark = createHash('sha256').update(root).digest('hex').slice(0, 12)
  const run = join(tmpdir(), `evenbore-${ownUid}-${mark}`)
  const home = { kind, root, data: join(root, 'mariadb'), run }
  mkdirSync(home.root, { recursive: true, mode: 0o700 })
  shut(home.root)
  // Logs and the like of an earlier version, which everybody of the machine could read.
  for (const name of readdirSync(home.root)) if (/\.(log(\..*)?|json|sql)$/.test(name)) shut(join(home.root, name))
  keepOwn(home.run)
  return home
}

/** Takes what others may do with a file or folder of ours; what is somebody else's is left to them. */
function shut(path: string): void {
  const { mode, uid } = lstatSync(path)
  if (uid === ownUid && (mode & 0o077) !== 0) chmodSync(path, mode & 0o700)
}

/**
 * Makes a folder, or takes the one that is there, for its owner alone.
 *
 * @throws StepFailed where it is somebody else's: what is put there would be theirs
 */
export function keepOwn(folder: string): void {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const found = lstatSync(folder)
  if (!found.isDirectory() || found.uid !== ownUid)
    throw new StepFailed(
      `${folder} belongs to another account of this machine.`,
      'Remove it, or let EVENBORE_HOME name a folder of your own.',
    )
  shut(folder)
}

/** The folder of a home: where EVENBORE_HOME says, or where such things are usually kept. */
export function homeRoot(kind: Home['kind']): string {
  const given = process.env.EVENBORE_HOME
  if (given) return resolve(given, kind)
  if (kind === 'demo') return resolve('.evenbore', 'demo')
  return join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'evenbore', 'shop')
}

/** A small JSON file of a home, readable by its owner only. */
export function readState<T>(home: Home, name: string): T | null {
  const path = join(home.root, `${name}.json`)
  if (!existsSync(path)) return null
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as T
  } catch {
    return null
  }
}

export function writeState(home: Home, name: string, state: unknown): void {
  writeFileSync(join(home.root, `${name}.json`), JSON.stringify(state), { mode: 0o600 })
}
