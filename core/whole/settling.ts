import { z } from 'zod'
import { schoolNames, type Snapshot } from '../job/snapshot'
import { mean } from '../measure/mean'
import { readDeck } from '../works/liners/deck'
import { windowWith } from '../works/liners/windows'
import { id } from '../job/base'

/** A liner as it was built and as it was found again. Lengths mm. */
export const settledBore = z.strictObject({
  cylinder: z.int(),
  builtMm: z.number(),
  foundMm: z.number(),
  /** Change of its protrusion in a thousand hours: below nought it sinks. */
  perThousandMm: z.number(),
  /** Doubt of that rate, from the doubt of both readings. */
  doubtMm: z.number(),
  /** Hours from where it was found until its mean leaves the window; null where it does not sink or rise beyond doubt. */
  leavesInH: z.number().nullable(),
})
export type SettledBore = z.infer<typeof settledBore>

/** One engine between two jobs. */
export const settledPair = z.strictObject({
  jobId: id,
  nextId: id,
  title: z.string(),
  hours: z.number(),
  /** By which school it was corrected; null where it was not. */
  school: z.enum(schoolNames).nullable(),
  holdDownNm: z.number().nullable(),
  bores: z.array(settledBore),
})
export type SettledPair = z.infer<typeof settledPair>

/** A school with a hold-down, over all engines that were built so. */
export const settledSchool = z.strictObject({
  school: z.enum(schoolNames).nullable(),
  holdDownNm: z.number().nullable(),
  engines: z.int(),
  bores: z.int(),
  perThousandMm: z.number(),
  /** Standard deviation over its bores. */
  spreadMm: z.number(),
})
export type SettledSchool = z.infer<typeof settledSchool>

export const settling = z.strictObject({ pairs: z.array(settledPair), schools: z.array(settledSchool) })
export type Settling = z.infer<typeof settling>

const THOUSAND = 1000

/** The mean of each cylinder at a stage and its doubt; those that are not measured are left out. */
function means(snapshot: Snapshot, stage: 'final-check' | 'as-found') {
  return readDeck(snapshot, stage).cylinders.flatMap((c) => {
    const values = c.stations.flatMap((s) => s.valueMm ?? [])
    return values.length > 0
      ? [
          {
            cylinder: c.cylinder,
            mm: mean(values),
            doubtMm: c.uncertaintyMm / Math.sqrt(values.length),
            window: c.window,
          },
        ]
      : []
  })
}

/**
 * How the liners of an engine settled from one job's final check to the next one's as-found.
 *
 * @returns null where they are not of one engine, ran no hours that are known, or nothing was measured in both
 */
export function readSettling(built: Snapshot, found: Snapshot): SettledPair | null {
  const [from, to] = [built.job.usage, found.job.usage]
  if (built.engine.id !== found.engine.id || !from || !to || from.unit !== 'hours' || to.unit !== 'hours') return null
  const hours = to.value - from.value
  if (hours <= 0) return null
  const before = means(built, 'final-check')
  const bores = means(found, 'as-found').flatMap((now): SettledBore[] => {
    const then = before.find((b) => b.cylinder === now.cylinder)
    if (!then) return []
    const perThousandMm = ((now.mm - then.mm) * THOUSAND) / hours
    const doubtMm = (Math.hypot(now.doubtMm, then.doubtMm) * THOUSAND) / hours
    // The window it was built into: a shim may have its own.
    const { minMm, maxMm } = windowWith(found.sheet, then.window.of === 'shimmed')
    const room = perThousandMm < 0 ? now.mm - minMm : maxMm - now.mm
    const moves = Math.abs(perThousandMm) > doubtMm
    return [
      {
        cylinder: now.cylinder,
        builtMm: then.mm,
        foundMm: now.mm,
        perThousandMm,
        doubtMm,
        leavesInH: moves ? Math.max(0, (room / Math.abs(perThousandMm)) * THOUSAND) : null,
      },
    ]
  })
  if (bores.length === 0) return null
  const plan = built.plans.at(-1)
  return {
    jobId: built.job.id,
    nextId: found.job.id,
    title: found.job.title,
    hours,
    school: plan?.school ?? null,
    holdDownNm: built.sheet.limits.holdDownNm,
    bores,
  }
}

/** Which school lasts: the rate of its bores, the slowest first. */
export function compareSchools(pairs: readonly SettledPair[]): SettledSchool[] {
  const groups = new Map<string, SettledPair[]>()
  for (const p of pairs) {
    const key = `${p.school ?? ''} ${p.holdDownNm ?? ''}`
    groups.set(key, [...(groups.get(key) ?? []), p])
  }
  return [...groups.values()]
    .map((of) => {
      const rates = of.flatMap((p) => p.bores.map((b) => b.perThousandMm))
      const middle = mean(rates)
      const sum = rates.reduce((s, r) => s + (r - middle) ** 2, 0)
      return {
        school: of[0]!.school,
        holdDownNm: of[0]!.holdDownNm,
        engines: of.length,
        bores: rates.length,
        perThousandMm: middle,
        spreadMm: rates.length > 1 ? Math.sqrt(sum / (rates.length - 1)) : 0,
      }
    })
    .sort((a, b) => Math.abs(a.perThousandMm) - Math.abs(b.perThousandMm))
}
