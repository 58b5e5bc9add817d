import type { NextMove } from '#core/works/liners/deck-move-input'
import { clockHour } from '#core/measure/angle'

/** Writes lengths (mm), packs and directions the way this person reads them. */
export interface FigureWriter {
  length(valueMm: number, limitsMm?: number[]): string
  /** A length of a tool or a casting, no finer than a rule shows. */
  rough(valueMm: number): string
  /** @param down a torque at which to stop, which must not be rounded up */
  torque(valueNm: number, down?: boolean): string
  /** What something bears or gives, never rounded up. */
  force(valueN: number): string
  /** A sum of money or another whole number, its thousands set apart. */
  whole(value: number): string
  leaves(leavesMm: number[]): string
  /** A shim by its label where it has one. */
  shim(thicknessMm: number): string
}

/** A message by its key, with its figures already written. */
export interface Said {
  key: string
  params: Record<string, string | number>
  /** Blanks that are filled by another message: the blank and that message's key. */
  words?: Record<string, string>
}

export interface SaidMove {
  head: Said
  why: Said
  /** What is planned from here on, step by step; empty where it is one step only. */
  plan: Said[]
  caution: Said | null
  button: Said | null
}

const withButton: readonly NextMove['action'][] = [
  'cut',
  'shim',
  'shim-out',
  'next-cylinder',
  'close-stage',
  'close-zero',
  'repeat',
  'repeat-anew',
  'measure',
  'decide',
  'back-to-trial',
  'done',
]

/**
 * A next move as messages: which keys of the message files, with which figures. The
 * sentences themselves stand in the files, so a language is one file and no code.
 */
export function sayMove(move: NextMove, write: FigureWriter): SaidMove {
  const f = move.figures
  const params: Record<string, string | number> = { cylinder: move.cylinder ?? '' }
  const lengths = [
    'expectMm',
    'endMm',
    'tiltMm',
    'cleanCutMm',
    'frettingMm',
    'depthMm',
    'limitMm',
    'uncertaintyMm',
    'stepMm',
    'rangeMm',
    'packMm',
  ] as const
  for (const name of lengths) {
    const value = f[name]
    if (value !== undefined) params[name.slice(0, -2)] = write.length(value)
  }
  if (f.valueMm !== undefined) params.value = write.length(f.valueMm, f.limitMm === undefined ? [] : [f.limitMm])
  if (f.shimMm !== undefined) params.shim = write.shim(f.shimMm)
  if (f.shimOutMm !== undefined) params.shimOut = write.length(f.shimOutMm)
  if (f.leavesMm) params.leaves = write.leaves(f.leavesMm)
  if (f.highAtDeg !== undefined && f.highAtDeg !== null) params.clock = clockHour(f.highAtDeg)
  if (move.stationDeg !== null) params.stationClock = clockHour(move.stationDeg)
  for (const name of ['more', 'neighbour', 'stationNumber', 'stationCount'] as const) {
    const value = f[name]
    if (value !== undefined) params[name] = value
  }
  if (f.holdDownNm) params.torque = write.torque(f.holdDownNm)

  const variant = headVariant(move)
  const caution = move.caution === 'clamp' && !f.holdDownNm ? 'clamp-by-book' : move.caution
  return {
    head: { key: `move.head.${variant}`, params },
    why: { key: `move.why.${whyVariant(move)}`, params },
    plan: sayPlan(move, write),
    caution: caution ? { key: `move.caution.${caution}`, params } : null,
    button: withButton.includes(move.action)
      ? {
          key: `move.button.${move.action === 'measure' && move.reason === 'zero-moved' ? 'repeat-anew' : move.action}`,
          params,
        }
      : null,
  }
}

/** Passes in their order and the shim at the end, each with its figure. */
function sayPlan({ action, figures: f }: NextMove, write: FigureWriter): Said[] {
  const passes = (f.passes ?? []).map((p) => ({ key: `move.plan.${p.kind}`, params: { pack: write.length(p.packMm) } }))
  const shim =
    action === 'cut' && f.shimMm !== undefined
      ? [{ key: 'move.plan.shim', params: { shim: write.shim(f.shimMm) } }]
      : []
  const plan = [...passes, ...shim]
  return plan.length > 1 ? plan : []
}

function headVariant(move: NextMove): string {
  const { figures: f } = move
  if (move.action === 'cut') return `cut-${f.passKind ?? 'finish'}${f.shimOutMm ? '-shim-out' : ''}`
  if (move.action === 'shim') return f.shimOutMm ? 'shim-swap' : 'shim'
  if (move.action === 'decide' && (f.leavesMm || f.shimMm)) return f.leavesMm ? 'decide-cut' : 'decide-shim'
  return move.action
}

function whyVariant(move: NextMove): string {
  const { figures: f } = move
  if (move.action === 'cut' && f.shimMm) return `${move.reason}-then-shim`
  return move.reason
}
