import { fitAt, pinOf, type FitState } from './fit/read'
import type { BarrelWay, PinSchool } from './kinds'
import type { BarrelSection } from './section'

/** What a way costs, how long it lasts, and what a thousand hours of it cost; null where it lasts no set time. */
export interface WayCost {
  way: Exclude<BarrelWay, 'keep'>
  money: number
  lastsH: number
  perThousandH: number | null
}
/** The ways side by side, as the shop reckons them. */
export function wayCosts({ costs }: BarrelSection): WayCost[] {
  const of = { oversize: costs.oversize, sleeve: costs.sleeve, new: costs.barrel }
  return (['oversize', 'sleeve', 'new'] as const).map((way) => ({
    way,
    ...of[way],
    perThousandH: of[way].lastsH > 0 ? (of[way].money * 1000) / of[way].lastsH : null,
  }))
}

/** Pin or trust: what each holds against turning at the heat it runs at. */
export interface PinCost {
  school: PinSchool
  /** N·m; null where the figures tell none: a pin holds by its shear, not by the fit. */
  holdsHotNm: number | null
  wallMm: number | null
  open: boolean
}
export function pinChoices(of: BarrelSection, { interferenceMm, hot }: FitState): PinCost[] {
  const pin = pinOf(of)
  return [
    { school: 'pin', holdsHotNm: null, wallMm: pin?.barrelLeftMm ?? null, open: pin?.verdict === 'sound' },
    { school: 'trust', holdsHotNm: hot?.holdsNm ?? null, wallMm: null, open: interferenceMm !== null },
  ]
}

/** What is left of a fit over the heat, for a curve: both at one temperature. Steps °C, lengths mm. */
export function fitCurve(of: BarrelSection, interferenceMm: number, toC: number): { c: number; mm: number }[] {
  const STEPS = 24
  return Array.from({ length: STEPS + 1 }, (_, i) => {
    const c = 20 + ((toC - 20) * i) / STEPS
    return { c, mm: fitAt(of, interferenceMm, c)?.interferenceMm ?? 0 }
  })
}
