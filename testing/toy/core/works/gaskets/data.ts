export { kinds } from './kinds'
export { places, section } from './section'
