import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { say, StepFailed } from './say'

interface Need {
  what: string
  packages: string[]
  found(): boolean
}

const onPath = (program: string) =>
  [...(process.env.PATH ?? '').split(':'), '/usr/sbin', '/usr/bin'].some((dir) => existsSync(`${dir}/${program}`))

export const needs = {
  mariadb: {
    what: 'the MariaDB server',
    packages: ['mariadb-server'],
    found: () => onPath('mariadbd') && onPath('mariadb-install-db'),
  },
  chromium: {
    what: 'Chromium and its driver',
    packages: ['chromium', 'chromium-driver'],
    found: () => onPath('chromium') && onPath('chromedriver'),
  },
} satisfies Record<string, Need>

function run(command: string, args: string[]): boolean {
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  return spawnSync(command, args, { stdio: ['ignore', 'ignore', 'inherit'], env }).status === 0
}

/**
 * Installs what is missing from Debian's packages, or says exactly what to install
 * where it may not. What is there already is left alone, so it works without a network.
 */
export function ensure(...wanted: Need[]): void {
  const missing = wanted.filter((n) => !n.found())
  if (missing.length === 0) return
  const packages = missing.flatMap((n) => n.packages)
  const advice = `Install it yourself: sudo apt-get update && sudo apt-get install ${packages.join(' ')}`
  const what = missing.map((n) => n.what).join(' and ')
  if (!onPath('apt-get'))
    throw new StepFailed(
      `This machine lacks ${what}.`,
      `Even Bore knows only Debian's packages (${packages.join(', ')}); install them by other means.`,
    )
  const root = process.getuid?.() === 0
  const sudo = !root && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0
  if (!root && !sudo) throw new StepFailed(`This machine lacks ${what}, and installing needs root.`, advice)
  say(`Installing ${what} from Debian's packages (once) …`)
  const apt = (...args: string[]) =>
    root ? run('apt-get', args) : run('sudo', ['-n', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args])
  // A list that is only partly fresh may still do; the install itself decides.
  apt('update', '-qq')
  if (!apt('install', '-y', '-qq', '--no-install-recommends', ...packages))
    throw new StepFailed(`Debian's packages could not be installed.`, advice)
  const still = wanted.filter((n) => !n.found())
  if (still.length > 0)
    throw new StepFailed(`${still.map((n) => n.what).join(' and ')} cannot be found even now.`, advice)
}
