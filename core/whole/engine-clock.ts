import type { Snapshot } from '../job/snapshot'
import { toRadians } from '../measure/angle'
import { housingsOf, lastAt as bushingAt } from '../works/bushings/read-bushings'
import { damperScrap } from '../works/front/read-damper'
import { lastAt as sleeveAt } from '../works/sleeves/read-sleeves'

/** What a mark was seen on. */
export const markSources = ['sleeve', 'ledge', 'liner', 'bushing', 'damper'] as const
export type MarkSource = (typeof markSources)[number]

/** Something seen anywhere on the engine, laid on one drawing. */
export interface EngineMark {
  of: MarkSource
  /** What it is, by the words of its own work. */
  word: string
  cylinder: number | null
  place: string | null
  /** From the middle of the front cylinder back, mm. */
  alongMm: number
  /** Which side, seen from the front, engine upright: −1 left … 1 right; null where it has none. */
  side: number | null
  /** How high: 0 at the crank … 1 at the head. */
  height: number
  /** 0 hardly … 1 as bad as it gets. */
  weight: number
}

/** How high each of them lies. */
const heights: Record<MarkSource, number> = { sleeve: 1, ledge: 0.85, liner: 0.7, bushing: 0.35, damper: 0.05 }
/** The deck's clock is seen from above, 12 toward the front: its right hand is the left of who stands before the engine. */
const sideOfDeck = (atDeg: number) => -Math.sin(toRadians(atDeg))
const HOUR_DEG = 30
const damageWeight = { none: 0, light: 0.35, marked: 0.7, heavy: 1 } as const
/** From this depth a ledge's fretting is as bad as it gets, mm. */
const DEEP_MM = 0.1

/** Everything that was seen on this engine, whichever work saw it. */
export function engineMarks(snapshot: Snapshot): EngineMark[] {
  const { engine } = snapshot
  const alongOf = (cylinder: number) => {
    const bank = engine.banks.find((b) => b.includes(cylinder)) ?? []
    return Math.max(0, bank.indexOf(cylinder)) * engine.pitchMm
  }
  const at = (of: MarkSource, cylinder: number) => ({
    of,
    cylinder,
    place: null,
    alongMm: alongOf(cylinder),
    height: heights[of],
  })
  const liners = snapshot.findings
    .filter((f) => !f.struck && (f.on === 'outside' || f.on === 'bore'))
    .map((f) => ({
      ...at('liner', f.cylinder),
      word: `finding.${f.kind}`,
      side: f.spanDeg >= 240 ? null : sideOfDeck(f.atDeg),
      weight: f.severity / 3,
    }))
  const ledges = [
    ...snapshot.findings
      .filter((f) => !f.struck && f.on === 'ledge' && (f.kind === 'fretting' || f.kind === 'pitting'))
      .map((f) => ({
        cylinder: f.cylinder,
        kind: f.kind as string,
        atDeg: f.atDeg,
        spanDeg: f.spanDeg,
        weight: f.severity / 3,
      })),
    ...snapshot.wearMarks
      .filter((m) => !m.struck && (m.kind === 'fretting' || m.kind === 'pitting'))
      .map((m) => ({
        cylinder: m.cylinder,
        kind: m.kind as string,
        atDeg: m.atDeg,
        spanDeg: m.spanDeg,
        weight: Math.min(1, Math.max(0.2, m.depthMm / DEEP_MM)),
      })),
  ].map((m) => ({
    ...at('ledge', m.cylinder),
    word: `finding.${m.kind}`,
    side: m.spanDeg >= 240 ? null : sideOfDeck(m.atDeg),
    weight: m.weight,
  }))
  const first = housingsOf(snapshot)[0]?.of.fromFrontMm ?? 0
  const bushings = housingsOf(snapshot).flatMap(({ place, of }): EngineMark[] => {
    const out = bushingAt(snapshot, 'out', place)
    if (!out || (out.looks !== 'copper' && out.copperShare <= 0)) return []
    return [
      {
        of: 'bushing',
        word: 'cam.looks.copper',
        cylinder: null,
        place,
        alongMm: of.fromFrontMm - first,
        side: out.copperOClock === null ? null : Math.sin(toRadians(out.copperOClock * HOUR_DEG)),
        height: heights.bushing,
        weight: Math.min(1, Math.max(0.2, out.copperShare)),
      },
    ]
  })
  const scrap = damperScrap(snapshot) ?? []
  const damper: EngineMark[] = scrap.map((why) => ({
    of: 'damper',
    word: `front.scrap.${why}`,
    cylinder: null,
    place: 'front',
    alongMm: -engine.pitchMm / 2,
    side: null,
    height: heights.damper,
    weight: 1,
  }))
  const sleeves = engine.heads.flat().flatMap((cylinder): EngineMark[] => {
    const bore = sleeveAt(snapshot, 'bores', cylinder)
    if (!bore || bore.damage === 'none') return []
    return [
      {
        ...at('sleeve', cylinder),
        word: `sleeve.damages.${bore.damage}`,
        side: null,
        weight: damageWeight[bore.damage],
      },
    ]
  })
  return [...sleeves, ...ledges, ...liners, ...bushings, ...damper]
}

/** A cause that no single work sees. */
export interface SharedCause {
  code: 'same-side' | 'same-cylinder' | 'shaken'
  sources: MarkSource[]
  /** Of one side: −1 left, 1 right, seen from the front; of others null. */
  side: -1 | 1 | null
  cylinder: number | null
  marks: number
}

/** A mark that lies plainly on a side. */
const PLAIN = 0.5
const sourcesOf = (marks: readonly EngineMark[]): MarkSource[] =>
  markSources.filter((s) => marks.some((m) => m.of === s))

/** What marks of several works say together: a side, a cylinder, a damper that no longer damped. */
export function sharedCauses(marks: readonly EngineMark[], pitchMm: number): SharedCause[] {
  const found: SharedCause[] = []
  for (const side of [-1, 1] as const) {
    const here = marks.filter((m) => m.side !== null && m.side * side >= PLAIN)
    const there = marks.filter((m) => m.side !== null && m.side * side <= -PLAIN)
    // Twice as many as on the other side: a side, not a scatter.
    if (sourcesOf(here).length >= 2 && here.length >= 2 * there.length)
      found.push({ code: 'same-side', sources: sourcesOf(here), side, cylinder: null, marks: here.length })
  }
  const cylinders = [...new Set(marks.flatMap((m) => m.cylinder ?? []))].sort((a, b) => a - b)
  for (const cylinder of cylinders) {
    const own = marks.filter((m) => m.cylinder === cylinder)
    const alongMm = own[0]!.alongMm
    const near = marks.filter(
      (m) => m.cylinder === cylinder || (m.of === 'bushing' && Math.abs(m.alongMm - alongMm) <= pitchMm / 2),
    )
    // Worse here than elsewhere, or it says nothing of this cylinder.
    const sum = (of: readonly EngineMark[]) => of.reduce((total, m) => total + m.weight, 0)
    const mean = sum(marks.filter((m) => m.cylinder !== null)) / cylinders.length
    if (sourcesOf(own).length >= 2 && (cylinders.length === 1 || sum(own) > mean))
      found.push({ code: 'same-cylinder', sources: sourcesOf(near), side: null, cylinder, marks: near.length })
  }
  const shaken = marks.filter((m) => m.word === 'finding.pitting' || m.word === 'finding.fretting')
  if (marks.some((m) => m.of === 'damper') && shaken.length > 0)
    found.push({
      code: 'shaken',
      sources: ['damper', ...sourcesOf(shaken)],
      side: null,
      cylinder: null,
      marks: shaken.length + 1,
    })
  return found
}
