/** The same direction in 0 ≤ angle < 360 degrees. */
export function turnDeg(angleDeg: number): number {
  const turned = ((angleDeg % 360) + 360) % 360
  return turned >= 360 ? 0 : turned
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
