import { scaleLinear } from '../../drawing/scale'
import { spotsOf, stateOf, type AskedSpots } from '../../drawing/asked-spots'
import { LEAST_TEXT, type Frame, type Scene, type Shape, type Tone } from '../../drawing/scene'
import type { Verdict } from '../../measure/verdict'
import type { BarrelSpot } from './read-barrels'
import { usualDepthsMm } from './parts'

/** A level of a bore, brought to 20 °C; null where it is not read yet. */
export interface WallLevel {
  depthMm: number
  thrustMm: number | null
  alongMm: number | null
}
/** A line to judge by: a size, its name, how it counts. */
export interface WallLimit {
  mm: number
  word: string
  overMm?: number
  tone: Tone
}
const ways = ['thrust', 'along'] as const
const [TOP, FOOT, GAP] = [84, 62, 72]
/** Drawn so wide at the least, mm. */
const LEAST_SPAN_MM = 0.01
const PX_PER_MM = 3.8

/**
 * The wall of a bore unrolled into its two directions: every level where it lies, its deviation from a size enlarged,
 * limits as lines, the spots still to be read on the line of the size.
 *
 * @param fromMm the size the deviation counts from
 * @param limits lines, the largest that matters among them
 * @param outAboveMm what is larger is out
 */
export function boreWall(
  { of: { barrel } }: BarrelSpot,
  fromMm: number,
  levels: readonly WallLevel[],
  limits: readonly WallLimit[],
  verdictOf: (mm: number) => Verdict,
  turn: AskedSpots | null,
  { width, height }: Frame,
): Scene {
  const bottom = height - FOOT
  const half = (width - GAP * 2.2) / 2
  const figures = levels.flatMap((l) => [l.thrustMm, l.alongMm]).flatMap((mm) => (mm === null ? [] : [mm - fromMm]))
  const beyond = (side: 1 | -1) => {
    const nearest = Math.min(...limits.map((l) => side * (l.mm - fromMm)).filter((mm) => mm > 1e-9))
    const furthest = Math.max(0, ...figures.map((mm) => side * mm))
    return Math.max(Number.isFinite(nearest) ? nearest : 0, furthest) * 1.25
  }
  const mostMm = Math.max(LEAST_SPAN_MM, beyond(1))
  const leastMm = -beyond(-1)
  const y = scaleLinear([0, barrel.lengthMm], [TOP, bottom])
  const spots = turn ? spotsOf(turn) : new Map()
  const [title, times] = ['barrel.wall-title', Math.round((half - 60) / (mostMm - leastMm) / PX_PER_MM)]
  const shapes: Shape[] = [
    { is: 'text', x: 16, y: 26, said: { word: title, figures: { n: times } }, size: 16, bold: true },
  ]
  ways.forEach((way, column) => {
    const x0 = GAP + column * (half + GAP * 0.4)
    const x = scaleLinear([leastMm, mostMm], [x0 + (leastMm < 0 ? 0 : 6), x0 + half - 54])
    shapes.push(
      { is: 'text', x: x0, y: 56, said: { word: way === 'thrust' ? 'barrel.thrust' : 'barrel.along' }, size: 16 },
      { is: 'rect', x: x0 - 20, y: TOP, w: 16, h: bottom - TOP, fill: 'metal' },
    )
    limits
      .filter((l) => l.mm - fromMm <= mostMm && l.mm - fromMm >= leastMm)
      .forEach((l, i) => {
        const at = x(l.mm - fromMm)
        shapes.push(
          { is: 'line', x1: at, y1: TOP, x2: at, y2: bottom, line: l.tone, dashed: true },
          {
            is: 'text',
            x: at + 3,
            y: bottom + 17 + (i % 3) * 16,
            said: { word: l.word, figures: { overMm: l.overMm ?? null, sizeMm: l.mm } },
            size: LEAST_TEXT,
            tone: l.tone,
          },
        )
      })
    const read = levels.filter((l) => l[`${way}Mm`] !== null)
    const points = read.map((l) => [x(l[`${way}Mm`]! - fromMm), y(l.depthMm)] as const)
    if (points.length > 1) shapes.push({ is: 'trace', points, line: 'asked', curve: true })
    levels.forEach((l, i) => {
      const mm = l[`${way}Mm`]
      const spot = `${way}@${i}`
      const at = { x: mm === null ? x(0) : x(mm - fromMm), y: y(l.depthMm) }
      const now = spots.get(spot)
      const state = turn ? stateOf(now) : mm === null ? 'open' : verdictOf(mm)
      shapes.push({ is: 'spot', ...at, state, ...(turn ? { spot } : {}) })
      if (mm !== null)
        shapes.push({ is: 'text', x: Math.min(at.x + 14, x0 + half - 60), y: at.y - 11, said: { mm }, size: 16 })
      if (column === 0)
        shapes.push({
          is: 'text',
          x: x0 - 26,
          y: at.y + 5,
          said: { word: 'barrel.deep', figures: { depthRoughMm: l.depthMm } },
          size: LEAST_TEXT,
          anchor: 'end',
        })
    })
  })
  return { name: 'bore-wall', title: { word: title, figures: { n: times } }, width, height, shapes }
}

/** The levels of a turn that is under way, or the usual ones where nothing is read. @param cold brings a figure to 20 °C */
export function levelsSofar(
  spot: BarrelSpot,
  sofar: Record<string, unknown> | null,
  cold: (mm: number) => number,
): WallLevel[] {
  const given = (sofar?.levels ?? []) as ({ depthMm?: number; thrustMm?: number; alongMm?: number } | undefined)[]
  const usual = usualDepthsMm(spot)
  const of = (mm: number | undefined) => (mm === undefined ? null : cold(mm))
  return Array.from({ length: Math.max(usual.length, given.length) }, (_, i) => ({
    depthMm: given[i]?.depthMm ?? usual[i] ?? spot.of.barrel.lengthMm / 2,
    thrustMm: of(given[i]?.thrustMm),
    alongMm: of(given[i]?.alongMm),
  }))
}
