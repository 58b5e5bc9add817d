import type { Highs } from 'highs'

/** A row of a linear program: lower ≤ Σ coefficient·column ≤ upper. */
export interface MilpRow {
  lower: number
  upper: number
  terms: [column: number, coefficient: number][]
}

/** A linear program in columns between 0 and 1, of which the first `binaries` are 0 or 1. */
export interface Milp {
  columns: number
  binaries: number
  cost: Float64Array
  rows: MilpRow[]
}

export interface MilpAnswer {
  /** `optimal` and `infeasible` are proven; `stopped` means that it went as far as it might. */
  status: 'optimal' | 'infeasible' | 'stopped'
  /** Values of the columns; null where no solution was found. */
  values: Float64Array | null
  /** Nothing can cost less than this. */
  bound: number
}

/** How far a proof may go. */
export interface ProofLimits {
  /** Seconds; 0 or less answers `stopped` at once. What time cuts off depends on the machine. */
  seconds: number
  /** Branches that may be looked into; the same on every machine. */
  nodes?: number
}

/** Of what the solver holds when it ends. */
const [NO_POINT, FEASIBLE_POINT] = [0, 2]
class PresolveFailed extends Error {}

let loading: Promise<Highs> | undefined

/** The solver, loaded when it is first asked for. */
async function highs(): Promise<Highs> {
  loading ??= import('highs').then((module) => module.default())
  return loading
}

/**
 * Solves a mixed integer linear program to its proven optimum, or as far as it may go.
 *
 * Solver: HiGHS. Q. Huangfu and J. A. J. Hall, Parallelizing the dual revised simplex
 * method, Mathematical Programming Computation 10 (2018).
 */
export async function solveMilp(milp: Milp, { seconds, nodes }: ProofLimits): Promise<MilpAnswer> {
  const solver = await highs()
  if (seconds <= 0) return { status: 'stopped', values: null, bound: -Infinity }
  const entries = milp.rows.reduce((sum, row) => sum + row.terms.length, 0)
  const starts = new Int32Array(milp.rows.length + 1)
  const indices = new Int32Array(entries)
  const values = new Float64Array(entries)
  let at = 0
  milp.rows.forEach((row, r) => {
    for (const [column, coefficient] of row.terms) {
      indices[at] = column
      values[at++] = coefficient
    }
    starts[r + 1] = at
  })
  const solve = (presolve: 'choose' | 'off') =>
    solver.withModel((model): MilpAnswer => {
      model.options.set({
        output_flag: false,
        presolve,
        mip_rel_gap: 0,
        mip_abs_gap: 1e-7,
        time_limit: Math.min(seconds, 1e6),
        ...(nodes === undefined ? {} : { mip_max_nodes: nodes }),
        random_seed: 1,
      })
      model.passModel({
        numCols: milp.columns,
        numRows: milp.rows.length,
        colCost: milp.cost,
        colLower: new Float64Array(milp.columns),
        colUpper: new Float64Array(milp.columns).fill(1),
        rowLower: Float64Array.from(milp.rows, (r) => r.lower),
        rowUpper: Float64Array.from(milp.rows, (r) => r.upper),
        matrix: { format: 'csr', numRows: milp.rows.length, numCols: milp.columns, starts, indices, values },
        integrality: Int32Array.from({ length: milp.columns }, (_, i) => (i < milp.binaries ? 1 : 0)),
      })
      const { modelStatus } = model.run()
      const status = modelStatus === 7 ? 'optimal' : modelStatus === 8 || modelStatus === 9 ? 'infeasible' : 'stopped'
      const point = Number(model.info.get('primal_solution_status'))
      // It holds a point and says there is none: presolve went wrong, and nothing is proven.
      if (status === 'infeasible' && point !== NO_POINT && presolve !== 'off') throw new PresolveFailed()
      if (status === 'infeasible') return { status, values: null, bound: Infinity }
      const found = status === 'optimal' || point === FEASIBLE_POINT
      return {
        status,
        values: found ? model.getSolution().colValue : null,
        bound: Number(model.info.get('mip_dual_bound')),
      }
    })
  try {
    return solve('choose')
  } catch (error) {
    // About one small model in a thousand breaks in the solver's presolve; as it stands it solves.
    if (!(error instanceof solver.errors.HighsError || error instanceof PresolveFailed)) throw error
    return solve('off')
  }
}
