import { judgeBore, type JudgedBore } from '../../barrel/judge-bore'
import { latest } from '../../job/order'
import type { Snapshot } from '../../job/snapshot'
import type { Groups } from '../kinds'
import { standingEntries } from '../standing-entries'

/** What is done to the liners and lies with the entries of their block: their bores gauged, the pin tried, the engine barred over. */
type Beside = Pick<NonNullable<Groups['block']>, 'bores' | 'pilots' | 'barrings'>
const entries = <K extends keyof Beside>(snapshot: Snapshot, rows: K): Beside[K] =>
  standingEntries<Beside[K]>(snapshot, `block.${rows}`)
function lastAt<K extends 'bores' | 'pilots'>(snapshot: Snapshot, rows: K, cylinder: number) {
  const all = entries(snapshot, rows) as { seq: number; cylinder: number }[]
  return latest(all.filter((e) => e.cylinder === cylinder)) as Beside[K][number] | null
}

/** Whether the pin was tried since the liner went in, and whether it drops; null where it was not. */
export function pilotDrops(snapshot: Snapshot, cylinder: number, pressedSeq: number): boolean | null {
  const tried = lastAt(snapshot, 'pilots', cylinder)
  return tried && tried.seq > pressedSeq ? tried.drops : null
}

/** When the engine was barred over last with its liners loose; null where it was not. */
export const barredSeq = (snapshot: Snapshot): number | null => latest(entries(snapshot, 'barrings'))?.seq ?? null

/** Share of a liner's length that its rings travel, where the sheet does not say. */
const TRAVEL = { top: 0.05, bottom: 0.65 } as const

/** Where the bore of a liner is gauged: at both ends of the rings' travel and between them, mm down from its top. */
export function gaugedDepthsMm({ sheet }: Pick<Snapshot, 'sheet'>, lengthMm: number): number[] {
  const top = sheet.liner?.travelTopMm ?? lengthMm * TRAVEL.top
  const bottom = sheet.liner?.travelBottomMm ?? lengthMm * TRAVEL.bottom
  return [top, (top + bottom) / 2, bottom]
}

/** The bore of a liner that may stay, as it was gauged; null before it is, or without its sizes on the sheet. */
export function readLinerBore(snapshot: Snapshot, cylinder: number): JudgedBore | null {
  const of = snapshot.sheet.sections.liners?.bore
  const gauged = lastAt(snapshot, 'bores', cylinder)
  return of && gauged
    ? judgeBore({ ...of, levels: gauged.levels, partC: gauged.partC, uncertaintyMm: gauged.uncertaintyMm })
    : null
}
