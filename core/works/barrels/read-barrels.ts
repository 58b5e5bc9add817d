import { judgeBore, type JudgedBore } from '../../barrel/judge-bore'
import { onceASnapshot } from '../../job/once'
import type { Spot } from '../../job/place'
import type { Snapshot } from '../../job/snapshot'
import { mean } from '../../measure/mean'
import { standingAt } from '../../job/standing'
import type { Groups } from '../kinds'
import type { BarrelWay } from './kinds'
import type { BarrelSection } from './section'

type Barrels = NonNullable<Groups['barrels']>
export type BarrelRows = keyof Barrels

export const sectionOf = (snapshot: Snapshot): BarrelSection | null => snapshot.sheet.sections.barrels ?? null

/** What stands of a collection at a barrel, in the order it was done. */
export function entriesAt<K extends BarrelRows>(snapshot: Snapshot, rows: K, place: string): Barrels[K] {
  return standingAt(snapshot, `barrels.${rows}`, { cylinder: null, place }) as unknown as Barrels[K]
}
/** The last of a collection at a barrel, after a place in the job where one is given; null where there is none. */
export function lastAt<K extends BarrelRows>(
  snapshot: Snapshot,
  rows: K,
  place: string,
  since = -1,
): Barrels[K][number] | null {
  const all = entriesAt(snapshot, rows, place) as unknown as { seq: number }[]
  return (all.findLast((e) => e.seq > since) ?? null) as Barrels[K][number] | null
}

/** A barrel: its place, its number, what it is called. */
export interface BarrelSpot extends Spot {
  cylinder: null
  place: string
  n: number
  name: string
  of: BarrelSection
}
export const barrelsOf = onceASnapshot((snapshot: Snapshot): BarrelSpot[] => {
  const of = sectionOf(snapshot)
  return (of?.names ?? []).map((name, i) => ({ cylinder: null, place: `barrel-${i + 1}`, n: i + 1, name, of: of! }))
})
export const barrelAt = (snapshot: Snapshot, place: string | null): BarrelSpot | null =>
  barrelsOf(snapshot).find((b) => b.place === place) ?? null
/** What a barrel is called. */
export const nameAt = (snapshot: Snapshot, place: string | null): string => barrelAt(snapshot, place)?.name ?? ''

const REFERENCE_C = 20
/** A diameter as it would be at 20 °C. mm */
export const coldMm = (mm: number, partC: number, expansionPerC: number): number =>
  mm / (1 + expansionPerC * (partC - REFERENCE_C))

/** Two readings of a bore, brought to 20 °C. mm */
export const boreAt20 = (entry: { boreMm: readonly number[]; partC: number }, expansionPerC: number): number =>
  coldMm(mean([...entry.boreMm]), entry.partC, expansionPerC)

/** The next oversize that cleans a bore up, on the diameter mm; null where none does. */
export function nextOversizeMm({ barrel }: BarrelSection, largestMm: number): number | null {
  const all = [...barrel.oversizesMm].sort((a, b) => a - b)
  return all.find((o) => barrel.boreMm + o >= largestMm + barrel.cleanUpMm - 1e-9) ?? null
}

/** A barrel as it came in. */
export interface WornState {
  measured: ReturnType<typeof lastAt<'measured'>>
  judged: JudgedBore | null
  oversizeMm: number | null
  /** What its figures and its wall ask for: the shop may decide otherwise. */
  asks: BarrelWay | null
  /** Which ways are open at all. */
  open: readonly BarrelWay[]
  way: BarrelWay | null
}

/** How a barrel came in, and what was decided of it. */
export function readWorn(snapshot: Snapshot, { of, place }: BarrelSpot): WornState {
  const { barrel, piston } = of
  const measured = lastAt(snapshot, 'measured', place)
  const judged = measured
    ? judgeBore({
        levels: measured.levels,
        partC: measured.partC,
        expansionPerC: barrel.expansionPerC,
        newMm: barrel.boreMm,
        maxMm: barrel.wornMaxMm,
        taperMaxMm: barrel.taperMaxMm,
        outOfRoundMaxMm: barrel.outOfRoundMaxMm,
        pistonMm: piston.pistonMm,
        uncertaintyMm: measured.uncertaintyMm,
      })
    : null
  const oversizeMm = judged ? nextOversizeMm(of, judged.largestMm) : null
  const within = judged !== null && Object.values(judged.verdicts).every((v) => v !== 'out')
  const asks = (): BarrelWay => {
    if (within && measured!.wall === 'sound') return 'keep'
    return oversizeMm !== null ? 'oversize' : 'sleeve'
  }
  const decided = lastAt(snapshot, 'decided', place, measured?.seq ?? Infinity)
  const open: BarrelWay[] = judged
    ? [...(within ? (['keep'] as const) : []), ...(oversizeMm === null ? [] : (['oversize'] as const)), 'sleeve', 'new']
    : []
  return {
    measured,
    judged,
    oversizeMm,
    asks: judged ? asks() : null,
    open,
    // A way that figures corrected since have closed is decided anew.
    way: decided && open.includes(decided.way) ? decided.way : null,
  }
}
/** The barrels that were decided so. */
export const barrelsWith = (snapshot: Snapshot, ...ways: BarrelWay[]): BarrelSpot[] =>
  barrelsOf(snapshot).filter((b) => {
    const { way } = readWorn(snapshot, b)
    return way !== null && ways.includes(way)
  })
