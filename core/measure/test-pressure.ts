/** How far a test may be from the pressure it is asked at, as a share of it: a regulator is set no finer, and more or less proves something else. */
const OFF_SHARE = 0.1

/** Whether a test was begun at its pressure: below it proves nothing, above it harms what is tested. @param kPa both above the air's */
export const isAtPressure = (kPa: number, wantedKPa: number): boolean =>
  Math.abs(kPa - wantedKPa) <= OFF_SHARE * wantedKPa + 1e-9
