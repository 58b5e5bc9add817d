import type { StageMove } from '#core/works/liners/ledge-moves'
import { clockHour } from '#core/measure/angle'
import type { FigureWriter, Said } from './say-move'

export interface SaidStep {
  head: Said
  why: Said
  caution: Said | null
  button: Said | null
}

/** A stage's next move as messages with their figures written. */
export function sayStep(move: StageMove, write: FigureWriter): SaidStep {
  const params: Record<string, string | number> = { cylinder: move.cylinder ?? '' }
  if (move.stationDeg !== null) params.clock = clockHour(move.stationDeg)
  for (const [name, value] of Object.entries(move.figures)) {
    if (value === null) continue
    if (Array.isArray(value)) params[name] = write.leaves(value)
    else if (name.endsWith('RoughMm')) params[name.slice(0, -7)] = write.rough(Number(value))
    else if (name.endsWith('Mm')) params[name.slice(0, -2)] = write.length(Number(value))
    else if (name === 'now' || name === 'expected') params[name] = write.whole(Number(value))
    else if (name.endsWith('Nm')) params[name.slice(0, -2)] = write.torque(Number(value), name === 'stopNm')
    else if (name === 'safeN') params.safe = write.force(Number(value))
    else if (name === 'torque') params.torque = write.torque(Number(value))
    else params[name] = value
  }
  // What is a name in the core is a word of the trade in the sentence.
  const words: Record<string, string> = {}
  if (typeof move.figures.lubricant === 'string') words.lubricantWord = `lubricant.${move.figures.lubricant}`
  for (const name of ['grade', 'graded'] as const) {
    if (typeof move.figures[name] === 'string') words[`${name}Word`] = `grade.${move.figures[name]}`
  }
  if (typeof move.figures.item === 'string') words.itemWord = `stopper.${move.figures.item}`
  if (move.stage === 'record' && typeof move.figures.place === 'string')
    words.placeWord = `opening.${move.figures.place}`
  const path = `step.${move.stage}`
  const caution = move.caution === 'clamp' && params.torque === undefined ? 'clamp-by-book' : move.caution
  const kind =
    move.action === 'cut' && typeof move.figures.kind === 'string'
      ? `cut-${move.figures.kind}`
      : move.stage === 'decide' && move.figures.count === 0
        ? `${move.action}-none`
        : move.action
  const filled = Object.keys(words).length > 0 ? { params, words } : { params }
  return {
    head: { key: `${path}.head.${kind}`, ...filled },
    why: { key: move.reason === 'closed' ? 'move.why.closed' : `${path}.why.${move.reason}`, ...filled },
    caution: caution ? { key: `step.caution.${caution}`, params } : null,
    button: move.button
      ? {
          key:
            move.action === 'measure' && move.reason === 'zero-moved'
              ? 'move.button.repeat-anew'
              : `${path}.button.${move.action}`,
          params,
        }
      : null,
  }
}
