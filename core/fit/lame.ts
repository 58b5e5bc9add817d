/** A ring round a shaft, or a sleeve in a bore: elastic figures of each. Poisson's number has no unit. */
export interface RingPair {
  /** Where the two meet, mm. */
  interfaceMm: number
  hub: { outerMm: number; modulusMPa: number; poisson: number }
  shaft: { innerMm: number; modulusMPa: number; poisson: number }
}

/**
 * The pressure between two rings pressed into each other, MPa; none where they do not touch.
 *
 * @param interferenceMm on the diameter
 * Source: Lamé.
 */
export function fitPressureMPa(interferenceMm: number, { interfaceMm: d, hub, shaft }: RingPair): number {
  const [outer, bore, inner] = [hub.outerMm ** 2, d ** 2, shaft.innerMm ** 2]
  const give =
    ((outer + bore) / (outer - bore) + hub.poisson) / hub.modulusMPa +
    ((bore + inner) / (bore - inner) - shaft.poisson) / shaft.modulusMPa
  return Math.max(0, interferenceMm) / (d * give)
}

/** Hoop tension at the bore of a hub under pressure, MPa. */
export const hubHoopMPa = (pressureMPa: number, outerMm: number, boreMm: number): number =>
  (pressureMPa * (outerMm ** 2 + boreMm ** 2)) / (outerMm ** 2 - boreMm ** 2)

/** Hoop compression at the bore of a hollow shaft under pressure, MPa; a solid one bears the pressure itself. */
export const shaftBoreHoopMPa = (pressureMPa: number, outerMm: number, innerMm: number): number =>
  innerMm === 0 ? -pressureMPa : (-2 * pressureMPa * outerMm ** 2) / (outerMm ** 2 - innerMm ** 2)

/** How much the bore of a hollow shaft closes under pressure, mm. */
export const boreClosureMm = (pressureMPa: number, outerMm: number, innerMm: number, modulusMPa: number): number =>
  (2 * pressureMPa * outerMm ** 2 * innerMm) / (modulusMPa * (outerMm ** 2 - innerMm ** 2))
