import type { OneOfSeveral } from '../../job/turn'
import type { BarrelSpot } from './read-barrels'

/** The hours of an edge at which it is read. */
export const edgeHours = [12, 3, 6, 9] as const
/** The four stations of an edge, as they are asked. */
export const edgeStations = (about: number | null = null): OneOfSeveral[] =>
  edgeHours.map((hour, i) => ({ figures: { hour }, spot: `edge-${i}`, about }))

/** How far from its ends a bore is read, mm, where it is long enough. */
const FROM_END_MM = 15
/** The three depths a bore is read at, mm from the top: near either end, and the middle. */
export function usualDepthsMm({ of: { barrel } }: BarrelSpot): number[] {
  const endMm = Math.round(Math.min(FROM_END_MM, barrel.lengthMm / 8))
  return [endMm, Math.round(barrel.lengthMm / 2), Math.round(barrel.lengthMm) - endMm]
}
/** A row of a set at a depth; its number where nobody said how deep. */
const levelRow = (row: number, depthMm: number | undefined): OneOfSeveral => ({
  figures: { n: row + 1, depthRoughMm: depthMm ?? null },
  spot: String(row),
})
/** What is told of every barrel. */
export const named = ({ spot }: { spot: BarrelSpot }) => ({ name: spot.name })

const depthAt = (sofar: Record<string, unknown>, row: number): number | undefined =>
  (sofar.levels as ({ depthMm?: number } | undefined)[] | undefined)?.[row]?.depthMm
/**
 * How a set of the bore gauge is asked: how warm the part is, its master, three depths in two directions, more by hand.
 *
 * @param aboutMm about what the bore must be, mm
 */
export function gaugedSet<H extends { spot: BarrelSpot }>(aboutMm: (here: H) => number) {
  return {
    partC: { figures: named },
    masterMm: { usual: ({ spot }: H) => spot.of.barrel.boreMm },
    levels: {
      figures: named,
      rows: ({ spot }: H, sofar: Record<string, unknown>) =>
        usualDepthsMm(spot).map((mm, i) => levelRow(i, depthAt(sofar, i) ?? mm)),
      more: (_: H, row: number, sofar: Record<string, unknown>) => levelRow(row, depthAt(sofar, row)),
      each: {
        depthMm: { spot: 'depth', usual: ({ spot }: H, row: number) => usualDepthsMm(spot)[row] },
        thrustMm: { spot: 'thrust', about: aboutMm },
        alongMm: { spot: 'along', about: aboutMm },
      },
    },
  }
}
