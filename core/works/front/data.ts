import type { Spot } from '../../job/place'
import type { FrontSection } from './section'

export { kinds } from './kinds'
export { section } from './section'

/** Its places: the ends of the engine that the sheet tells of. */
export function places(_: unknown, section: FrontSection | undefined): Spot[] {
  return (section?.ends ?? []).map(({ end }) => ({ cylinder: null, place: end }))
}
