import type { EngineShape } from '../../job/snapshot'
import { SLACK_MM } from '../../schema'
import type { Verdict } from '../../measure/verdict'

/** A point of a face: along it from its front edge, across it from its middle line, mm. */
export type FacePoint = readonly [alongMm: number, acrossMm: number]
export interface FaceLine {
  from: FacePoint
  to: FacePoint
}

/** Room of a face beside its bores, as a share of one bore. */
const BESIDE = 0.32
/** How far from the edge a straight edge is laid, as a share of the bore. */
const FROM_EDGE = 0.12

/** The face under one head, as far as its straight edge reaches: bores in a row, room beside them. Mm. */
export function faceOf({ boreMm, pitchMm, heads }: Pick<EngineShape, 'boreMm' | 'pitchMm' | 'heads'>, head: number) {
  const cylinders = heads[head - 1] ?? []
  const besideMm = boreMm * BESIDE
  return {
    lengthMm: pitchMm * (cylinders.length - 1) + boreMm + 2 * besideMm,
    widthMm: boreMm + 2 * besideMm,
    bores: cylinders.map((cylinder, i) => ({ cylinder, alongMm: besideMm + boreMm / 2 + i * pitchMm })),
  }
}
export type Face = ReturnType<typeof faceOf>

export const faceLineNames = ['left', 'right', 'front-left', 'front-right'] as const
/** The lines everybody lays: along both sides, and both diagonals by the end they begin at. */
export type FaceLineName = (typeof faceLineNames)[number]

/** A usual line of a face. */
export function faceLine({ lengthMm, widthMm }: Face, name: FaceLineName, boreMm: number): FaceLine {
  const edge = boreMm * FROM_EDGE
  const [front, rear] = [edge, lengthMm - edge]
  const [left, right] = [-widthMm / 2 + edge, widthMm / 2 - edge]
  const ends: Record<FaceLineName, [FacePoint, FacePoint]> = {
    left: [[front, left], [rear, left]],
    right: [[front, right], [rear, right]],
    'front-left': [[front, left], [rear, right]],
    'front-right': [[front, right], [rear, left]],
  } // prettier-ignore
  const [from, to] = ends[name]
  return { from, to }
}

const onFace = ({ lengthMm, widthMm }: Face, [along, across]: FacePoint) =>
  along >= -SLACK_MM && along <= lengthMm + SLACK_MM && Math.abs(across) <= widthMm / 2 + SLACK_MM
const lengthOf = ({ from, to }: FaceLine) => Math.hypot(to[0] - from[0], to[1] - from[1])

/** Whether a straight edge lies on the face from end to end, and is long enough to bridge a bore. */
export const liesOnFace = (face: Face, line: FaceLine, boreMm: number): boolean =>
  onFace(face, line.from) && onFace(face, line.to) && lengthOf(line) >= boreMm / 2

/** Whether two lines are the same one, whichever end it begins at. */
export function sameLine(a: FaceLine, b: FaceLine): boolean {
  const near = (p: FacePoint, q: FacePoint) => Math.hypot(p[0] - q[0], p[1] - q[1]) < 1
  return (near(a.from, b.from) && near(a.to, b.to)) || (near(a.from, b.to) && near(a.to, b.from))
}

/**
 * A gap under a straight edge, known to lie between the thickest leaf that goes under it and the
 * thinnest that does not, against its limit. Lengths mm.
 *
 * @returns `out` where a leaf over the limit goes under, `in` where one of it or thinner does not,
 *   else `unsure`: the next leaf tells
 */
export function judgeGap(gapMm: number, notMm: number | null, limitMm: number): Verdict {
  if (gapMm > limitMm + SLACK_MM) return 'out'
  // Without the next leaf nobody knows how much more there is; none going under at all says it.
  return notMm !== null && notMm <= limitMm + SLACK_MM ? 'in' : notMm === null && gapMm === 0 ? 'in' : 'unsure'
}
