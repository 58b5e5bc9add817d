import { stageLogic } from '#core/works/logic'
import { kindsByWork } from '#core/works/kinds'
import type { WorkRecord } from '#core/works/work-record'
import { worksOfRecord } from '../../record/works-of-record'
import { walkOnce } from './walk'
import type { Tried, Walked } from './walked'
import { walked as works } from './works'

/** What came of many walks. */
export interface WalkedAll {
  walks: number
  acts: number
  signed: number
  asItStands: number
  /** Of all that there is: what was met, and what nobody came to. */
  steps: Reached
  refusals: Reached
  kinds: Reached
  stages: Reached
  /** Each finding with the seed that repeats it. */
  found: { work: string; seed: number; what: string }[]
}
export interface Reached {
  all: number
  open: string[]
}

const reached = (all: readonly string[], met: ReadonlySet<string>): Reached => ({
  all: all.length,
  open: all.filter((one) => !met.has(one)),
})

/** Which walk of which work a number is: they are shared out over the works. */
export const walkOf = (n: number, seed: number) => ({
  tried: works[n % works.length]!,
  // Each seed of a run begins far from the others'.
  seed: seed * 1_000_003 + Math.floor(n / works.length),
})

const records = new Map<string, WorkRecord[]>()
/** What the works of a walk put on its record. */
export async function recordsOf(tried: (typeof works)[number]): Promise<WorkRecord[]> {
  const there = records.get(tried.name)
  if (there) return there
  const found = await worksOfRecord(tried.jobs[0]!())
  records.set(tried.name, found)
  return found
}

/** One walk of a work, in its own way where it has one. */
export const walkIn = (tried: Tried, seed: number, parts: readonly WorkRecord[]): Walked =>
  tried.walk ? tried.walk(seed, parts) : walkOnce(tried, seed, parts)

/** One walk by its number. */
export async function walkNumber(n: number, seed: number): Promise<{ work: string; seed: number; walked: Walked }> {
  const { tried, seed: own } = walkOf(n, seed)
  return {
    work: tried.name,
    seed: own,
    walked: walkIn(tried, own, await recordsOf(tried)),
  }
}

/** All of them together. */
export function sumUp(all: readonly { work: string; seed: number; walked: Walked }[]): WalkedAll {
  const stages = works.flatMap((w) => w.stages)
  const met = new Set(all.flatMap((a) => a.walked.met))
  const refused = new Set(all.flatMap((a) => a.walked.refused))
  const kinds = new Set(all.flatMap((a) => a.walked.kinds))
  const steps = stages.flatMap((s) => (stageLogic[s].steps ?? []).map((x) => `${s} ${x.action} ${x.code}`))
  const orders = stages.flatMap((s) => (stageLogic[s].says.orders ?? []).map((order) => `${s} ${order}`))
  const own = kindsByWork.flatMap(([, of]) =>
    Object.entries(of).flatMap(([what, kind]) => ((stages as string[]).includes(kind.stage) ? [what] : [])),
  )
  return {
    walks: all.length,
    acts: all.reduce((n, a) => n + a.walked.acts, 0),
    signed: all.filter((a) => a.walked.ended === 'signed').length,
    asItStands: all.filter((a) => a.walked.ended === 'as-it-stands').length,
    steps: reached([...new Set(steps)], met),
    refusals: reached(orders, refused),
    kinds: reached(own, kinds),
    stages: reached(stages, new Set([...met].map((m) => m.split(' ')[0]!))),
    found: all.flatMap(({ work, seed, walked }) => walked.found.map((what) => ({ work, seed, what }))),
  }
}
