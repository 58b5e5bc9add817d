/** Directions nearer than this are the same, degrees: what floating point leaves of a whole turn is none. */
const SAME_DEG = 1e-9

/** The same direction in 0 ≤ angle < 360 degrees. */
export function turnDeg(angleDeg: number): number {
  const turned = ((angleDeg % 360) + 360) % 360
  return turned >= 360 - SAME_DEG ? 0 : turned
}

/** Degrees to radians. */
export function toRadians(angleDeg: number): number {
  return (angleDeg * Math.PI) / 180
}

/** The hour of a clock face laid on the deck, 12 toward the front, 1 … 12. */
export function clockHour(angleDeg: number): number {
  const hour = Math.round(turnDeg(angleDeg) / 30) % 12
  return hour === 0 ? 12 : hour
}

/** Stations spread evenly round the circle, the first one at the front, degrees. */
export function evenStations(count: number): number[] {
  return Array.from({ length: count }, (_, i) => (360 / count) * i)
}

/** The smallest turn between two directions, degrees, 0 … 180. */
export function turnBetweenDeg(aDeg: number, bDeg: number): number {
  const turn = turnDeg(aDeg - bDeg)
  return Math.min(turn, 360 - turn)
}
