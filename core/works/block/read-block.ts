import type { Snapshot } from '../../job/snapshot'
import { mean } from '../../measure/mean'
import type { Verdict } from '../../measure/verdict'
import { readDeck } from '../liners/deck'
import { blockAt, blockEntries, type Block } from './entries'
import { faceLine, faceLineNames, faceOf, judgeGap, sameLine, type FaceLineName } from './faces'
import { flatFaces, type FlatFace } from './kinds'

/** A line that was laid, as it is judged: null where the sheet has no limit. */
export interface ReadLine {
  entry: Block['flats'][number]
  /** Its usual name; null for one that somebody drew. */
  name: FaceLineName | null
  limitMm: number | null
  verdict: Verdict | null
}

/** How far out of flat a face may be, mm; null where the sheet does not say. */
export const flatLimit = (snapshot: Snapshot, on: FlatFace): number | null => {
  const flat = snapshot.sheet.sections.liners?.flat
  return flat ? (on === 'deck' ? flat.deckMm : flat.headMm) : null
}

/** The name of the usual line that this one is; null where it is none. */
function nameOf(snapshot: Snapshot, line: Block['flats'][number]): FaceLineName | null {
  const face = faceOf(snapshot.engine, line.head)
  return faceLineNames.find((n) => sameLine(line, faceLine(face, n, snapshot.engine.boreMm))) ?? null
}

/** The lines laid over deck and heads, the last reading of each. */
export function readLines(snapshot: Snapshot): ReadLine[] {
  const all = blockEntries(snapshot, 'flats')
  const same = (a: (typeof all)[number], b: (typeof all)[number]) =>
    a.on === b.on && a.head === b.head && sameLine(a, b)
  return all
    .filter((a, i) => !all.slice(i + 1).some((b) => same(a, b)))
    .map((entry) => {
      const limitMm = flatLimit(snapshot, entry.on)
      return {
        entry,
        name: nameOf(snapshot, entry),
        limitMm,
        verdict: limitMm === null ? null : judgeGap(entry.gapMm, entry.notMm, limitMm),
      }
    })
}

/** The usual lines that nobody has laid yet, face by face; none where the sheet has no limit. */
export function linesOpen(snapshot: Snapshot): { on: FlatFace; head: number; name: FaceLineName }[] {
  const read = readLines(snapshot)
  return flatFaces.flatMap((on) =>
    flatLimit(snapshot, on) === null
      ? []
      : snapshot.engine.heads.flatMap((_, i) =>
          faceLineNames
            .filter((name) => !read.some((l) => l.entry.on === on && l.entry.head === i + 1 && l.name === name))
            .map((name) => ({ on, head: i + 1, name })),
        ),
  )
}

/** A liner as it ran, by the fire ring of the old gasket: the thinner the ring, the higher it stood. */
export interface RanLiner {
  cylinder: number
  stations: { angleDeg: number; heightMm: number; foundMm: number | null }[]
  /** Its mean as it ran less its mean as found, mm: above zero it has dropped since. Null where it was not found measured. */
  droppedMm: number | null
  /** Whether that is more than the two measurements together leave open. */
  moved: boolean
}

/**
 * The deck as it ran: heights from the crushed fire ring, laid so that all of them together lie
 * where the deck was found. What differs then is a liner that moved since, or a gasket that gave.
 *
 * Lengths mm. Empty before any ring is measured or before the deck was.
 */
export function readRan(snapshot: Snapshot): RanLiner[] {
  const found = new Map(readDeck(snapshot, 'as-found').cylinders.map((c) => [c.cylinder, c]))
  const rings = snapshot.engine.heads.flat().flatMap((cylinder) => blockAt(snapshot, 'fireRings', cylinder) ?? [])
  const foundAt = (cylinder: number, angleDeg: number) =>
    found.get(cylinder)?.stations.find((s) => s.angleDeg === angleDeg)?.valueMm ?? null
  const pairs = rings.flatMap((r) =>
    r.readings.flatMap(({ angleDeg, valueMm }) => {
      const height = foundAt(r.cylinder, angleDeg)
      return height === null ? [] : [valueMm + height]
    }),
  )
  if (pairs.length === 0) return []
  // What ring and protrusion come to together is one clamped gasket; few liners that moved do not shift its middle.
  const clampedMm = middle(pairs)
  return rings.map((r) => {
    const stations = r.readings.map(({ angleDeg, valueMm }) => ({
      angleDeg,
      heightMm: clampedMm - valueMm,
      foundMm: foundAt(r.cylinder, angleDeg),
    }))
    const both = stations.flatMap((s) => (s.foundMm === null ? [] : [s.heightMm - s.foundMm]))
    const droppedMm = both.length > 0 ? mean(both) : null
    const u = Math.hypot(r.uncertaintyMm, found.get(r.cylinder)?.uncertaintyMm ?? 0)
    return { cylinder: r.cylinder, stations, droppedMm, moved: droppedMm !== null && Math.abs(droppedMm) > u }
  })
}

function middle(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const half = Math.floor(sorted.length / 2)
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}
