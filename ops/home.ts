import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { homedir, tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

/** Where one running Even Bore keeps its things. */
export interface Home {
  /** `demo` data belongs to this copy of the program; a `shop`'s outlives it. */
  kind: 'demo' | 'shop'
  root: string
  data: string
  /** Short, because a socket's path may not be long. */
  run: string
}

export function openHome(kind: Home['kind'], root = homeRoot(kind)): Home {
  const mark = createHash('sha256').update(root).digest('hex').slice(0, 12)
  const run = join(tmpdir(), `evenbore-${process.getuid?.() ?? 0}-${mark}`)
  const home = { kind, root, data: join(root, 'mariadb'), run }
  mkdirSync(home.root, { recursive: true, mode: 0o700 })
  mkdirSync(home.run, { recursive: true, mode: 0o700 })
  return home
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
