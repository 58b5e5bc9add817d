import { spotsOf, stateOf, type AskedSpots } from '../../../drawing/asked-spots'
import { scaleLinear } from '../../../drawing/scale'
import { LEAST_TEXT, type Frame, type Scene, type Shape } from '../../../drawing/scene'
import type { SleeveBoreState } from '../read-sleeves'
import type { SleeveSection } from '../section'

/**
 * The bore of the head cut along its axis, where each of its four readings is taken; beside it each against what the
 * sheet allows, enlarged.
 *
 * @param turn what is being read of it; null where nothing is
 */
export function boreOfHead(
  { headBoreMm, headBoreTolMm }: SleeveSection,
  { cylinder, entry }: SleeveBoreState,
  turn: AskedSpots | null,
  { width, height }: Frame,
): Scene {
  const spots = turn ? spotsOf(turn) : null
  const title = { word: 'sleeve.bore-title', figures: { n: cylinder } }
  const [top, bottom] = [64, height - 40]
  const wide = Math.min(width * 0.26, 190)
  const [left, right] = [40, 40 + wide]
  const shapes: Shape[] = [
    { is: 'text', x: 16, y: 26, said: title, size: 16, bold: true },
    { is: 'rect', x: left - 34, y: top, w: 34, h: bottom - top, fill: 'metal', line: 'line' },
    { is: 'rect', x: right, y: top, w: 34, h: bottom - top, fill: 'metal', line: 'line' },
  ]
  const rows = (['top', 'bottom'] as const).flatMap((where, level) =>
    [1, 2].map((n) => ({ where, n, level, spot: `${where}-${n}` })),
  )
  const [from, to] = [right + 110, width - 100]
  const x = scaleLinear([-2 * headBoreTolMm, 2 * headBoreTolMm], [from, to])
  const clamp = (at: number) => Math.max(from, Math.min(to, at))
  for (const { where, n, level, spot } of rows) {
    const y = top + (bottom - top) * (level === 0 ? 0.18 : 0.64) + (n - 1) * 54
    const now = spots?.get(spot)
    const there = spots ? (now?.figure ?? null) : (entry?.[where === 'top' ? 'topMm' : 'bottomMm'][n - 1] ?? null)
    const off = there === null ? null : there - headBoreMm
    const out = off !== null && Math.abs(off) > headBoreTolMm + (entry?.uncertaintyMm ?? 0)
    const state = spots ? stateOf(now) : off === null ? 'open' : out ? 'out' : 'in'
    shapes.push(
      {
        is: 'line',
        x1: left,
        y1: y,
        x2: right,
        y2: y,
        line: now?.asked ? 'asked' : 'faint',
        wide: now?.asked ?? false,
      },
      {
        is: 'rect',
        x: x(-headBoreTolMm),
        y: y - 13,
        w: x(headBoreTolMm) - x(-headBoreTolMm),
        h: 26,
        line: 'in',
        dashed: true,
      },
      { is: 'line', x1: from, y1: y, x2: to, y2: y, line: 'faint' },
      {
        is: 'text',
        x: right + 44,
        y: y + 5,
        said: { word: `sleeve.at-${where}`, figures: { n } },
        size: LEAST_TEXT,
        tone: now?.asked ? 'asked' : 'line',
      },
      { is: 'spot', x: off === null ? x(0) : clamp(x(off)), y, state, ...(spots ? { spot } : {}) },
    )
    if (there !== null) shapes.push({ is: 'text', x: to + 12, y: y + 6, said: { mm: there }, size: 16 })
  }
  shapes.push({
    is: 'text',
    x: x(0),
    y: bottom + 24,
    said: { word: 'sleeve.want', figures: { wantMm: headBoreMm, tolMm: headBoreTolMm } },
    anchor: 'middle',
    tone: 'in',
  })
  return { name: 'bore-of-head', title, width, height, shapes }
}
