import { readDeck } from './deck'
import type { ComplaintName } from '../../job/intake'
import type { Snapshot } from '../../job/snapshot'

/** What the deck as found says of why the engine came in. */
export interface ComplaintSign {
  code: 'sunk' | 'low' | 'high' | 'leaning' | 'stepped' | 'head-uneven' | 'all-inside' | 'not-measured'
  cylinders: number[]
  /** The figure that says it, mm; null where there is none. */
  valueMm: number | null
  atDeg: number | null
  /** Of the complaints named at intake, those that this explains. */
  explains: ComplaintName[]
}

/** Which complaints each sign can be the cause of. */
const causes: Record<ComplaintSign['code'], readonly ComplaintName[]> = {
  sunk: ['head-gasket', 'gas-in-coolant', 'coolant-loss', 'white-smoke', 'overheats'],
  low: ['head-gasket', 'gas-in-coolant'],
  high: ['head-gasket'],
  leaning: ['coolant-loss', 'coolant-in-oil', 'white-smoke'],
  stepped: ['head-gasket', 'gas-in-coolant'],
  'head-uneven': ['head-gasket', 'gas-in-coolant'],
  'all-inside': [],
  'not-measured': [],
}

/** Whether somebody complained of something: of an overhaul nobody did. */
export const isComplainedOf = ({ job: { complaint, complaints } }: Snapshot): boolean =>
  complaint.trim() !== '' || complaints.some((c) => c !== 'overhaul')

/**
 * What protrusion before anything moved says about the complaint: liners sunk below the
 * deck, low, high, leaning, stepped against a neighbour, heads held unevenly; or that it
 * does not explain the complaint at all.
 */
export function readComplaint(snapshot: Snapshot): { signs: ComplaintSign[]; unexplained: ComplaintName[] } {
  const deck = readDeck(snapshot, 'as-found')
  const { complaints } = snapshot.job
  const signs: ComplaintSign[] = []
  const add = (
    code: ComplaintSign['code'],
    cylinders: number[],
    valueMm: number | null = null,
    atDeg: number | null = null,
  ) => signs.push({ code, cylinders, valueMm, atDeg, explains: causes[code].filter((c) => complaints.includes(c)) })
  const measured = deck.cylinders.filter((c) => c.judgement)
  // A liner is as low as its lowest reading.
  const sunk = measured.filter((c) => c.judgement!.minMm < 0)
  const low = measured.filter((c) => c.judgement!.verdicts.low === 'out' && c.judgement!.minMm >= 0)
  const high = measured.filter((c) => c.judgement!.verdicts.high === 'out')
  if (sunk.length > 0)
    add(
      'sunk',
      sunk.map((c) => c.cylinder),
      Math.min(...sunk.map((c) => c.judgement!.minMm)),
    )
  if (low.length > 0)
    add(
      'low',
      low.map((c) => c.cylinder),
      Math.min(...low.map((c) => c.judgement!.minMm)),
    )
  if (high.length > 0)
    add(
      'high',
      high.map((c) => c.cylinder),
      Math.max(...high.map((c) => c.judgement!.maxMm)),
    )
  for (const c of measured.filter((m) => m.judgement!.verdicts.evenness === 'out' && m.plane?.highAtDeg != null))
    add('leaning', [c.cylinder], c.plane!.tiltMm, c.plane!.highAtDeg)
  for (const s of deck.judgement.adjacent.filter((a) => a.verdict === 'out'))
    add('stepped', [s.a, s.b], Math.abs(s.differenceMm))
  for (const h of deck.judgement.heads.filter(
    (x) =>
      x.verdict === 'out' && !deck.judgement.adjacent.some((a) => a.verdict === 'out' && x.cylinders.includes(a.a)),
  ))
    add('head-uneven', h.cylinders, h.rangeMm)
  const open = deck.cylinders.filter((c) => !c.complete).map((c) => c.cylinder)
  if (open.length > 0) add('not-measured', open)
  else if (signs.length === 0)
    add(
      'all-inside',
      measured.map((c) => c.cylinder),
    )
  const explained = new Set(signs.flatMap((s) => s.explains))
  return { signs, unexplained: open.length > 0 ? [] : complaints.filter((c) => c !== 'overhaul' && !explained.has(c)) }
}
