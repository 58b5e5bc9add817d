import type { Spot } from '../../job/place'
import type { FaceSection } from './section'

export { kinds } from './kinds'
export { section } from './section'

/** Its places: the pads of the unit, by number; none while the sheet does not know them. */
export function places(_: unknown, section: FaceSection | undefined): Spot[] {
  return (section?.pads ?? []).map((_, i) => ({ cylinder: null, place: `pad-${i + 1}` }))
}
