import { spawnSync } from 'node:child_process'
import { writeScripts, writeTyped } from './pages-as-scripts'

interface Answer {
  good: boolean
  said: string
}
/** What the native tools are told of memory: they live for seconds, so they sweep only where it gets scarce. */
export const unswept = { GOGC: 'off', GOMEMLIMIT: '2GiB' }
/** One that looks at all does less than four that each know only a part; both cores are busy anyhow. */
export const oneChecker = ['--checkers', '1']

function ask(command: string, ...args: string[]): Answer {
  const env = { ...process.env, ...unswept }
  const { status, stdout, stderr } = spawnSync(command, args, { encoding: 'utf8', env, maxBuffer: 64 * 1024 * 1024 })
  return { good: status === 0, said: `${stdout}${stderr}` }
}
const tool = (name: string, ...args: string[]) => ask(`node_modules/.bin/${name}`, ...args)
const native = (config: string) =>
  ask(
    process.execPath,
    'node_modules/typescript-native/bin/tsc',
    '--noEmit',
    '--pretty',
    'false',
    ...oneChecker,
    '-p',
    config,
  )

/** What all of them say; good where all are. */
const together = (...answers: Answer[]): Answer => ({
  good: answers.every((a) => a.good),
  said: answers.map((a) => (a.good ? '' : a.said)).join('\n'),
})

/** Prettier has the last word; it is asked only about what a quicker formatter of its rules would write otherwise. */
function formatting(): Answer {
  const quick = tool('oxfmt', '--list-different')
  const doubtful = quick.said.split('\n').filter((line) => line.trim() !== '')
  return quick.good
    ? quick
    : tool('prettier', '--check', '--log-level', 'warn', ...(doubtful.length > 0 ? doubtful : ['.']))
}

const quick = (...files: string[]) => tool('oxlint', '-c', 'oxlint.config.mjs', '--type-aware', ...files)

/** The house and the scripts of its pages by the native lint; the pages with their templates by ESLint. */
const lint = (): Answer => together(quick(), quick(...writeScripts()), tool('eslint', '.'))

/** The pages by the native compiler; where it complains, `vue-tsc` has the last word, and names the lines of the page. */
function pages(): Answer {
  const { folder, counts } = writeTyped()
  const { good, said } = native(`${folder}/tsconfig.json`)
  // What is indented goes on with the complaint before it; one that ends without a word has not looked.
  const complaints = said.split('\n').filter((line) => /^\S/.test(line))
  return good || (complaints.length > 0 && !complaints.some(counts))
    ? { good: true, said: '' }
    : tool('vue-tsc', '--noEmit', '-p', 'web/tsconfig.json')
}
const types = (): Answer => together(native('tsconfig.json'), pages())

/** What is checked beside the tests. */
export const checks = { formatting, lint, types }

const asked = process.argv[2] as keyof typeof checks | undefined
if (asked !== undefined && asked in checks) {
  const { good, said } = checks[asked]()
  process.stdout.write(said)
  process.exitCode = good ? 0 : 1
}
