import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { trueProtrusionMm, type BoreTruth } from '#core/sim/simulated-engine'
import { list, rows } from '../store/read-values'
import { TestServer } from '../testing/test-store'
import { readTruth } from './routes'

let server: TestServer
let spare: string
beforeAll(async () => {
  server = await TestServer.start()
  spare = await server.jobId('spare')
})
afterAll(() => server.stop())

describe('what stands under the stylus of the simulated gauge', () => {
  it('is the liner as the engine came in, until it is cut or shimmed', async () => {
    const height = (await readTruth(server.store, spare, true))!
    const bare = { asFound: true, packsMm: [], shimMm: 0 }
    const angles = [0, 90, 180, 270]
    const lean = (cylinder: number) => angles.map((angleDeg) => height({ on: 'liner', cylinder, angleDeg }))
    const truths = await rows(server.store, 'boreTruths', { jobId: spare })
    for (const { cylinder, truth } of truths) {
      const bore = list<BoreTruth>(truth)
      expect(lean(Number(cylinder))).toEqual(angles.map((angleDeg) => trueProtrusionMm(bore, bare, angleDeg)))
    }
    expect(truths.length).toBe(6)
    expect(height({ on: 'liner', cylinder: 99, angleDeg: 0 })).toBe(0)
  })

  it('is the ledge below the deck, and nothing on the deck itself', async () => {
    const height = (await readTruth(server.store, spare, false))!
    expect(height({ on: 'ledge', cylinder: 1, angleDeg: 0 })).toBeLessThan(-9)
    expect(height({ on: 'deck' })).toBe(0)
  })

  it('is a plane at a place of another work, and flat where nobody made one', async () => {
    const truth = { centreMm: 1, tiltMm: 0.2, highAtDeg: 90 }
    await server.store.models.placeTruths.create({ jobId: spare, place: 'pad-1', truth })
    const height = (await readTruth(server.store, spare, false))!
    const at = (place: string) => [90, 270].map((angleDeg) => height({ on: 'place', place, angleDeg }))
    expect(at('pad-1')).toEqual([expect.closeTo(1.1, 9), expect.closeTo(0.9, 9)])
    expect(at('pad-2')).toEqual([0, 0])
  })

  it('is nothing where the job has no simulated engine', async () => {
    await server.store.sequelize.query('DELETE FROM boreTruths WHERE jobId = ?', { replacements: [spare] })
    await server.store.sequelize.query('DELETE FROM placeTruths WHERE jobId = ?', { replacements: [spare] })
    expect(await readTruth(server.store, spare, false)).toBeNull()
  })
})
