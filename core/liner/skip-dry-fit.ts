import type { Limits, Rates, Tooling } from '../job/snapshot'
import { stageLine } from '../works/stage-table'
import { stackUp } from './stack-up'

/** What is known of a shop before a liner is fitted: its gauge's doubt, its cutter, its rates. */
export interface SkipDryFacts {
  limits: Pick<Limits, 'minMm' | 'maxMm' | 'aimMm'>
  bores: number
  /** Doubt of one mean, of the ledge, of the flange and of a shim, mm. */
  uncertaintyMm: number
  tooling: Pick<Tooling, 'leavesMm' | 'cleanupMm'>
  rates: Pick<Rates, 'hourMoney'>
}

/** What a trial fit costs, and what it costs on average to do without. Hours, money. */
export interface SkipDryRisk {
  /** That a bore that was only reckoned stands inside its window. */
  chanceBore: number
  /** That all of the engine's do. */
  chanceEngine: number
  dryHours: number
  dryMoney: number
  /** Of an engine in which one or more stand wrong: seals and liners out and in again, on the average. */
  againHours: number
  againMoney: number
  /** The same over all engines: the chance counted in. */
  riskHours: number
  riskMoney: number
}

const SAMPLES = 20_000
const SEED = 7_021

/**
 * The risk of a liner fitted with its seals without a trial fit, beside what the trial fit costs: the stack of ledge,
 * flange and shim with their doubts, of the cutter's finest leaf, and of what may lie under a flange.
 *
 * Source: `stack-up`; what is pulled again is pulled, sealed, pressed and measured anew.
 */
export function skipDryRisk({ limits, bores, uncertaintyMm, tooling, rates }: SkipDryFacts): SkipDryRisk {
  const measured = (name: string) =>
    ({ name, sign: 1, nominalMm: 0, tolMm: uncertaintyMm, distribution: 'normal' }) as const
  const leafMm = Math.min(...tooling.leavesMm)
  const { chanceInside } = stackUp({
    links: [
      { ...measured('ledge'), nominalMm: limits.aimMm },
      measured('flange'),
      measured('shim'),
      { name: 'cutter', sign: 1, nominalMm: 0, tolMm: leafMm / 2, distribution: 'uniform' },
      { name: 'under the flange', sign: 1, nominalMm: 0, tolMm: tooling.cleanupMm, distribution: 'uniform' },
    ],
    spec: { minMm: limits.minMm, maxMm: limits.maxMm },
    samples: SAMPLES,
    seed: SEED,
  })
  const chanceEngine = chanceInside ** bores
  const hoursOf = (stage: 'trial-fit' | 'pull' | 'fit' | 'final-check', places: number) =>
    stageLine[stage].hours.once + stageLine[stage].hours.place * places
  const dryHours = hoursOf('trial-fit', bores)
  // Of an engine that is wrong: one bore at least, more by the chance of each.
  const wrong = chanceEngine < 1 ? (bores * (1 - chanceInside)) / (1 - chanceEngine) : 0
  const againHours = wrong === 0 ? 0 : hoursOf('pull', wrong) + hoursOf('fit', wrong) + hoursOf('final-check', wrong)
  const riskHours = (1 - chanceEngine) * againHours
  return {
    chanceBore: chanceInside,
    chanceEngine,
    dryHours,
    dryMoney: dryHours * rates.hourMoney,
    againHours,
    againMoney: againHours * rates.hourMoney,
    riskHours,
    riskMoney: riskHours * rates.hourMoney,
  }
}
