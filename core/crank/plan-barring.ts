import { z } from 'zod'
import { defineCalculation } from '../define'
import { CalcError } from '../errors'
import {
  angleDeg,
  cylinderNumber,
  lengthFromZeroMm,
  lengthMm,
  refuseTwice,
  SLACK,
  SLACK_MM,
  thicknessMm,
} from '../schema'

const cylinderList = z
  .array(cylinderNumber)
  .min(1, 'needs at least one cylinder')
  .max(99)
  .superRefine((all, context) =>
    refuseTwice(
      all,
      context,
      (i) => [i],
      (c) => `cylinder ${c} stands twice`,
    ),
  )

export const planBarringInput = z
  .strictObject({
    firingOrder: cylinderList,
    cycleDeg: z.union([z.literal(720), z.literal(360)], 'must be 720 or 360'),
    strokeMm: thicknessMm,
    rodMm: thicknessMm,
    crownBelowDeckMm: lengthMm,
    toolReachMm: lengthMm,
    clearanceMm: lengthFromZeroMm,
    gasketMm: lengthFromZeroMm,
    bowlMm: lengthFromZeroMm,
    cylinders: cylinderList,
    crankNowDeg: angleDeg,
    marginDeg: z.number('must be an angle in degrees').min(0, 'cannot be below zero').max(360, 'is no margin'),
    tdc: z
      .array(z.strictObject({ cylinder: cylinderNumber, deg: angleDeg }))
      .max(99)
      .nullish(),
  })
  .superRefine((input, context) => {
    const wrong = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message })
    if (input.rodMm <= input.strokeMm / 2) wrong(['rodMm'], 'must be longer than half the stroke')
    input.cylinders.forEach((c, i) => {
      if (!input.firingOrder.includes(c)) wrong(['cylinders', i], `cylinder ${c} is not in the firing order`)
    })
    const tops = input.tdc ?? []
    tops.forEach((t, i) => {
      if (!input.firingOrder.includes(t.cylinder))
        wrong(['tdc', i, 'cylinder'], `cylinder ${t.cylinder} is not in the firing order`)
    })
    refuseTwice(
      tops.map((t) => t.cylinder),
      context,
      (i) => ['tdc', i, 'cylinder'],
      (c) => `cylinder ${c} stands twice`,
    )
  })
export type PlanBarringInput = z.infer<typeof planBarringInput>

export interface BarringStop {
  /** The unbroken range of turns from now in which all its cylinders are clear, degrees. */
  fromDeg: number
  toDeg: number
  cylinders: number[]
}
export interface BarringPlan {
  halfWindowDeg: number
  neededDepthMm: number
  windows: { cylinder: number; bottomDeg: number }[]
  stops: number
  turnDeg: number
  plan: BarringStop[]
}

const TURN = 360
const HALF = 180
/** An angle in one turn; what lies within the slack of a whole turn is none. */
function inTurn(deg: number): number {
  const within = ((deg % TURN) + TURN) % TURN
  return within > TURN - SLACK ? 0 : within
}

interface Crank {
  strokeMm: number
  rodMm: number
  crownBelowDeckMm: number
}

/** How far the crown lies below the deck, mm, so many degrees after its top. Source: the crank and rod triangle. */
export function crownDepthMm({ strokeMm, rodMm, crownBelowDeckMm }: Crank, afterTopDeg: number): number {
  const r = strokeMm / 2
  const phi = (afterTopDeg * Math.PI) / HALF
  return crownBelowDeckMm + r + rodMm - (r * Math.cos(phi) + Math.sqrt(rodMm ** 2 - (r * Math.sin(phi)) ** 2))
}

/** The largest half window about the bottom in which the crown is so deep; null where it never is. */
function halfWindowDeg(crank: Crank, neededMm: number): number | null {
  if (crownDepthMm(crank, 0) >= neededMm - SLACK_MM) return HALF
  if (crownDepthMm(crank, HALF) < neededMm - SLACK_MM) return null
  // The crown goes down without turning back from its top to its bottom: halving the way finds the edge.
  let [high, low] = [0, HALF]
  for (let i = 0; i < 100; i++) {
    const middle = (high + low) / 2
    if (crownDepthMm(crank, middle) >= neededMm) low = middle
    else high = middle
  }
  return HALF - low
}

/** The turns from now in which a cylinder is clear: one range, or two where it is clear over a whole turn's end. */
type Span = readonly [fromDeg: number, toDeg: number]
interface Clear {
  cylinder: number
  spans: readonly Span[]
}

function spansOf(bottomDeg: number, halfDeg: number, nowDeg: number): Span[] {
  if (halfDeg >= HALF) return [[0, TURN]]
  const from = inTurn(bottomDeg - halfDeg - nowDeg)
  const to = from + 2 * halfDeg
  return to < TURN - SLACK
    ? [[from, to]]
    : [
        [0, Math.max(0, to - TURN)],
        [from, TURN],
      ]
}
const holds = ([from, to]: Span, x: number) => x >= from - SLACK && x <= to + SLACK
const clearAt = (c: Clear, x: number) => c.spans.some((s) => holds(s, x))

/** The fewest stops after a first one, the last as early as it can be; null where a cylinder cannot be met any more. */
function stopsAfter(first: number, all: readonly Clear[]): number[] | null {
  const left = all.filter((c) => !clearAt(c, first))
  const later = left.map((c) => c.spans.find(([from]) => from > first))
  if (later.some((s) => s === undefined)) return null
  const open = (later as Span[]).sort((a, b) => a[1] - b[1])
  const stops = [first]
  for (const span of open) if (!holds(span, stops.at(-1)!)) stops.push(span[1])
  // The last one need only wait for the last range to begin.
  if (stops.length > 1) stops[stops.length - 1] = Math.max(...open.map(([from]) => from))
  return stops
}

/**
 * How to bar an engine so that the piston of each cylinder is far enough down for a tool through the
 * head: always forward, in the fewest stops, and of those the least turning.
 *
 * @param input firing order and cycle; stroke, rod, crown at its top, reach of the tool below the fire
 *   deck and clearance under it, gasket and bowl mm; the cylinders to be done; the crank now and the
 *   margin kept from each edge, degrees; tops that are not evenly spaced
 * @returns half the window, the depth needed, each cylinder's bottom, how many stops, the turn to the
 *   last one, and each stop's range of turns with its cylinders
 * @throws CalcError `never-clear` where the crown is never so deep, `no-room-to-stop` where the margin
 *   takes the window away
 * Source: the crank and rod triangle; stabbing of ranges.
 */
export function planBarring(input: PlanBarringInput): BarringPlan {
  const { firingOrder, cycleDeg, cylinders, crankNowDeg, marginDeg } = input
  const neededDepthMm = input.toolReachMm + input.clearanceMm - input.gasketMm - input.bowlMm
  const widest = halfWindowDeg(input, neededDepthMm)
  if (widest === null) throw new CalcError('never-clear')
  const half = widest >= HALF ? HALF : widest - marginDeg
  if (half < -SLACK) throw new CalcError('no-room-to-stop')
  const topOf = (cylinder: number) =>
    input.tdc?.find((t) => t.cylinder === cylinder)?.deg ??
    (firingOrder.indexOf(cylinder) * cycleDeg) / firingOrder.length
  const windows = cylinders.map((cylinder) => ({ cylinder, bottomDeg: inTurn(topOf(cylinder) + HALF) }))
  const clear = windows.map(({ cylinder, bottomDeg }) => ({
    cylinder,
    spans: spansOf(bottomDeg, Math.max(0, half), inTurn(crankNowDeg)),
  }))
  // A stop may always be moved back to where the last of its windows begins, or to where the crank stands.
  const firsts = [0, ...clear.flatMap((c) => c.spans.map(([from]) => from))]
  const stops = firsts
    .flatMap((first) => {
      const found = stopsAfter(first, clear)
      return found ? [found] : []
    })
    .reduce((best, s) =>
      s.length < best.length || (s.length === best.length && s.at(-1)! < best.at(-1)! - SLACK) ? s : best,
    )
  const plan = stops.map((at, i): BarringStop => {
    const own = clear.filter((c) => clearAt(c, at) && !stops.slice(0, i).some((before) => clearAt(c, before)))
    const spans = own.map((c) => c.spans.find((s) => holds(s, at))!)
    return {
      fromDeg: Math.max(...spans.map(([from]) => from)),
      toDeg: Math.min(...spans.map(([, to]) => to)),
      cylinders: own.map((c) => c.cylinder),
    }
  })
  const halfDeg = Math.max(0, half)
  return { halfWindowDeg: halfDeg, neededDepthMm, windows, stops: stops.length, turnDeg: stops.at(-1)!, plan }
}

export const planBarringCalculation = defineCalculation(
  'plan-barring',
  'How to bar an engine so that every piston is out of the way, in the fewest stops.',
  planBarringInput,
  planBarring,
)
