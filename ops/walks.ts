import { spawn } from 'node:child_process'
import { availableParallelism } from 'node:os'
import { walkNumber, sumUp, type Reached } from '../server/testing/walks/walk-all'
import type { Walked } from '../server/testing/walks/walked'
import { say } from './say'

interface One {
  work: string
  seed: number
  walked: Walked
}
const PART = 'EVENBORE_WALKS_PART'

/** Every so many-th walk, by a process of its own; a line a walk. */
async function walkPart(count: number, seed: number, first: number, step: number): Promise<void> {
  for (let n = first; n < count; n += step) process.stdout.write(`${JSON.stringify(await walkNumber(n, seed))}\n`)
}

function byProcess(count: number, seed: number, first: number, step: number, done: () => void): Promise<One[]> {
  const child = spawn(
    process.execPath,
    ['--import', 'tsx', 'ops/main.ts', 'walks', '--count', String(count), '--seed', String(seed)],
    { env: { ...process.env, [PART]: `${first} ${step}` }, stdio: ['ignore', 'pipe', 'inherit'] },
  )
  const all: One[] = []
  let text = ''
  child.stdout.setEncoding('utf8')
  child.stdout.on('data', (piece: string) => {
    text += piece
    const lines = text.split('\n')
    text = lines.pop()!
    for (const line of lines) {
      all.push(JSON.parse(line) as One)
      done()
    }
  })
  return new Promise((resolve, reject) => {
    child.on('error', reject)
    child.on('close', (code) => (code === 0 ? resolve(all) : reject(new Error(`walks ended with ${code}`))))
  })
}

const told = (what: string, { all, open }: Reached) =>
  `${what}: ${all - open.length} of ${all}${open.length > 0 ? ` (not reached: ${open.join('; ')})` : ''}`

/**
 * Walks of somebody who errs and somebody who finishes, over the works, on sheets made at random.
 *
 * @returns 1 where something was found; the last line says how many
 */
export async function walks(count: number, seed: number): Promise<number> {
  const part = process.env[PART]?.split(' ').map(Number)
  if (part) {
    await walkPart(count, seed, part[0]!, part[1]!)
    return 0
  }
  const processes = Math.max(1, Math.min(availableParallelism(), Math.ceil(count / 20)))
  let done = 0
  const each = Math.max(1, Math.floor(count / 10))
  const all = await Promise.all(
    Array.from({ length: processes }, (_, i) =>
      byProcess(count, seed, i, processes, () => {
        done++
        if (done % each === 0 && done < count) say(`${done} of ${count} walks …`)
      }),
    ),
  )
  const sum = sumUp(all.flat())
  say(`${sum.acts} acts, ${sum.signed} jobs signed, ${sum.asItStands} ended as they stand`)
  say(told('stages', sum.stages))
  say(told('kinds of entries', sum.kinds))
  say(told('steps and gates', sum.steps))
  say(told('refusals', sum.refusals))
  for (const { work, seed: own, what } of sum.found) say(`${work}, seed ${own}: ${what}`)
  process.stdout.write(`${sum.walks} walks, ${sum.found.length} findings\n`)
  return sum.found.length > 0 ? 1 : 0
}
