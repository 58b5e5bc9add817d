import type { Snapshot } from '../../job/snapshot'
import { bushingEntries, housingsOf, lastAt, sectionOf } from './read-bushings'
import { downstreamOf } from './read-galleries'

/** What the old bushings say together of the oil's way. */
export interface OldPattern {
  code: 'wear' | 'one-alone' | 'layers' | 'spun' | 'hole-off'
  places: string[]
  /** Where copper shows on all of them, by the upright engine's clock; null where that does not matter. */
  oClock: number | null
  /** Passages that what came off has gone through. */
  passages: string[]
}

const HOUR_DEG = 30
/** The hour in the middle of several; null where they point every way. */
function meanHour(hours: readonly number[]): number | null {
  const sum = (f: (rad: number) => number) => hours.reduce((s, h) => s + f((h * HOUR_DEG * Math.PI) / 180), 0)
  const [x, y] = [sum(Math.cos), sum(Math.sin)]
  // Of directions that agree within some two hours, the sum is nearly as long as their number.
  if (Math.hypot(x, y) < 0.8 * hours.length) return null
  const deg = ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360
  return Math.round(deg / HOUR_DEG) || 12
}

/** Patterns over the bushings that are out. */
export function readPatterns(snapshot: Snapshot): OldPattern[] {
  const out = housingsOf(snapshot).flatMap((h) => lastAt(snapshot, 'out', h.place) ?? [])
  const worn = out.filter((o) => o.looks === 'copper' || o.copperShare > 0)
  const places = (of: readonly { place: string }[]) => of.map((o) => o.place)
  const found: OldPattern[] = []
  const hours = worn.flatMap((o) => o.copperOClock ?? [])
  const loaded = hours.length >= 2 && hours.length === worn.length ? meanHour(hours) : null
  if (worn.length >= 3 && worn.length >= out.length - 1 && loaded !== null)
    found.push({ code: 'wear', places: places(worn), oClock: loaded, passages: [] })
  if (worn.length === 1 && out.length >= 3)
    found.push({
      code: 'one-alone',
      places: places(worn),
      oClock: null,
      passages: upstreamOf(snapshot, worn[0]!.place),
    })
  const layers = out.filter((o) => o.looks === 'layers' || o.looks === 'folded')
  if (layers.length > 0)
    found.push({
      code: 'layers',
      places: places(layers),
      oClock: null,
      passages: [...new Set(layers.flatMap((l) => downstreamOf(sectionOf(snapshot)!, l.place)))],
    })
  const spun = out.filter((o) => o.looks === 'spun')
  if (spun.length > 0) found.push({ code: 'spun', places: places(spun), oClock: null, passages: [] })
  const off = out.filter((o) => !o.holeInLine)
  if (off.length > 0) found.push({ code: 'hole-off', places: places(off), oClock: null, passages: [] })
  return found
}

/** The passages that bring oil to a place directly. */
const upstreamOf = (snapshot: Snapshot, place: string): string[] =>
  sectionOf(snapshot)!
    .passages.filter((p) => p.to === place)
    .map((p) => p.id)

/** Whether an old bushing left something in the oil's way. */
export const shedsDebris = (snapshot: Snapshot): boolean =>
  bushingEntries(snapshot, 'out').some((o) => o.looks === 'layers' || o.looks === 'folded')
