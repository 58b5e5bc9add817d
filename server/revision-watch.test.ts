import { afterAll, beforeAll, expect, it } from 'vitest'
import { RevisionWatch } from './revision-watch'

import { commandOf, TestServer } from './testing/test-store'

let server: TestServer
beforeAll(async () => {
  server = await TestServer.start()
})
afterAll(() => server.stop())

it('tells whoever joins where the job stands, and all of them what is new', async () => {
  const watch = new RevisionWatch(server.store)
  const jobId = await server.jobId('Long Reach')
  const revision = async () => (await server.snapshot(jobId)).revision
  const [first, second, other] = [[], [], []] as [number[], number[], number[]]
  const stop = [watch.listen(jobId, (n) => first.push(n))]
  await watch.ask()
  const before = await revision()
  expect(first).toEqual([before])
  // The second hears at once what the first was told.
  stop.push(
    watch.listen(jobId, (n) => second.push(n)),
    watch.listen(await server.jobId('Pump'), (n) => other.push(n)),
  )
  expect(second).toEqual([before])
  const personId = (await server.shop()).people[0]!.id
  await server.send(commandOf({ what: 'change-job', title: 'Long Reach, again' }, jobId, personId))
  await watch.ask()
  expect(await revision()).toBe(before + 1)
  expect([first, second]).toEqual([
    [before, before + 1],
    [before, before + 1],
  ])
  expect(other).toHaveLength(1)
  stop.forEach((end) => end())
  // Nobody is left: the next one who joins is told anew.
  const late: number[] = []
  const end = watch.listen(jobId, (n) => late.push(n))
  expect(late).toEqual([])
  await watch.ask()
  expect(late).toEqual([before + 1])
  end()
})
