import { placePin, type PlacedPin } from '../../../barrel/place-pin'
import { orNull } from '../../../errors'
import { fitAtTemperature, type FitAtTemperature } from '../../../fit/fit-at-temperature'
import { planPressFit, type PressFit } from '../../../fit/plan-press-fit'
import type { Snapshot } from '../../../job/snapshot'
import { fitPlane, type PlaneFit } from '../../../measure/fit-plane'
import { mean } from '../../../measure/mean'
import { judgeWithin, ofBoth, type Verdict } from '../../../measure/verdict'
import type { PinSchool } from '../kinds'
import { boreAt20, lastAt, type BarrelSpot } from '../read-barrels'
import type { BarrelSection } from '../section'

const AMBIENT_C = 20

/** What holds a sleeve of that interference in its barrel, and what it takes to bring it in. */
export const sleeveFit = (
  { barrel, sleeve, oven }: BarrelSection,
  interferenceMm: number,
  sleeveC = AMBIENT_C,
  ambientC = AMBIENT_C,
): PressFit | null =>
  orNull(() =>
    planPressFit({
      interfaceMm: sleeve.outerMm,
      lengthMm: barrel.lengthMm,
      interferenceMm,
      smoothingMm: sleeve.smoothingMm,
      friction: sleeve.friction,
      shaftC: sleeveC,
      ambientC,
      slipClearanceMm: oven.slipClearanceMm,
      maxHeatC: oven.maxHeatC,
      hub: metalOf(barrel, barrel.outerMm),
      shaft: { innerMm: sleeve.innerMm, ...alloyOf(sleeve) },
    }),
  )
const alloyOf = (m: { modulusMPa: number; poisson: number; yieldMPa: number; expansionPerC: number }) => ({
  modulusMPa: m.modulusMPa,
  poisson: m.poisson,
  yieldMPa: m.yieldMPa,
  expansionPerC: m.expansionPerC,
})
const metalOf = (m: Parameters<typeof alloyOf>[0], outerMm: number) => ({ outerMm, ...alloyOf(m) })

/** What is left of the fit where barrel and sleeve are both that hot. */
export const fitAt = (
  { barrel, sleeve }: BarrelSection,
  interferenceMm: number,
  bothC: number,
): FitAtTemperature | null =>
  orNull(() =>
    fitAtTemperature({
      interferenceMm,
      interfaceMm: sleeve.outerMm,
      lengthMm: barrel.lengthMm,
      friction: sleeve.friction,
      smoothingMm: sleeve.smoothingMm,
      measuredAtC: AMBIENT_C,
      hubC: bothC,
      shaftC: bothC,
      hub: {
        outerMm: barrel.outerMm,
        modulusMPa: barrel.modulusMPa,
        poisson: barrel.poisson,
        expansionPerC: barrel.expansionPerC,
      },
      shaft: {
        innerMm: sleeve.innerMm,
        modulusMPa: sleeve.modulusMPa,
        poisson: sleeve.poisson,
        expansionPerC: sleeve.expansionPerC,
      },
    }),
  )
/** The pin at the flange's seam; null where the sheet has none. */
export const pinOf = ({ barrel, sleeve, pin }: BarrelSection): PlacedPin | null =>
  pin &&
  orNull(() =>
    placePin({
      flangeOuterMm: sleeve.flangeOuterMm,
      sleeveOuterMm: sleeve.outerMm,
      barrelOuterMm: barrel.outerMm,
      flangeMm: sleeve.flangeMm,
      ...pin,
    }),
  )

/** `near`: no nearer to a limit than its gauges can tell. */
export type FitVerdict = 'loose' | 'too-loose' | 'too-tight' | 'yields' | 'near' | 'in'
/** Whether a barrel is bored to a fit that holds, as far as its gauges can tell, and there is nothing left to bore. */
export const fits = ({ verdict, cutMm }: Pick<FitState, 'verdict' | 'cutMm'>): boolean =>
  verdict === 'in' || (verdict === 'near' && cutMm === null)
/** A sleeve and the barrel that is bored for it. Lengths mm at 20 °C. */
export interface FitState {
  sleeve: ReturnType<typeof lastAt<'sleeves'>>
  boreNowMm: number | null
  /** Where the bore is to end for the middle of the sheet's window. */
  boreToMm: number | null
  /** What the next cut takes on the diameter, and how many there are; null where there is nothing to bore. */
  cutMm: number | null
  cutsLeft: number
  interferenceMm: number | null
  verdict: FitVerdict | null
  press: PressFit | null
  /** At the heat it runs at. */
  hot: FitAtTemperature | null
  pin: PlacedPin | null
  /** What its figures ask for, pin or trust, and what was chosen. */
  pinAsked: PinSchool
  pinChosen: PinSchool | null
  ring: ReturnType<typeof lastAt<'rings'>>
  ringPlane: PlaneFit | null
  /** How the flange will stand above the top; null before its seat is measured. */
  standsMm: number | null
  ringVerdict: Stands | null
  marked: boolean
}

/** How far a sleeve's fit is. */
export function readFit(snapshot: Snapshot, spot: BarrelSpot): FitState {
  const { of, place } = spot
  const sleeve = lastAt(snapshot, 'sleeves', place)
  const bored = lastAt(snapshot, 'bored', place)
  const boreNowMm = bored ? boreAt20(bored, of.barrel.expansionPerC) : null
  const outerMm = sleeve ? mean(sleeve.outerMm) : null
  const { minMm, maxMm } = of.sleeve.interference
  const boreToMm = outerMm === null ? null : outerMm - (minMm + maxMm) / 2
  const interferenceMm = outerMm !== null && boreNowMm !== null ? outerMm - boreNowMm : null
  const press = interferenceMm === null ? null : sleeveFit(of, interferenceMm)
  const left = boreToMm !== null && boreNowMm !== null ? boreToMm - boreNowMm : null
  const verdict = (): FitVerdict | null => {
    if (interferenceMm === null || !press) return null
    if (press.verdict === 'loose') return 'loose'
    const inWindow = judgeWithin(interferenceMm, of.sleeve.interference, ofBoth(sleeve, bored))
    if (inWindow === 'out' && interferenceMm > maxMm) return 'too-tight'
    if (press.verdict === 'yields') return 'yields'
    return inWindow === 'out' ? 'too-loose' : inWindow === 'unsure' ? 'near' : 'in'
  }
  const judged = verdict()
  const toBore = left !== null && left > 0 && judged !== 'in'
  const cutsLeft = toBore ? Math.ceil(left / of.finish.maxCutMm - 1e-9) : 0
  const ring = lastAt(snapshot, 'rings', place, sleeve?.seq ?? Infinity)
  const ringPlane = ring ? planeOf(ring.edgesMm, of.sleeve.flangeOuterMm) : null
  const standsMm = sleeve && ringPlane ? sleeve.flangeMm - ringPlane.centreMm : null
  const hot = interferenceMm === null ? null : fitAt(of, interferenceMm, of.barrel.runsC)
  const pin = pinOf(of)
  const chosen = lastAt(snapshot, 'pinChoices', place)?.school ?? null
  return {
    sleeve,
    boreNowMm,
    boreToMm,
    cutMm: cutsLeft > 0 ? left! / cutsLeft : null,
    cutsLeft,
    interferenceMm,
    verdict: judged,
    press,
    hot,
    pin,
    pinAsked: hot?.verdict === 'loose' ? 'pin' : 'trust',
    // One that would break out since figures were corrected is chosen anew.
    pinChosen: chosen === 'pin' && pin?.verdict !== 'sound' ? null : chosen,
    ring,
    ringPlane,
    standsMm,
    ringVerdict:
      sleeve && ring
        ? worstOf(ring.edgesMm.map((mm) => standsVerdict(of, sleeve.flangeMm - mm, ofBoth(sleeve, ring))))
        : null,
    marked: lastAt(snapshot, 'portMarks', place) !== null,
  }
}
/** How a flange will stand all round: one edge that lies too deep is the flange's to mend, else one too shallow the cutter's. */
const worstOf = (edges: readonly Stands[]): Stands =>
  (['deep', 'shallow', 'near'] as const).find((worst) => edges.includes(worst)) ?? 'in'
/** How a flange stands on a seat: too proud on a shallow one, sunk in a deep one. */
export type Stands = 'in' | 'near' | 'shallow' | 'deep'
export const standsVerdict = ({ sleeve: { proud } }: BarrelSection, mm: number, uncertaintyMm: number): Stands => {
  const verdict = judgeWithin(mm, proud, uncertaintyMm)
  if (verdict === 'out') return mm > proud.maxMm ? 'shallow' : 'deep'
  return verdict === 'unsure' ? 'near' : 'in'
}
/** What a figure says of how it stands. */
export const stands = (s: Stands): Verdict => (s === 'in' ? 'in' : s === 'near' ? 'unsure' : 'out')
export const planeOf = (edgesMm: readonly number[], acrossMm: number): PlaneFit =>
  fitPlane(
    edgesMm.map((valueMm, i) => ({ angleDeg: (i * 360) / edgesMm.length, valueMm })),
    acrossMm,
  )
