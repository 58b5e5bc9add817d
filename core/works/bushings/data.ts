import type { Spot } from '../../job/place'
import type { BushingSection } from './section'

export { kinds } from './kinds'
export { section } from './section'

/** Its places: the housings, numbered from the front; none while the sheet does not know them. */
export function places(_: unknown, section: BushingSection | undefined): Spot[] {
  return (section?.housings ?? []).map((_, i) => ({ cylinder: null, place: `housing-${i + 1}` }))
}
