import { fork, type ChildProcess } from 'node:child_process'

interface Answer {
  what: 'open' | 'close'
  port: number
  error?: string
}

/** The process that keeps this worker's servers, once one was wanted. */
let keeper: ChildProcess | null = null
const waiting = new Map<string, (answer: Answer) => void>()
const nameOf = ({ what, port }: Pick<Answer, 'what' | 'port'>) => `${what} ${port}`

function running(): ChildProcess {
  if (keeper && keeper.exitCode === null && keeper.signalCode === null) return keeper
  const env = { ...process.env, NODE_ENV: 'production' }
  keeper = fork('testing/keeper.mjs', { env, execArgv: [], stdio: ['ignore', 'ignore', 'inherit', 'ipc'] })
  keeper.on('message', (answer) => {
    const name = nameOf(answer as Answer)
    waiting.get(name)?.(answer as Answer)
    waiting.delete(name)
  })
  keeper.once('exit', (code, signal) => {
    for (const [name, answer] of waiting)
      answer({ what: 'open', port: 0, error: `${name}: the keeper ended (${signal ?? code})` })
    waiting.clear()
  })
  return keeper
}

/**
 * Opens or closes a built server in the process that keeps those of this worker, in place of one of its own: it need
 * not start, and is as warm as in a shop in the afternoon.
 *
 * @throws Error with what the server said where it does not open
 */
export async function keep(what: 'open' | 'close', port: number, env: NodeJS.ProcessEnv = {}): Promise<void> {
  const own = running()
  const { error } = await new Promise<Answer>((answer) => {
    waiting.set(nameOf({ what, port }), answer)
    own.send({ what, port, env })
  })
  if (error) throw new Error(`the server did not ${what}: ${error}`)
}
