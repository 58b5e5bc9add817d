import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { runs, type Started } from './started'

/** Who watches over a server, and the command that begins that anew. */
export interface Launcher {
  process: Started
  again: string[]
}

const LOOK_MS = 2000

/** Begins the supervisor anew, on its own: it ends this server when it is ready to start its own, at the same place. */
function begin([command, ...args]: string[]): void {
  const { NODE_ENV: _, EVENBORE_LAUNCHER: __, ...env } = process.env
  spawn(command!, args, { detached: true, stdio: 'ignore', env }).unref()
}

/**
 * Looks after whoever watches over this server: where it has died, so that nobody would start the server or its database
 * again, it is begun anew. Not where it was told to stop.
 *
 * @param data the folder in which a stop is noted
 * @param log told when it is begun anew
 * @returns how to end the looking
 */
export function watchLauncher(
  { process: launcher, again }: Launcher,
  data: string | undefined,
  log: (line: string) => void,
  { lookMs = LOOK_MS, launch = begin }: { lookMs?: number; launch?: (again: string[]) => void } = {},
): () => void {
  let missed = 0
  const timer = setInterval(() => {
    missed = runs(launcher) ? 0 : missed + 1
    // Once is a moment in which it may be leaving.
    if (missed < 2 || (data && existsSync(join(data, 'stopping.json')))) return
    clearInterval(timer)
    log('Whoever watched over the server is gone; that is begun anew.')
    launch(again)
  }, lookMs)
  timer.unref()
  return () => clearInterval(timer)
}
