/**
 * How far a block is rolled, told by a device whose long edge is held on the pan rail, its screen to the eye.
 *
 * @param beta turn about the screen's x axis, degrees (−180 to 180), as `deviceorientation` gives it
 * @param gamma turn about its y axis, degrees (−90 to 90)
 * @returns degrees clockwise as the eye sees the screen, 0 ≤ x < 360; null where the device lies flat, and tells nothing
 * Source: the direction of gravity in the device's own axes (W3C Device Orientation Event).
 */
export function rollByTilt(beta: number, gamma: number): number | null {
  const rad = (deg: number) => (deg * Math.PI) / 180
  // Up, against gravity, along the screen's x (right) and y (top).
  const x = -Math.cos(rad(beta)) * Math.sin(rad(gamma))
  const y = Math.sin(rad(beta))
  if (Math.hypot(x, y) < 0.35) return null
  // Up stands to the left of the screen's top where the device is rolled clockwise.
  const deg = (Math.atan2(-x, y) * 180) / Math.PI
  return (deg + 360) % 360
}
