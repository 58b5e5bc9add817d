export { kinds } from './kinds'
export { section } from './section'
