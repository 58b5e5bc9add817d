import { describe, expect, it } from 'vitest'
import { planLacks } from './plan-lacks'
import type { EvaluatedPlan } from './evaluate-plan'

type Bore = EvaluatedPlan['bores'][number]
const bore = (cylinder: number, verdict: Bore['verdict'], problems: Bore['problems'] = []) =>
  ({ cylinder, verdict, problems }) as Bore
const head = (cylinders: number[], verdict: Bore['verdict']) => ({ cylinders, worstStepMm: 0, rangeMm: 0, verdict })

describe('what a plan lacks', () => {
  it('is nothing where every bore and head ends inside', () => {
    expect(planLacks({ bores: [bore(1, 'in'), bore(2, 'in')], heads: [head([1, 2], 'in')] })).toEqual([])
  })
  it('names each problem with its bores, then what ends outside, and is bad', () => {
    const bores = [bore(1, 'out', ['no-shim']), bore(2, 'out'), bore(3, 'in', ['no-shim', 'half-cut'])]
    expect(planLacks({ bores, heads: [head([1, 2, 3], 'out')] })).toEqual([
      { code: 'no-shim', cylinders: [1, 3], bad: true },
      { code: 'half-cut', cylinders: [3], bad: true },
      { code: 'out', cylinders: [2], bad: true },
      { code: 'head-out', cylinders: [1, 2, 3], bad: true },
    ])
  })
  it('is not bad where only no gauge can tell', () => {
    expect(planLacks({ bores: [bore(1, 'unsure'), bore(2, 'in')], heads: [head([1, 2], 'unsure')] })).toEqual([
      { code: 'near', cylinders: [1], bad: false },
      { code: 'head-near', cylinders: [1, 2], bad: false },
    ])
  })
})
