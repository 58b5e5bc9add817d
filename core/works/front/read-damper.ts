import { engageThread, type EngagedThread } from '../../fasten/engage-thread'
import { heatWindow, type HeatWindow } from '../../fit/heat-window'
import { planPressFit, type PressFit } from '../../fit/plan-press-fit'
import { pullerScrews, type PullerScrews } from '../../front/puller-screws'
import { orNull } from '../../errors'
import type { Snapshot } from '../../job/snapshot'
import { judgeWithin, ofBoth } from '../../measure/verdict'
import { lastOf, sectionOf } from './read-front'
import type { DamperSheet } from './section'

const AMBIENT_C = 20
const mean = ([a, b]: readonly [number, number]) => (a + b) / 2

/** What holds a damper of that interference, and what it takes to get it on and off. */
export function damperFit(
  of: DamperSheet,
  interferenceMm: number,
  noseMm = of.noseMm,
  ambientC = AMBIENT_C,
): PressFit | null {
  return orNull(() =>
    planPressFit({
      interfaceMm: noseMm,
      lengthMm: of.gripLengthMm,
      interferenceMm,
      smoothingMm: 0,
      friction: of.friction,
      shaftC: ambientC,
      ambientC,
      slipClearanceMm: of.slipClearanceMm,
      maxHeatC: of.maxHeatC,
      hub: {
        outerMm: of.hubOuterMm,
        modulusMPa: of.hubModulusMPa,
        poisson: of.hubPoisson,
        yieldMPa: of.hubYieldMPa,
        expansionPerC: of.hubExpansionPerC,
      },
      shaft: {
        innerMm: 0,
        modulusMPa: of.noseModulusMPa,
        poisson: of.nosePoisson,
        yieldMPa: of.noseYieldMPa,
        expansionPerC: of.hubExpansionPerC,
      },
    }),
  )
}

/** What the screws of its pulling holes bear against the most that it may hold. */
export function readPuller(of: DamperSheet): { forceN: number; screws: PullerScrews } | null {
  const forceN = damperFit(of, of.interference.maxMm)?.pressForceN
  if (!forceN) return null
  const screws = orNull(() =>
    pullerScrews({
      sizes: of.pullSizes,
      count: of.pullCount,
      engagementMm: of.pullEngagementMm,
      holeShearMPa: of.holeShearMPa,
      useFraction: of.useFraction,
      forceN,
    }),
  )
  return screws && { forceN, screws }
}

/** What degrees at the crank are round the damper's rim, mm; null where the sheet has none. */
export const roundRimMm = (snapshot: Snapshot, deg: number): number | null => {
  const rimMm = sectionOf(snapshot)?.damper?.rimMm
  return rimMm === undefined ? null : (Math.PI * rimMm * Math.abs(deg)) / 360
}

/** Whether an old damper may go on again, by what was seen of it; null before anybody looked. */
export function damperScrap(snapshot: Snapshot): ('index' | 'rim' | 'rubber' | 'hours' | 'dents')[] | null {
  const seen = lastOf(snapshot, 'dampers')
  const of = sectionOf(snapshot)?.damper
  if (!seen || !of) return null
  if (of.kind === 'fluid')
    // No index lines to turn, no rubber to crack: its hours and its housing decide.
    return [
      ...(of.hoursMax !== null && seen.ranH !== null && seen.ranH > of.hoursMax ? (['hours'] as const) : []),
      ...(seen.dented ? (['dents'] as const) : []),
      ...(seen.runoutMm !== null && seen.runoutMm > of.rimRunoutMaxMm ? (['rim'] as const) : []),
    ]
  return [
    ...(Math.abs(seen.indexDeg) > of.indexMaxDeg ? (['index'] as const) : []),
    ...(seen.runoutMm !== null && seen.runoutMm > of.rimRunoutMaxMm ? (['rim'] as const) : []),
    ...(seen.rubber !== 'sound' ? (['rubber'] as const) : []),
  ]
}

/** A damper on its way on. */
export interface DamperState {
  fit: ReturnType<typeof lastOf<'fits'>>
  interferenceMm: number | null
  press: PressFit | null
  /** Loose is scrap, tight yields; the window of the sheet judges the rest. */
  verdict: 'loose' | 'too-loose' | 'too-tight' | 'yields' | 'near' | 'in' | null
  /** Whether heat alone may bring it on. */
  heatServes: boolean
  /** It slides on by design, and needs neither heat nor screw. */
  slides: boolean
  thread: EngagedThread | null
  hot: ReturnType<typeof lastOf<'hot'>>
  window: HeatWindow | null
  /** When it slips on no longer; null where it is not hot. */
  slipsUntilAt: string | null
  started: ReturnType<typeof lastOf<'startedOn'>>
  home: ReturnType<typeof lastOf<'homes'>>
  /** How far it is from home, by its travel; null before that was measured. */
  leftMm: number | null
}

/** Slack of a travel read by a rule or a depth gauge, mm. */
const HOME_MM = 0.3

const windowFrom = (of: DamperSheet, interferenceMm: number, partC: number, ambientC: number): HeatWindow | null =>
  orNull(() =>
    heatWindow({
      massKg: of.massKg,
      heatCapacityJPerKgC: of.heatCapacityJPerKgC,
      filmWPerM2C: of.filmWPerM2C,
      areaM2: of.areaM2,
      ambientC,
      partC,
      interferenceMm,
      slipClearanceMm: of.slipClearanceMm,
      expansionPerC: of.hubExpansionPerC,
      interfaceMm: of.noseMm,
    }),
  )
/** About how long it slips on from the oven's door, as warm as it may be; null where heat does not serve. s */
export function secondsFromOven(state: DamperState, of: DamperSheet | null): number | null {
  if (!of || !state.heatServes || state.interferenceMm === null) return null
  const { hot, window } = state
  const seconds = (hot ? window : windowFrom(of, state.interferenceMm, of.maxHeatC, AMBIENT_C))?.secondsToSlip ?? null
  return seconds === null ? null : Math.floor(seconds)
}

/** Whether it may go on: what its gauges cannot tell is answered for. */
export const mayGoOn = ({ verdict }: Pick<DamperState, 'verdict'>): boolean => verdict === 'in' || verdict === 'near'

/** How far the damper is since it was last measured. */
export function readDamper(snapshot: Snapshot): DamperState {
  const of = sectionOf(snapshot)?.damper ?? null
  const fit = lastOf(snapshot, 'fits')
  const since = fit?.seq ?? Infinity
  const interferenceMm = fit ? mean(fit.noseMm) - mean(fit.hubMm) : null
  const press = of && interferenceMm !== null ? damperFit(of, interferenceMm, mean(fit!.noseMm)) : null
  const verdict = (): DamperState['verdict'] => {
    if (!of || !press || interferenceMm === null) return null
    if (of.kind === 'flange') return 'in'
    if (press.verdict === 'loose') return 'loose'
    if (press.verdict === 'yields') return 'yields'
    // Nose and hub, each by the same micrometer's and gauge's worth.
    const inWindow = judgeWithin(interferenceMm, of.interference, ofBoth(fit, fit))
    if (inWindow === 'out') return interferenceMm < of.interference.minMm ? 'too-loose' : 'too-tight'
    return inWindow === 'unsure' ? 'near' : 'in'
  }
  const hot = lastOf(snapshot, 'hot', since)
  const window = of && hot && interferenceMm !== null ? windowFrom(of, interferenceMm, hot.ovenC, hot.ambientC) : null
  const started = lastOf(snapshot, 'startedOn', since)
  const home = lastOf(snapshot, 'homes', started?.seq ?? Infinity)
  const thread =
    of && press && press.pressForceN > 0
      ? orNull(() =>
          engageThread({
            thread: { majorMm: of.noseThread.majorMm, pitchMm: of.noseThread.pitchMm },
            holeDepthMm: of.noseThread.depthMm,
            leadInMm: of.noseThread.leadInMm,
            rodThreadMm: of.rodThreadMm,
            forceN: press.pressForceN,
            useFraction: of.useFraction,
            holeShearMPa: of.noseThread.shearMPa,
            rodShearMPa: of.rodShearMPa,
            backOffTurns: 1,
          }),
        )
      : null
  return {
    fit,
    interferenceMm,
    press,
    verdict: verdict(),
    // A fluid-filled one is never heated; one that slides needs none.
    heatServes: of?.kind === 'rubber' && (press?.withinHeatLimit ?? false),
    slides: of?.kind === 'flange',
    thread,
    hot,
    window,
    slipsUntilAt:
      hot && window?.secondsToSlip != null
        ? new Date(Date.parse(hot.at) + window.secondsToSlip * 1000).toISOString()
        : null,
    started,
    home,
    leftMm: home && of ? of.travelMm - Math.abs(home.beforeMm - home.afterMm) : null,
  }
}
/** How warm a hub is by now, out of the oven in still air; null where none is hot. */
export function hubNowC({ hot, window, started }: DamperState, nowMs: number): number | null {
  if (!hot || !window || started) return null
  const seconds = Math.max(0, (nowMs - Date.parse(hot.at)) / 1000)
  return hot.ambientC + (hot.ovenC - hot.ambientC) * Math.exp(-seconds / window.timeConstantS)
}
/** The gap between hub and nose at a temperature of the hub, the nose at the shop's; below nought it grips. mm */
export const hubGapMm = (of: DamperSheet, interferenceMm: number, hubC: number, ambientC = AMBIENT_C): number =>
  of.hubExpansionPerC * of.noseMm * (hubC - ambientC) - interferenceMm

/** Whether a damper that was drawn on is home. */
export const isHome = ({ leftMm }: Pick<DamperState, 'leftMm'>): boolean =>
  leftMm !== null && Math.abs(leftMm) <= HOME_MM
