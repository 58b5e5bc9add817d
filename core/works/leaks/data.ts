export { kinds } from './kinds'
