import type { Spot } from '../../job/place'
import type { BarrelSection } from './section'

export { kinds } from './kinds'
export { section } from './section'

/** Its places: the barrels of the unit, by number; none while the sheet does not know them. */
export function places(_: unknown, section: BarrelSection | undefined): Spot[] {
  return (section?.names ?? []).map((_name, i) => ({ cylinder: null, place: `barrel-${i + 1}` }))
}
