import { onceASnapshot } from '../../job/once'
import { latest } from '../../job/order'
import type { Snapshot } from '../../job/snapshot'
import { CalcError } from '../../errors'
import { expandSleeve, type ExpandedSleeve } from '../../sleeve/expand-sleeve'
import { setTip, type TipSetting } from '../../sleeve/set-tip'
import { holdPressure, type HeldPressure } from '../../leak/hold-pressure'
import { findOutliers, type Outliers } from '../../measure/find-outliers'
import { judgeLower, judgeUpper, worstVerdict, type Verdict } from '../../measure/verdict'
import { type Groups } from '../kinds'
import { standingEntries } from '../standing-entries'
import { leakEntries } from '../leaks/read-leak'
import type { SleeveSection } from './section'

type Sleeves = NonNullable<Groups['sleeves']>
export type SleeveRows = keyof Sleeves

/** What stands of a collection of this work, in the order it was done. */
export function sleeveEntries<K extends SleeveRows>(snapshot: Snapshot, rows: K): Sleeves[K] {
  return standingEntries<Sleeves[K]>(snapshot, `sleeves.${rows}`)
}
/** The same of one cylinder, the last one. */
export function lastAt<K extends SleeveRows>(snapshot: Snapshot, rows: K, cylinder: number): Sleeves[K][number] | null {
  return latest(
    (sleeveEntries(snapshot, rows) as unknown as { seq: number; cylinder: number }[]).filter(
      (e) => e.cylinder === cylinder,
    ),
  ) as Sleeves[K][number] | null
}

export const sectionOf = (snapshot: Snapshot): SleeveSection | null => snapshot.sheet.sections.sleeves ?? null

/** Cylinders that found causes name; all of them where nothing was looked for. */
function namedBy(snapshot: Snapshot, kinds: readonly string[]): number[] {
  const all = snapshot.engine.heads.flat()
  const settled = leakEntries(snapshot, 'settled')
  if (settled.length === 0) return all
  const named = settled.flatMap((s) => (kinds.includes(s.cause) && s.cylinder !== null ? [s.cylinder] : []))
  return all.filter((c) => named.includes(c))
}
/** The cylinders whose sleeves are done in this job. */
export const sleeveScope = onceASnapshot((snapshot): number[] => namedBy(snapshot, ['sleeve-seat', 'sleeve-seal']))
/** The cylinders whose injectors are out, and set anew. */
export const tipScope = onceASnapshot((snapshot): number[] =>
  namedBy(snapshot, ['sleeve-seat', 'sleeve-seal', 'washer']),
)

/** How deep the rod must go below the fire deck for the tool to be clear, mm; null where the sheet does not say. */
export function rodNeedsMm(snapshot: Snapshot): number | null {
  const section = sectionOf(snapshot)
  return section && section.toolReachMm + section.clearanceMm
}
/** Whether a cylinder's piston was proven out of the way, and nobody barred since: by hand, or deep enough by the rod. */
export function provenClear(snapshot: Snapshot, cylinder: number): boolean {
  const proof = lastAt(snapshot, 'proofs', cylinder)
  const barred = latest(sleeveEntries(snapshot, 'barred'))
  const deep = proof?.depthMm == null || proof.depthMm >= (rodNeedsMm(snapshot) ?? -Infinity)
  return proof !== null && proof.seq > (barred?.seq ?? -1) && deep
}
/** Where the crank stands, as it was barred last. */
export const crankNowDeg = (snapshot: Snapshot): number => latest(sleeveEntries(snapshot, 'barred'))?.crankDeg ?? 0

/** A bore of the head as measured, mm. */
export interface SleeveBoreState {
  cylinder: number
  entry: Sleeves['bores'][number] | null
  meanMm: number | null
  taperMm: number | null
  outOfRoundMm: number | null
  /** Bore less sleeve: a gap, or below zero how tight it is. */
  gapMm: number | null
  size: Verdict | null
  /** The reading that lies farthest from what the sheet wants. */
  worstMm: number | null
}

/** How a bore of the head stands against the sheet. */
export function readBore(snapshot: Snapshot, cylinder: number): SleeveBoreState {
  const entry = lastAt(snapshot, 'bores', cylinder)
  const section = sectionOf(snapshot)
  if (!entry || !section)
    return { cylinder, entry, meanMm: null, taperMm: null, outOfRoundMm: null, gapMm: null, size: null, worstMm: null }
  const all = [...entry.topMm, ...entry.bottomMm]
  const middle = ([a, b]: readonly [number, number]) => (a + b) / 2
  const off = (mm: number) => Math.abs(mm - section.headBoreMm)
  const meanMm = (middle(entry.topMm) + middle(entry.bottomMm)) / 2
  return {
    cylinder,
    entry,
    meanMm,
    worstMm: all.reduce((a, b) => (off(b) > off(a) ? b : a)),
    taperMm: Math.abs(middle(entry.topMm) - middle(entry.bottomMm)),
    outOfRoundMm: Math.max(Math.abs(entry.topMm[0] - entry.topMm[1]), Math.abs(entry.bottomMm[0] - entry.bottomMm[1])),
    gapMm: meanMm - (section.sleeveBoreMm + 2 * section.wallMm),
    size: worstVerdict([
      judgeUpper(Math.max(...all), section.headBoreMm + section.headBoreTolMm, entry.uncertaintyMm),
      judgeLower(Math.min(...all), section.headBoreMm - section.headBoreTolMm, entry.uncertaintyMm),
    ]),
  }
}

/** What a mandrel does in this bore; null where it cannot be reckoned. */
export function readExpansion(snapshot: Snapshot, cylinder: number, mandrelMm: number): ExpandedSleeve | null {
  const section = sectionOf(snapshot)
  const bore = readBore(snapshot, cylinder)
  if (!section) return null
  try {
    return expandSleeve({
      sleeveBoreMm: section.sleeveBoreMm,
      wallMm: section.wallMm,
      headBoreMm: bore.meanMm ?? section.headBoreMm,
      mandrelMm,
      springbackMm: section.springbackMm,
      share: section.share,
    })
  } catch (error) {
    if (error instanceof CalcError) return null
    throw error
  }
}

/** The mandrel of the shop that grips best in this bore: the one nearest the middle of what grips; null where none does. */
export function mandrelFor(snapshot: Snapshot, cylinder: number): number | null {
  const grips = (sectionOf(snapshot)?.mandrelsMm ?? []).flatMap((mandrelMm) => {
    const e = readExpansion(snapshot, cylinder, mandrelMm)
    return e?.verdict === 'tight'
      ? [{ mandrelMm, offMm: Math.abs(mandrelMm - (e.mandrelMinMm + e.mandrelMaxMm) / 2) }]
      : []
  })
  return grips.sort((a, b) => a.offMm - b.offMm)[0]?.mandrelMm ?? null
}

/** Whether a drawn bore lies where it grips. @param uncertaintyMm of the bore */
export const gripOf = ({ springbackMm }: SleeveSection, drawn: ExpandedSleeve, uncertaintyMm: number): Verdict =>
  worstVerdict([
    judgeLower(drawn.boreAfterMm, drawn.mandrelMinMm - springbackMm, uncertaintyMm),
    judgeUpper(drawn.boreAfterMm, drawn.mandrelMaxMm - springbackMm, uncertaintyMm),
  ])

/** How far a sleeve is on its way in. */
export interface SleeveInState {
  cylinder: number
  steps: readonly Sleeves['steps'][number][]
  entry: Sleeves['in'][number] | null
  /** When its compound holds, and when it may be filled; null where it needs neither. */
  fixedAt: string | null
  curedAt: string | null
  /** Of a drawn sleeve: what its bore says. */
  drawn: ExpandedSleeve | null
  /** Whether that bore grips, by what its gauge can tell. */
  grip: Verdict | null
  top: Verdict | null
}
const later = (at: string, minutes: number) => new Date(Date.parse(at) + minutes * 60_000).toISOString()

export const readIn = onceASnapshot((snapshot: Snapshot, cylinder: number): SleeveInState => {
  const section = sectionOf(snapshot)
  // What was done before its sleeve came out was done to another one.
  const outSeq = lastAt(snapshot, 'out', cylinder)?.seq ?? -1
  const steps = sleeveEntries(snapshot, 'steps').filter((s) => s.cylinder === cylinder && s.seq > outSeq)
  const entry = lastAt(snapshot, 'in', cylinder)
  const seated = steps.filter((s) => s.step === 'seated').at(-1) ?? null
  const compound = section?.kind === 'compound' && section.compound && seated ? section.compound : null
  const mandrelMm = steps.filter((s) => s.step === 'drawn').at(-1)?.mandrelMm ?? null
  const top =
    section?.topBelow && entry?.topBelowMm != null
      ? worstVerdict([
          judgeLower(entry.topBelowMm, section.topBelow.minMm, entry.uncertaintyMm),
          judgeUpper(entry.topBelowMm, section.topBelow.maxMm, entry.uncertaintyMm),
        ])
      : null
  // A drawn bore tells by itself which mandrel it was, less its springback.
  const throughMm =
    section?.kind === 'expanded' && entry?.boreMm != null ? entry.boreMm + section.springbackMm : mandrelMm
  const drawn = throughMm === null ? null : readExpansion(snapshot, cylinder, throughMm)
  return {
    cylinder,
    steps,
    entry,
    fixedAt: compound ? later(seated!.at, compound.fixtureMin) : null,
    curedAt: compound ? later(seated!.at, compound.cureMin) : null,
    drawn,
    grip: drawn && section ? gripOf(section, drawn, entry?.uncertaintyMm ?? 0) : null,
    top,
  }
})

/** The coolant's side under pressure: what was begun, and what it came to. */
export interface HoldState {
  start: Sleeves['holds'][number] | null
  end: Sleeves['held'][number] | null
  result: HeldPressure | null
  wet: readonly number[]
}
const AIR_KPA = 101.3
const TEMPERATURE_DOUBT_C = 1

/** What came of a pressure that stood, each warmth taken off. */
export const heldPressure = (
  { test }: SleeveSection,
  start: Sleeves['holds'][number],
  end: Pick<Sleeves['held'][number], 'endKPa' | 'endC' | 'at'>,
): HeldPressure =>
  holdPressure({
    startKPa: start.startKPa,
    endKPa: end.endKPa,
    airKPa: AIR_KPA,
    startC: start.startC,
    endC: end.endC,
    allowedDropKPa: test.allowedDropKPa,
    gaugeUncertaintyKPa: start.uncertaintyKPa,
    temperatureUncertaintyC: TEMPERATURE_DOUBT_C,
    seconds: Math.max(1, (Date.parse(end.at) - Date.parse(start.at)) / 1000),
  })

export function readHold(snapshot: Snapshot): HoldState {
  // What was put in since says nothing of a test before it.
  const changed = latest([...sleeveEntries(snapshot, 'steps')])?.seq ?? -1
  const start = latest(sleeveEntries(snapshot, 'holds').filter((h) => h.seq > changed))
  const end = latest(sleeveEntries(snapshot, 'held').filter((h) => h.holdId === start?.id))
  const section = sectionOf(snapshot)
  if (!start || !end || !section) return { start, end, result: null, wet: end?.wet ?? [] }
  return { start, end, result: heldPressure(section, start, end), wet: end.wet }
}
/** When the pressure has stood long enough; null where it does not stand. */
export function holdDueAt(snapshot: Snapshot): string | null {
  const { start, end } = readHold(snapshot)
  const minutes = sectionOf(snapshot)?.test.minutes
  return start && !end && minutes !== undefined ? later(start.at, minutes) : null
}

/** One injector: its washers, its tip, and what that says. */
export interface TipState {
  cylinder: number
  /** The washer under it, as measured; null where none was put in since the last were taken out. */
  washerMm: number | null
  /** The tip as it was measured, with what lies under it now. */
  tip: Sleeves['tips'][number] | null
  setting: TipSetting | null
  /** How much the seat was cut deeper so far. */
  cutMm: number
}

/** How much deeper a seat is cut so that the tip stands where it should; null where it was not measured, nought where it stands out far enough. */
export const deeperMm = ({ tip: { aimMm } }: SleeveSection, tipMm: number | null | undefined): number | null =>
  tipMm == null ? null : Math.max(0, aimMm - tipMm)

export function readTip(snapshot: Snapshot, cylinder: number): TipState {
  const section = sectionOf(snapshot)
  const out = lastAt(snapshot, 'washersOut', cylinder)
  const washer = latest(
    sleeveEntries(snapshot, 'washers').filter((w) => w.cylinder === cylinder && w.seq > (out?.seq ?? -1)),
  )
  const cuts = sleeveEntries(snapshot, 'seatCuts').filter((c) => c.cylinder === cylinder)
  const changed = Math.max(washer?.seq ?? -1, out?.seq ?? -1, cuts.at(-1)?.seq ?? -1)
  const tip = latest(sleeveEntries(snapshot, 'tips').filter((m) => m.cylinder === cylinder && m.seq > changed))
  const cutMm = cuts.reduce((sum, c) => sum + c.byMm, 0)
  if (!section) return { cylinder, washerMm: washer?.thicknessMm ?? null, tip, setting: null, cutMm }
  const setting = setTip({
    injectorSeatToTipMm: section.injectorSeatToTipMm,
    sleeveSeatAboveFireDeckMm: section.seatAboveMm - cutMm,
    washerMm: washer?.thicknessMm ?? section.washerMm,
    crushMm: section.crushMm,
    stockMm: section.washersMm.filter((w) => w > section.crushMm),
    spec: section.tip,
    uncertaintyMm: tip?.uncertaintyMm ?? 0,
    seatUncertaintyMm: section.seatUncertaintyMm,
    measuredMm: tip?.valueMm ?? null,
  })
  return { cylinder, washerMm: washer?.thicknessMm ?? null, tip, setting, cutMm }
}

/** Return flow of the injectors that were read, against the book and against each other; null with fewer than three. */
export function readFlows(snapshot: Snapshot): {
  values: { cylinder: number; value: number }[]
  outliers: Outliers | null
} {
  const section = sectionOf(snapshot)
  const changed = latest(sleeveEntries(snapshot, 'washers'))?.seq ?? -1
  const values = snapshot.engine.heads.flat().flatMap((cylinder) => {
    const flow = latest(sleeveEntries(snapshot, 'flows').filter((f) => f.cylinder === cylinder && f.seq > changed))
    return flow ? [{ cylinder, value: flow.value }] : []
  })
  const outliers =
    section && values.length >= 3
      ? findOutliers({
          values: values.map((v) => ({ id: String(v.cylinder), value: v.value })),
          leastSpread: section.returnFlow.least,
          limits: { max: section.returnFlow.max },
        })
      : null
  return { values, outliers }
}

/** What the soap showed at a cylinder since its washer was put in; null where nobody looked. */
export function readSoap(snapshot: Snapshot, cylinder: number): boolean | null {
  const changed = Math.max(
    lastAt(snapshot, 'washers', cylinder)?.seq ?? -1,
    lastAt(snapshot, 'washersOut', cylinder)?.seq ?? -1,
  )
  const look = latest(sleeveEntries(snapshot, 'soaped').filter((s) => s.cylinder === cylinder && s.seq > changed))
  return look?.bubbles ?? null
}
