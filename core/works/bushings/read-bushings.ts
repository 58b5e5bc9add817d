import { assignBushings, type AssignedBushings } from '../../bushing/assign-bushings'
import { bushingClearance, type BushingClearance } from '../../bushing/bushing-clearance'
import { seenClock } from '../../bushing/seen-clock'
import { CalcError } from '../../errors'
import type { Said } from '../../job/ask'
import { latest } from '../../job/order'
import type { Spot } from '../../job/place'
import type { Snapshot } from '../../job/snapshot'
import { judgeLower, judgeUpper, judgeWithin, ofBoth, worstVerdict, type Verdict } from '../../measure/verdict'
import { type Groups } from '../kinds'
import { standingEntries } from '../standing-entries'
import type { BushingCode, BushingSection, Face, Housing } from './section'

type Bushings = NonNullable<Groups['bushings']>
export type BushingRows = keyof Bushings
/** Collections whose entries are made at a housing. */
export type HousedRows = {
  [K in BushingRows]: Bushings[K][number] extends { place: string } ? K : never
}[BushingRows]

/** What stands of a collection of this work, in the order it was done. */
export function bushingEntries<K extends BushingRows>(snapshot: Snapshot, rows: K): Bushings[K] {
  return standingEntries<Bushings[K]>(snapshot, `bushings.${rows}`)
}
/** The last of a collection; null where there is none. */
export function lastOf<K extends BushingRows>(snapshot: Snapshot, rows: K): Bushings[K][number] | null {
  return latest(bushingEntries(snapshot, rows) as { seq: number }[]) as Bushings[K][number] | null
}
/** The same at one housing. */
export function lastAt<K extends HousedRows>(snapshot: Snapshot, rows: K, place: string): Bushings[K][number] | null {
  const all = bushingEntries(snapshot, rows) as unknown as { seq: number; place: string }[]
  return latest(all.filter((e) => e.place === place)) as Bushings[K][number] | null
}

export const sectionOf = (snapshot: Snapshot): BushingSection | null => snapshot.sheet.sections.bushings ?? null

/** A housing of the camshaft: its place, its number from the front, what the sheet says of it. */
export interface HousingSpot extends Spot {
  cylinder: null
  place: string
  n: number
  of: Housing
}
export const housingPlace = (n: number): string => `housing-${n}`

/** The housings from the front. */
export function housingsOf(snapshot: Snapshot): HousingSpot[] {
  return (sectionOf(snapshot)?.housings ?? []).map((of, i) => ({
    cylinder: null,
    place: housingPlace(i + 1),
    n: i + 1,
    of,
  }))
}
export const housingAt = (snapshot: Snapshot, place: string | null): HousingSpot | null =>
  housingsOf(snapshot).find((h) => h.place === place) ?? null
/** The order in which bushings come out and go in: the rear one first, the front one last. */
export const rearFirst = (snapshot: Snapshot): HousingSpot[] => housingsOf(snapshot).reverse()

/** How the block lies, as somebody said last; upright and seen from the front where nobody did. */
export interface Lie {
  rolledDeg: number
  seenFrom: Face
}
export function lieOf(snapshot: Snapshot): Lie {
  const { rolledDeg, seenFrom } = lastOf(snapshot, 'lies') ?? { rolledDeg: 0, seenFrom: 'front' as const }
  return { rolledDeg, seenFrom }
}
/** Where the drillings of a housing are as the block lies: hours of the clock as the eye sees it, 12 up. */
export const seenHours = ({ of }: HousingSpot, lie: Lie): { seenDeg: number; oClock: number }[] =>
  seenClock({ holesOClock: of.drillings.map((d) => d.oClock), blockRolledDeg: lie.rolledDeg, seenFrom: lie.seenFrom })
    .holes

const middle = ([a, b]: readonly [number, number]) => (a + b) / 2
const within = (mm: readonly number[], wantMm: number, tolMm: number, uMm: number): Verdict =>
  worstVerdict([judgeUpper(Math.max(...mm), wantMm + tolMm, uMm), judgeLower(Math.min(...mm), wantMm - tolMm, uMm)])

/** The same of two directions while they are being read: each by itself. @param name of their field */
export function withinTol(
  name: string,
  mm: readonly (number | undefined)[],
  wantMm: number,
  tolMm: number,
  uMm: number,
): Said {
  const told = mm.flatMap((v, i) =>
    v === undefined ? [] : [[`${name}.${i}`, within([v], wantMm, tolMm, uMm)] as const],
  )
  return { verdicts: Object.fromEntries(told), lines: [] }
}

/** Something round that was measured in two directions, mm. */
export interface RoundState<Entry> {
  entry: Entry | null
  meanMm: number | null
  outOfRoundMm: number | null
  size: Verdict | null
}

/** A journal of the camshaft as measured. */
export function readJournal(snapshot: Snapshot, at: HousingSpot): RoundState<Bushings['journals'][number]> {
  const entry = lastAt(snapshot, 'journals', at.place)
  if (!entry) return { entry, meanMm: null, outOfRoundMm: null, size: null }
  const { journalTolMm } = sectionOf(snapshot)!
  return {
    entry,
    meanMm: middle(entry.mm),
    outOfRoundMm: Math.abs(entry.mm[0] - entry.mm[1]),
    size: within(entry.mm, at.of.journalMm, journalTolMm, entry.uncertaintyMm),
  }
}

/** A housing's bore as measured. */
export function readHousing(snapshot: Snapshot, at: HousingSpot): RoundState<Bushings['housings'][number]> {
  const entry = lastAt(snapshot, 'housings', at.place)
  if (!entry) return { entry, meanMm: null, outOfRoundMm: null, size: null }
  return {
    entry,
    meanMm: middle(entry.boreMm),
    outOfRoundMm: Math.abs(entry.boreMm[0] - entry.boreMm[1]),
    size: within(entry.boreMm, at.of.boreMm, sectionOf(snapshot)!.boreTolMm, entry.uncertaintyMm),
  }
}
/** Where a drilling of a housing lies from the face of the sheet: as measured, or else as the sheet has it, mm. */
export const drillingFromFaceMm = (snapshot: Snapshot, at: HousingSpot, i: number): number =>
  lastAt(snapshot, 'housings', at.place)?.drillingsMm[i] ?? at.of.drillings[i]!.fromFaceMm

/** What the sheet says of a bushing's code; null for a code it does not know. */
export const codeOf = (snapshot: Snapshot, code: string): BushingCode | null =>
  sectionOf(snapshot)?.codes.find((c) => c.code === code) ?? null
/** The codes that may go into a housing. */
export const codesFor = (snapshot: Snapshot, n: number): BushingCode[] =>
  (sectionOf(snapshot)?.codes ?? []).filter((c) => c.positions.includes(n))

/** Which bushing goes where, of those that were read and the housings that were measured; null before anything was. */
export function readMap(snapshot: Snapshot): AssignedBushings | null {
  const section = sectionOf(snapshot)
  if (!section) return null
  const housings = housingsOf(snapshot).flatMap((h) => {
    const { meanMm } = readHousing(snapshot, h)
    return meanMm === null ? [] : [{ position: h.n, boreMm: meanMm }]
  })
  const bushings = housingsOf(snapshot).flatMap((h) => {
    const read = lastAt(snapshot, 'read', h.place)
    return read ? [{ id: h.place, code: read.code, outerMm: read.outerMm }] : []
  })
  if (housings.length === 0) return null
  const codes = section.codes.map(({ code, positions }) => ({ code, positions }))
  return assignBushings({ housings, bushings, codes, interference: section.interference })
}

/** How the bushing that lies for a housing stands to it. */
export type BushingFit = 'right' | 'swapped' | 'other-place' | 'wrong-code' | 'too-loose' | 'too-tight' | 'near'
export interface BushingState {
  read: Bushings['read'][number] | null
  /** Its code as the sheet has it; null where it has none of it. */
  code: BushingCode | null
  fit: BushingFit | null
  /** Where it belongs instead; null where nowhere, or here. */
  belongsAt: string | null
  interferenceMm: number | null
}

/** Whether it may be driven in: what its gauges cannot tell is answered for. */
export const mayGoIn = ({ fit }: BushingState): boolean => fit === 'right' || fit === 'near'

/** The bushing that lies for a housing: right, or what is wrong with it and where it goes. */
export function readBushing(snapshot: Snapshot, at: HousingSpot): BushingState {
  const read = lastAt(snapshot, 'read', at.place)
  const { entry, meanMm } = readHousing(snapshot, at)
  if (!read) return { read, code: null, fit: null, belongsAt: null, interferenceMm: null }
  const section = sectionOf(snapshot)!
  const code = codeOf(snapshot, read.code)
  const interferenceMm = meanMm === null ? null : read.outerMm - meanMm
  const state = { read, code, interferenceMm, belongsAt: null }
  if (!code) return { ...state, fit: 'wrong-code' }
  if (code.positions.includes(at.n)) {
    if (interferenceMm === null) return { ...state, fit: null }
    const inWindow = judgeWithin(interferenceMm, section.interference, ofBoth(read, entry))
    if (inWindow !== 'out') return { ...state, fit: inWindow === 'in' ? 'right' : 'near' }
    return { ...state, fit: interferenceMm < section.interference.minMm ? 'too-loose' : 'too-tight' }
  }
  // It is somewhere else's: if what lies there belongs here, the two were swapped.
  const others = housingsOf(snapshot).filter((h) => code.positions.includes(h.n))
  const swapped = others.find((h) => {
    const there = lastAt(snapshot, 'read', h.place)
    return there !== null && codeOf(snapshot, there.code)?.positions.includes(at.n)
  })
  const belongsAt = (swapped ?? others[0])?.place ?? null
  return { ...state, fit: swapped ? 'swapped' : belongsAt ? 'other-place' : 'wrong-code', belongsAt }
}

/** What a bushing will be once it is in; null before everything it rests on was measured. */
export function readClearance(snapshot: Snapshot, at: HousingSpot): BushingClearance | null {
  const section = sectionOf(snapshot)
  const { entry, meanMm } = readHousing(snapshot, at)
  const { read, code } = readBushing(snapshot, at)
  const journal = readJournal(snapshot, at)
  if (!section || !read || !code || !entry || meanMm === null) return null
  const { metal } = section
  try {
    return bushingClearance({
      housing: {
        boreMm: meanMm,
        outerMm: at.of.outerMm,
        modulusMPa: metal.housingModulusMPa,
        poisson: metal.housingPoisson,
      },
      bushing: {
        outerMm: read.outerMm,
        innerMm: code.innerMm,
        modulusMPa: metal.bushingModulusMPa,
        poisson: metal.bushingPoisson,
        yieldMPa: metal.bushingYieldMPa,
      },
      journalMm: journal.meanMm ?? at.of.journalMm,
      clearance: section.clearance,
      // Journal, housing and bushing each carry the doubt of their own reading.
      uncertaintyMm: Math.hypot(entry.uncertaintyMm, read.uncertaintyMm, journal.entry?.uncertaintyMm ?? 0),
    })
  } catch (error) {
    if (error instanceof CalcError) return null
    throw error
  }
}
