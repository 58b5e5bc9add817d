import { assignBushings } from '#core/bushing/assign-bushings'
import { planBarring } from '#core/crank/plan-barring'
import { findLeak } from '#core/leak/find-leak'
import { percentile, type Line } from './bench-line'

const TIMES = 200

/** How long a calculation takes, p95 of many, after it has run warm. */
function timed(what: string, wantedMs: number, run: () => unknown): Line {
  const times: number[] = []
  for (let i = 0; i < TIMES; i++) {
    const start = performance.now()
    run()
    times.push(performance.now() - start)
  }
  const p95 = percentile(times.slice(TIMES / 4), 0.95)
  return { what, wanted: `under ${wantedMs} ms`, found: `${p95.toFixed(2)} ms`, good: p95 < wantedMs }
}

/** Calculations that a screen waits for at every key. */
export function calcLines(): Line[] {
  const causes = Array.from({ length: 20 }, (_, i) => ({ id: `c${i}`, prior: 1 + i, openUpCost: 100 }))
  const tests = Array.from({ length: 40 }, (_, i) => ({
    id: `t${i}`,
    minutes: 5 + i,
    positive: Object.fromEntries(causes.map((c, k) => [c.id, ((i * 7 + k * 3) % 10) / 10 + 0.02])),
  }))
  const results = [
    { test: 't1', positive: true },
    { test: 't5', positive: false },
  ]
  const firing = Array.from({ length: 20 }, (_, i) => i + 1)
  const housings = Array.from({ length: 12 }, (_, i) => ({ position: i + 1, boreMm: 60 - 0.4 * i }))
  const bushings = housings.flatMap((h) =>
    [0.035, 0.06].map((tight, k) => ({ id: `B${h.position}-${k}`, code: `K${h.position}`, outerMm: h.boreMm + tight })),
  )
  const codes = housings.map((h) => ({ code: `K${h.position}`, positions: [h.position, (h.position % 12) + 1] }))
  return [
    timed('find-leak, 20 causes and 40 tests, p95', 5, () => findLeak({ causes, tests, results, sureAt: 0.9 })),
    timed('plan-barring, 20 cylinders, p95', 20, () =>
      planBarring({
        firingOrder: firing,
        cycleDeg: 720,
        strokeMm: 120,
        rodMm: 200,
        crownBelowDeckMm: 0,
        toolReachMm: 90,
        clearanceMm: 8,
        gasketMm: 1,
        bowlMm: 0,
        cylinders: firing,
        crankNowDeg: 33,
        marginDeg: 5,
      }),
    ),
    timed('assign-bushings, 12 housings and 24 bushings, p95', 5, () =>
      assignBushings({ housings, bushings, codes, interference: { minMm: 0.03, maxMm: 0.09 } }),
    ),
  ]
}
