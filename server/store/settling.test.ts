import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { JobAct, ShopAct } from '#contract/commands'
import type { Settling } from '#core/whole/settling'
import { commandOf, TestServer } from '../testing/test-store'

let server: TestServer
beforeAll(async () => {
  server = await TestServer.start()
})
afterAll(() => server.stop())

it('tells how the liners of an engine settled that came back, from its final check to its next as-found', async () => {
  const shop = await server.shop()
  const loader = shop.jobs.find((j) => j.title === 'Gravel yard loader')!
  const engineId = shop.engines.find((e) => e.name.startsWith('Brennick'))!.id
  const ask = async () => (await server.app.inject(`/api/engines/${engineId}/settling`)).json<Settling>()
  // The demo's own comeback: four liners, the shimmed one by the window it was built into.
  const first = await ask()
  expect(first.pairs).toMatchObject([{ title: 'Gravel yard, back again', hours: 1830 }])
  const shimmed = first.pairs[0]!.bores.find((b) => b.cylinder === 3)!
  // From 0.1045 down to the 0.100 of a bore with a shim, not to the 0.090 of a bare one.
  expect(shimmed.leavesInH).toBeCloseTo(((shimmed.foundMm - 0.1) / -shimmed.perThousandMm) * 1000, 3)

  const person = shop.people[0]!.id
  const jobId = randomUUID()
  const act = async (a: JobAct | ShopAct, of: string | null = jobId) => {
    const [outcome] = await server.send(commandOf(a, of, person))
    expect(outcome).toMatchObject({ result: 'done' })
  }
  const built = await server.snapshot(loader.id)
  const usage = { value: built.job.usage!.value + 3000, unit: 'hours' } as const
  await act(
    { what: 'start-job', jobId, engineId, title: 'Loader again', complaint: '', work: [], usage, fromJobId: loader.id },
    null,
  )
  const setId = randomUUID()
  const gaugeId = shop.gauges[0]!.id
  await act({ what: 'open-set', setId, cylinder: 2, stage: 'as-found', gaugeId, zeroOn: 'deck' })
  for (const angleDeg of built.stationsDeg)
    await act({ what: 'take-reading', readingId: randomUUID(), setId, angleDeg, valueMm: 0.1, source: 'typed' })

  const { pairs, schools } = await ask()
  expect(pairs).toHaveLength(2)
  expect(pairs[0]).toMatchObject({ hours: 3000, title: 'Loader again', jobId: loader.id })
  const [bore] = pairs[0]!.bores
  expect(bore).toMatchObject({ cylinder: 2, foundMm: 0.1 })
  expect(bore!.perThousandMm).toBeCloseTo((0.1 - bore!.builtMm) / 3, 9)
  expect(schools).toMatchObject([{ engines: 2, bores: 5 }])
})
