import { spotsOf, stateOf, type AskedSpots } from '../../drawing/asked-spots'
import type { Frame, Scene, Shape, Written } from '../../drawing/scene'
import type { Verdict } from '../../measure/verdict'
import { edgeHours } from './parts'

/** An edge from above: what stands at each hour, what it may be. */
export interface Edge {
  title: Written
  /** What is read already; null where nothing is, or while it is being read. */
  edgesMm: readonly number[] | null
  minMm: number
  maxMm: number
  verdictOf: (mm: number) => Verdict
}

/** Where the hours lie, from the middle. */
const hourAt = { 12: [0, -1], 3: [1, 0], 6: [0, 1], 9: [-1, 0] } as const

/** A seat or a flange seen from above: its four stations by the clock, each figure where it was read, the window beneath. */
export function edgeRing(
  { title, edgesMm, minMm, maxMm, verdictOf }: Edge,
  turn: AskedSpots | null,
  { width, height }: Frame,
): Scene {
  const spots = turn ? spotsOf(turn) : null
  const [x, y] = [width / 2, (height - 20) / 2 + 14]
  const r = Math.max(60, Math.min(width / 2 - 110, height / 2 - 86))
  const shapes: Shape[] = [
    { is: 'text', x: 16, y: 26, said: title, size: 16, bold: true },
    { is: 'ring', x, y, r: r + 16, line: 'line', fill: 'metal' },
    { is: 'ring', x, y, r: r - 16, line: 'part', fill: 'part' },
    { is: 'ring', x, y, r: r * 0.62, line: 'line', fill: 'void' },
    {
      is: 'text',
      x,
      y: y + 6,
      said: { word: 'barrel.window', figures: { minMm, maxMm } },
      size: 16,
      anchor: 'middle',
      tone: 'in',
    },
  ]
  edgeHours.forEach((hour, i) => {
    const [dx, dy] = hourAt[hour]
    const aside = x + dx * (r + 34)
    const above = y + dy * (r + 38) + 6
    const label = { is: 'text', anchor: dx > 0 ? 'start' : dx < 0 ? 'end' : 'middle' } as const
    const spot = `edge-${i}`
    const now = spots?.get(spot)
    const mm = spots ? (now?.figure ?? null) : (edgesMm?.[i] ?? null)
    const state = spots ? stateOf(now) : mm === null ? 'open' : verdictOf(mm)
    shapes.push(
      { is: 'spot', x: x + dx * r, y: y + dy * r, state, ...(spots ? { spot } : {}) },
      // At the sides the figure stands under its hour, above and below beside it.
      {
        ...label,
        x: aside,
        y: above + (dx === 0 ? 0 : -12),
        said: { word: 'barrel.at-hour', figures: { hour } },
        tone: 'faint',
      },
    )
    if (mm !== null)
      shapes.push({
        ...label,
        x: aside + (dx === 0 ? 66 : 0),
        y: above + (dx === 0 ? 0 : 12),
        said: { mm },
        size: 18,
        bold: true,
      })
  })
  return { name: 'edge-ring', title, width, height, shapes }
}
