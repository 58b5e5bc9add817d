import { randomUUID } from 'node:crypto'
import type { House } from '../testing/house'
import { send } from './bench-line'

/** Adds a twenty-cylinder engine to the shop: two banks of ten, five under a head. */
export async function addTwenty(house: House, personId: string, name: string) {
  const engineId = randomUUID()
  const banks = [Array.from({ length: 10 }, (_, i) => 2 * i + 1), Array.from({ length: 10 }, (_, i) => 2 * i + 2)]
  const heads = banks.flatMap((bank) => [bank.slice(0, 5), bank.slice(5)])
  const limits = {
    minMm: 0.06,
    maxMm: 0.14,
    aimMm: 0.1,
    withinLinerMaxMm: 0.03,
    adjacentMaxMm: 0.04,
    headRangeMaxMm: 0.05,
    maxLedgeDepthMm: 11.3,
    holdDownNm: 55,
  }
  const shape = {
    name,
    layout: 'vee' as const,
    boreMm: 140,
    pitchMm: 172,
    bankAngleDeg: 60,
    banks,
    heads,
    firing: [],
  }
  const sheet = {
    id: randomUUID(),
    seat: 'top-stop' as const,
    links: [
      { kind: 'flange' as const, nominalMm: 10.6 },
      { kind: 'counterbore' as const, nominalMm: 10.5 },
    ],
    limits,
    source: 'made up for the bench',
  }
  await send(house, [{ act: { what: 'add-engine', engineId, shape, sheet }, jobId: null }], personId)
  return { engineId, heads, cylinders: heads.flat() }
}
