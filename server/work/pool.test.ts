import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, expect, it, vi } from 'vitest'
import { WorkPool, type PoolOptions } from './pool'

/** Threads that do as they are told, in place of the server's own. */
const THREAD = `
  export const calculate = async ({ name, input }) => {
    if (name === 'wait') await new Promise((done) => setTimeout(done, input))
    if (name === 'never') for (;;);
    if (name === 'leave') process.exit(3)
    if (name === 'fill') for (const held = []; ; ) held.push(new Array(1e6).fill(held.length))
    if (name === 'refuse') throw new Error('not this')
    return { output: name }
  }
`

let folder: string
let pool: WorkPool
const open = (options: Partial<PoolOptions> = {}) =>
  (pool = new WorkPool({ threads: 1, waiting: 2, file: join(folder, 'thread.mjs'), ...options }))
const ask = (name: string, input: unknown = null, options = {}) => pool.run('calculate', { name, input }, options)

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'evenbore-threads-'))
  writeFileSync(join(folder, 'thread.mjs'), THREAD)
})
afterEach(() => pool.close())
afterAll(() => rmSync(folder, { recursive: true, force: true }))

it('gives what the thread gives', async () => {
  open()
  expect(await ask('good')).toEqual({ output: 'good' })
})

it('ends what never ends when its time is up, and goes on with the next', async () => {
  open()
  await expect(ask('never', null, { timeoutMs: 300 })).rejects.toMatchObject({ code: 'took-too-long' })
  expect(await ask('next')).toEqual({ output: 'next' })
})

it('ends what nobody waits for any more', async () => {
  open()
  const gone = new AbortController()
  const asked = ask('never', null, { signal: gone.signal })
  const ended = expect(asked).rejects.toMatchObject({ code: 'took-too-long' })
  setTimeout(() => gone.abort(), 300)
  await ended
  expect(await ask('next')).toEqual({ output: 'next' })
})

it('lets some wait, and tells one more that it is busy', async () => {
  open()
  // The first lies with the thread as soon as that stands.
  expect(await ask('good')).toEqual({ output: 'good' })
  const first = ask('wait', 500)
  const waiting = [ask('second'), ask('third')]
  await expect(ask('fourth')).rejects.toMatchObject({ code: 'busy' })
  expect(await Promise.all([first, ...waiting])).toEqual(['wait', 'second', 'third'].map((output) => ({ output })))
  expect(await ask('fifth')).toEqual({ output: 'fifth' })
})

it.each(['leave', 'fill', 'refuse'])('says that it gave up where a thread does %s, and goes on', async (what) => {
  const said = vi.spyOn(console, 'error').mockImplementation(() => undefined)
  open()
  await expect(ask(what)).rejects.toMatchObject({ code: 'gave-up' })
  expect(said).toHaveBeenCalledOnce()
  expect(await ask('next')).toEqual({ output: 'next' })
})
